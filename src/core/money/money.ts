import { z } from "zod";
import { isCurrency, minorDigits } from "./currencies";

export const CurrencySchema = z
  .string()
  .refine(isCurrency, { error: "must be an ISO 4217 currency code in use, such as EUR" })
  .meta({ description: "ISO 4217 currency code", pattern: "^[A-Z]{3}$" });

/** An integer count of minor units: cents for EUR, yen for JPY, fils for KWD. */
export const MinorSchema = z.int().meta({ description: "Integer count of minor units" });

export const MoneySchema = z.strictObject({ minor: MinorSchema, currency: CurrencySchema });

/** An amount: an integer count of minor units and an ISO 4217 code. */
export type Money = z.infer<typeof MoneySchema>;

/** @throws RangeError when `minor` is not a safe integer or the currency is unknown. */
export function money(minor: number, currency: string): Money {
  minorDigits(currency);
  if (!Number.isSafeInteger(minor)) throw new RangeError(`${minor} is not a whole number of minor units`);
  return { minor: minor + 0, currency }; // + 0 turns the -0 of a rounded small negative into 0
}

/**
 * The sum of integers, checked against the safe-integer range at every step.
 * @throws RangeError rather than returning a sum that lost a unit.
 */
export function sumMinor(parts: Iterable<number>): number {
  let total = 0;
  for (const part of parts) {
    total += part;
    if (!Number.isSafeInteger(total)) throw new RangeError("The sum is outside the range that can be counted exactly");
  }
  return total;
}

/**
 * The sum of amounts of one currency; an empty list is zero.
 * @throws RangeError when an amount has another currency than `currency`.
 */
export function sum(parts: readonly Money[], currency: string): Money {
  for (const part of parts) {
    if (part.currency !== currency) throw new RangeError(`Cannot add ${part.currency} to ${currency}`);
  }
  return money(sumMinor(parts.map((part) => part.minor)), currency);
}

/** The same, total: null where the sum, or a step on the way to it, is beyond what can be counted exactly, or a currency is another. */
export function trySum(parts: readonly Money[], currency: string): Money | null {
  let total = 0;
  for (const part of parts) {
    total += part.minor;
    if (part.currency !== currency || !Number.isSafeInteger(total)) return null;
  }
  return money(total, currency);
}

/**
 * The amount without its code, thousands grouped by commas, with all minor digits of its currency.
 * @example formatAmount({ minor: 250001, currency: "EUR" }) // "2,500.01"
 */
export function formatAmount({ minor, currency }: Money): string {
  const digits = minorDigits(currency);
  const text = String(Math.abs(minor)).padStart(digits + 1, "0");
  const whole = text.slice(0, text.length - digits).replace(/\B(?=(\d{3})+$)/g, ",");
  const fraction = digits === 0 ? "" : `.${text.slice(-digits)}`;
  return `${minor < 0 ? "−" : ""}${whole}${fraction}`;
}

/** As files say it: no separators, a point before the decimals. @example plainAmount({ minor: -250001, currency: "EUR" }) // "-2500.01" */
export function plainAmount({ minor, currency }: Money): string {
  return formatAmount({ minor, currency }).replaceAll(",", "").replace("−", "-");
}

/** @example formatMoney({ minor: 1500, currency: "KWD" }) // "1.500 KWD" */
export function formatMoney(amount: Money): string {
  return `${formatAmount(amount)} ${amount.currency}`;
}
