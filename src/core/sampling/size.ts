/** Natural logarithms of factorials up to n, so that probabilities of large samples neither overflow nor vanish. */
function logFactorials(n: number): Float64Array {
  const logs = new Float64Array(n + 1);
  for (let k = 2; k <= n; k += 1) logs[k] = logs[k - 1]! + Math.log(k);
  return logs;
}

/**
 * The probability of at most k deviations in a sample of n, where each is one with probability p (binomial distribution).
 * @param p a rate between 0 and 1
 * @returns a probability between 0 and 1
 * @example atMost(0, 59, 0.05) // 0.0485
 */
export function atMost(k: number, n: number, p: number): number {
  if (k >= n) return 1;
  if (p <= 0) return 1;
  if (p >= 1) return 0;
  const logs = logFactorials(n);
  let sum = 0;
  for (let x = 0; x <= k; x += 1)
    sum += Math.exp(logs[n]! - logs[x]! - logs[n - x]! + x * Math.log(p) + (n - x) * Math.log1p(-p));
  return Math.min(1, sum);
}

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
    if (atMost(allowed, size, tolerable) <= 1 - confidence + 1e-12) return { size, allowed };
  }
  return null;
}

/**
 * The rate that the true rate of deviations does not exceed, with the given confidence: the one-sided upper limit of Clopper and Pearson (1934), the p at
 * which finding no more than k in n has the probability 1 - confidence.
 * @param k deviations found
 * @param n size of the sample
 * @param confidence between 0 and 1, as 0.95
 * @returns a rate between 0 and 1
 * @throws RangeError where the sample is empty or has fewer than k
 * @example upperLimit(0, 59, 0.95) // 0.0495
 */
export function upperLimit(k: number, n: number, confidence: number): number {
  if (n < 1 || k < 0 || k > n) throw new RangeError("Between none and all of at least one are deviations");
  if (k === n) return 1;
  let [low, high] = [k / n, 1];
  for (let step = 0; step < 80; step += 1) {
    const middle = (low + high) / 2;
    if (atMost(k, n, middle) > 1 - confidence) low = middle;
    else high = middle;
  }
  return high;
}
