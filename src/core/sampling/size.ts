import { binomialAtMost } from "../statistics";

export const LARGEST_SAMPLE = 5_000;

/**
 * The smallest sample by which a control can be relied on: if the true rate of deviations were the tolerable one, no more than the expected deviations
 * would be found with a probability of at most 1 - confidence. With no expected deviation it is the smallest n with (1 - t)^n <= 1 - c; the published
 * tables of attribute sampling give the same (AICPA Audit Sampling, from memory).
 * @param confidence between 0 and 1, as 0.95
 * @param tolerable rate of deviations that still would do, as 0.05
 * @param expected rate of deviations that is expected, less than the tolerable one
 * @returns the size and how many deviations it allows; null where no sample up to 5,000 would do
 * @throws RangeError where the confidence or a rate lies outside 0 and 1
 * @example sampleSize(0.95, 0.05, 0) // { size: 59, allowed: 0 }
 */
export function sampleSize(
  confidence: number,
  tolerable: number,
  expected: number,
): { size: number; allowed: number } | null {
  if (!(confidence > 0 && confidence < 1)) throw new RangeError("The confidence lies between 0 and 1");
  if (!(tolerable > 0 && tolerable < 1)) throw new RangeError("The tolerable rate lies between 0 and 1");
  if (!(expected >= 0 && expected < tolerable))
    throw new RangeError("The expected rate is at least 0 and less than the tolerable one");
  for (let size = 1; size <= LARGEST_SAMPLE; size += 1) {
    const allowed = Math.ceil(expected * size - 1e-9);
    if (binomialAtMost(allowed, size, tolerable) <= 1 - confidence + 1e-12) return { size, allowed };
  }
  return null;
}
