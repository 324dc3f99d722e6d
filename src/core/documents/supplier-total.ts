import { formatMoney, money, trySum, type Money } from "../money";
import { addDays } from "../calendar";
import { sayDate } from "../words";
import type { MeasureAsked, Measured } from "./registry";

/** How far a running total looks where its policy does not say. */
export const USUAL_DAYS = 90;

/**
 * The running total with one supplier: this document and all others entered within `days` before and after it, in the policy's currency at this
 * document's rates. It goes by when they were entered and not by the dates they carry, so that an order cut in two needs what the whole would have
 * needed, however its parts are dated.
 */
export function supplierTotal(
  own: Money,
  supplier: string,
  { around, toCurrency, currency, on, days = USUAL_DAYS }: MeasureAsked,
): Measured {
  const [from, to] = [addDays(on, -days), addDays(on, days)];
  const others = (around.recent ?? []).filter((one) => one.entered > from && one.entered < to);
  const converted = [own, ...others.map((one) => one.net)].map((amount) => toCurrency(amount, currency));
  const lost = converted.findIndex((amount) => amount === null);
  if (lost >= 0)
    return {
      code: "no rate",
      missing: `No exchange rate to ${currency} for ${lost === 0 ? "this document" : others[lost - 1]!.number}`,
    };
  const total = trySum(converted as Money[], currency);
  const whom = supplier || "the supplier";
  if (!total) return { code: "too large", missing: `The total with ${whom} is too large to be counted exactly` };
  const before = money(total.minor - converted[0]!.minor, currency);
  const since = `with ${whom} entered since ${sayDate(addDays(from, 1))}`;
  return {
    amount: total,
    arithmetic:
      others.length === 0
        ? `${formatMoney(converted[0]!)}, nothing else ${since}`
        : `${formatMoney(converted[0]!)} + ${others.length === 1 ? others[0]!.number : `${others.length} others`} ${since} ${formatMoney(before)} = ${formatMoney(total)}`,
  };
}
