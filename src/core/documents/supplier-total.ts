import { bare, money, trySum, type Money } from "../money";
import { addDays } from "../calendar";
import type { UnmeasuredReason } from "./reasons";
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
  if (lost >= 0) return { why: noRate(currency, lost === 0 ? null : others[lost - 1]!.number) };
  const total = trySum(converted as Money[], currency);
  if (!total) return { why: { code: "total too large", values: { supplier } } };
  const before = money(total.minor - converted[0]!.minor, currency);
  return {
    amount: total,
    how: {
      code: "total with the supplier",
      values: {
        supplier,
        own: bare(converted[0]!),
        others: others.map((one) => one.number),
        since: addDays(from, 1),
        before,
        total,
      },
    },
  };
}

const noRate = (to: string, number: string | null): UnmeasuredReason => ({
  code: "no rate for a total",
  values: { to, number },
});
