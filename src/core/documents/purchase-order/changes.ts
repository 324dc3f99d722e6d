import { money } from "../../money";
import { amount, date, differences, parts, type Change, type Shown } from "../shown";
import { orderTotals, type OrderLine, type PurchaseOrder } from "./type";

/**
 * What a change order changes, as its supplier needs to know it: what is ordered, how many, at which price and tax, by when, and what it comes to. Categories, cost
 * centres and notes are ours and not in it. Lines are compared by their place, which a change keeps.
 */
export function orderChanges(before: PurchaseOrder, after: PurchaseOrder): Change[] {
  const { found, compare, compareLines } = differences();
  compareLines(before.lines.map(lineOf(before)), after.lines.map(lineOf(after)));
  compare("To be delivered by", date(before.promisedDate), date(after.promisedDate));
  compare("Total, net", amount(orderTotals(before).net), amount(orderTotals(after).net));
  compare("Total with tax", amount(orderTotals(before).gross), amount(orderTotals(after).gross));
  return found;
}

function lineOf({ currency }: PurchaseOrder): (line: OrderLine) => Shown {
  return ({ quantity, description, unitPrice, taxPercent }) =>
    parts(
      { code: "ordered at", values: { quantity, what: description, price: money(unitPrice, currency) } },
      { code: "tax", values: { percent: taxPercent } },
    );
}
