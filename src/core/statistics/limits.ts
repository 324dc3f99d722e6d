import { binomialAtMost } from "./tails";

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
    if (binomialAtMost(k, n, middle) > 1 - confidence) low = middle;
    else high = middle;
  }
  return high;
}
