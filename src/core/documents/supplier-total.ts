import { formatMoney, money, type Money } from "../money";
import { addDays } from "../calendar";
import { sayDate } from "../words";
import type { MeasureAsked, Measured } from "./registry";

/** How far back a running total looks where its policy does not say. */
export const USUAL_DAYS = 90;

/**
 * The running total with one supplier: this document and all others within `days` before its date, in the policy's currency at the rates of this
 * document's date. So that an order cut in two needs what the whole would have needed.
 */
export function supplierTotal(
  own: Money,
  { date, supplier }: { date: string; supplier: string },
  { around, toCurrency, currency, days = USUAL_DAYS }: MeasureAsked,
): Measured {
  const from = addDays(date, -days);
  const others = (around.recent ?? []).filter((one) => one.date > from && one.date <= date);
  const converted = [own, ...others.map((one) => one.net)].map((amount) => toCurrency(amount, currency));
  const lost = converted.findIndex((amount) => amount === null);
  if (lost >= 0)
    return {
      missing: `No exchange rate to ${currency} for ${lost === 0 ? "this document" : others[lost - 1]!.number}`,
    };
  const total = money(
    converted.reduce((all, amount) => all + amount!.minor, 0),
    currency,
  );
  const before = money(total.minor - converted[0]!.minor, currency);
  const since = `with ${supplier || "the supplier"} since ${sayDate(addDays(from, 1))}`;
  return {
    amount: total,
    arithmetic:
      others.length === 0
        ? `${formatMoney(converted[0]!)}, nothing else ${since}`
        : `${formatMoney(converted[0]!)} + ${others.length === 1 ? others[0]!.number : `${others.length} others`} ${since} ${formatMoney(before)} = ${formatMoney(total)}`,
  };
}
