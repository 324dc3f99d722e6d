import { formatMoney, money } from "../../money";
import { sayDate } from "../../text";
import { orderTotals, type OrderLine, type PurchaseOrder } from "./type";
import type { Change } from "../registry";

/**
 * What a change order changes, as its supplier needs to know it: what is ordered, how many, at which price and tax, by when, and what it comes to. Categories, cost
 * centres and notes are ours and not in it. Lines are compared by their place, which a change keeps.
 */
export function orderChanges(before: PurchaseOrder, after: PurchaseOrder): Change[] {
  const found: Change[] = [];
  const compare = (label: string, was: string, is: string) => {
    if (was !== is) found.push({ label, before: was, after: is });
  };
  const count = Math.max(before.lines.length, after.lines.length);
  for (let index = 0; index < count; index += 1)
    compare(`Line ${index + 1}`, sayLine(before.lines[index], before), sayLine(after.lines[index], after));
  const day = (date: string | null) => (date ? sayDate(date) : "");
  compare("To be delivered by", day(before.promisedDate), day(after.promisedDate));
  compare("Total, net", formatMoney(orderTotals(before).net), formatMoney(orderTotals(after).net));
  compare("Total with tax", formatMoney(orderTotals(before).gross), formatMoney(orderTotals(after).gross));
  return found;
}

function sayLine(line: OrderLine | undefined, { currency }: PurchaseOrder): string {
  if (!line) return "";
  return `${line.quantity} × ${line.description} at ${formatMoney(money(line.unitPrice, currency))}, tax ${line.taxPercent}%`;
}
