import { Decimal } from "decimal.js";
import { z } from "zod";
import { minorDigits } from "./currencies";
import { addDays } from "../calendar";
import type { Coded } from "../reason";
import { CurrencySchema, money, type Money } from "./money";

export const RateSchema = z.strictObject({
  from: CurrencySchema,
  to: CurrencySchema,
  date: z.iso.date(),
  rate: z.string().regex(/^\d+(\.\d+)?$/, "must be a decimal number written as text, such as 1.1712"),
  source: z.string().min(1),
});

/** One unit of `from` in units of `to` on `date`, as a decimal written as text, with where it was taken from. */
export type Rate = z.infer<typeof RateSchema>;

/** A rate older than this many days before the document's date is not used. */
export const OLDEST_RATE_DAYS = 10;

/** Why an amount cannot be had in another currency; `on` is the ISO date of which the rate was to be. */
export type ConversionReason = Coded<{
  "no rate": { from: string; to: string; on: string };
  "too large to convert": { currency: string };
}>;

export type Conversion = { ok: true; money: Money; rate: Rate | null } | { ok: false; why: ConversionReason };

// Amounts have up to 16 digits and rates up to about ten: 40 digits leave nothing to be rounded before the end.
const Exact = Decimal.clone({ precision: 40, rounding: Decimal.ROUND_HALF_UP });

/**
 * Converts an amount at the latest rate on or before `date` that is at most ten days old. One rounding, at the end,
 * half away from zero, to the target's minor unit. Without such a rate, or where the outcome is beyond what can be counted exactly, the
 * conversion fails; it is never taken as 1 and never throws.
 * A rate quoted the other way round is used as its reciprocal when no direct one is found.
 * @param date ISO date of which the rate is to be, `2026-03-10`
 */
export function convert(amount: Money, currency: string, date: string, rates: readonly Rate[]): Conversion {
  if (amount.currency === currency) return { ok: true, money: amount, rate: null };
  const direct = latestRate(rates, amount.currency, currency, date);
  const inverse = direct ? null : latestRate(rates, currency, amount.currency, date);
  const rate = direct ?? inverse;
  if (!rate) return { ok: false, why: { code: "no rate", values: { from: amount.currency, to: currency, on: date } } };
  const major = new Exact(amount.minor).div(new Exact(10).pow(minorDigits(amount.currency)));
  const converted = direct ? major.mul(rate.rate) : major.div(rate.rate);
  const minor = converted.mul(new Exact(10).pow(minorDigits(currency))).toDecimalPlaces(0, Decimal.ROUND_HALF_UP);
  if (minor.abs().gt(Number.MAX_SAFE_INTEGER))
    return { ok: false, why: { code: "too large to convert", values: { currency } } };
  return { ok: true, money: money(minor.toNumber(), currency), rate };
}

/** Brings an amount to another currency, with the rate that was used; null where there is none or it cannot be counted exactly. */
export type ToCurrency = (amount: Money, currency: string) => Converted | null;
export type Converted = Money & { rate?: Rate };

/** An amount without the rate by which it came about. */
export function bare({ minor, currency }: Money): Money {
  return { minor, currency };
}

/** Amounts in other currencies at the rates of one day. @param date ISO date of which the rates are to be */
export function converterOf(rates: readonly Rate[], date: string): ToCurrency {
  return (amount, currency) => {
    const converted = convert(amount, currency, date, rates);
    if (!converted.ok) return null;
    return converted.rate ? { ...converted.money, rate: converted.rate } : converted.money;
  };
}

function latestRate(rates: readonly Rate[], from: string, to: string, date: string): Rate | null {
  const oldest = addDays(date, -OLDEST_RATE_DAYS);
  let best: Rate | null = null;
  for (const rate of rates) {
    if (rate.from !== from || rate.to !== to || rate.date > date || rate.date < oldest) continue;
    if (!best || rate.date > best.date) best = rate;
  }
  return best;
}

/** How far, in per cent, a rate may lie from the last one before somebody else is to look at it. */
export const FAR_RATE_PERCENT = 10;

/**
 * Whether a rate lies so far from one that is known for the same two currencies, either way round, that its point or its direction is likely wrong: by more
 * than a tenth, up or down (common practice).
 */
export function isFarFrom(rate: Rate, known: Rate): boolean {
  const before = known.from === rate.from ? new Exact(known.rate) : new Exact(1).div(known.rate);
  const most = new Exact(100 + FAR_RATE_PERCENT).div(100);
  const now = new Exact(rate.rate);
  return now.gt(before.mul(most)) || now.mul(most).lt(before);
}
