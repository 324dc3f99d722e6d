import { Decimal } from "decimal.js";
import { z } from "zod";

// Amounts have up to 16 digits and percentages a few: 60 digits leave nothing to be rounded.
const Exact = Decimal.clone({ precision: 60 });

/** A percentage from 0 to below 100, as it is written. */
export const PercentSchema = z
  .string()
  .regex(/^\d{1,2}(\.\d{1,2})?$/, "must be a percentage such as 20 or 6.5")
  .meta({ description: "Percentage written as decimal text" });

/**
 * How a part compares with so many per cent of a whole, exactly: a number is taken as the decimal it is written as, and nothing is rounded.
 * @param part an integer count of minor units, like `whole`
 * @param percent 2.3 or "2.3" for 2.3 per cent
 * @returns below zero when the part is less, zero when it is exactly that share, above when it is more
 * @example compareShare(23, 2.3, 1000) // 0
 */
export function compareShare(part: number, percent: number | string, whole: number): number {
  return new Exact(part).mul(100).cmp(new Exact(String(percent)).mul(whole));
}

/** What a move of an amount may come to without counting: each zero says nothing, and where both say something the lesser counts. */
export type Tolerance = { toleranceMinor: number; tolerancePercent: number };

/**
 * Whether an amount has moved by no more than is tolerated, either way. The share is of where it started. Without a tolerance only the same amount is
 * within it.
 * @param before in minor units, and `after` in those of the same currency
 */
export function withinTolerance(before: number, after: number, tolerance: Tolerance): boolean {
  const { toleranceMinor, tolerancePercent } = tolerance;
  const moved = Math.abs(after - before);
  if (moved === 0) return true;
  if (toleranceMinor === 0 && tolerancePercent === 0) return false;
  return (
    (toleranceMinor === 0 || moved <= toleranceMinor) &&
    (tolerancePercent === 0 || compareShare(moved, tolerancePercent, Math.abs(before)) <= 0)
  );
}
