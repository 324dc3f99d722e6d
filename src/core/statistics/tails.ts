import { logGamma } from "./gamma";

/*
 * Exact tails of discrete distributions: one probability by its formula, those beside it by the ratio of neighbours, summed outwards until nothing is added any more. What is
 * likely is never summed to tell what is unlikely, so that a chance of one in 10^30 is told as exactly as one in two.
 */

/** What is left out of Stirling's formula for log n!, to the last digit (Loader 2000, "Fast and accurate computation of binomial probabilities", from memory). */
function stirlingRest(n: number): number {
  if (n < 16) return logGamma(n + 1) - (n + 0.5) * Math.log(n) + n - 0.5 * Math.log(2 * Math.PI);
  const square = n * n;
  return (1 / 12 - (1 / 360 - (1 / 1260 - 1 / 1680 / square) / square) / square) / n;
}

/** x log(x / mean) + mean - x, without losing digits where both are close (Loader's deviance). */
function deviance(x: number, mean: number): number {
  const v = (x - mean) / (x + mean);
  if (Math.abs(v) >= 0.1) return x * Math.log(x / mean) + mean - x;
  let sum = (x - mean) * v;
  let power = 2 * x * v;
  for (let j = 1; j < 1_000; j += 1) {
    power *= v * v;
    const next = sum + power / (2 * j + 1);
    if (next === sum) break;
    sum = next;
  }
  return sum;
}

/** The probability of exactly k in n, each with probability p. */
export function binomialExactly(k: number, n: number, p: number): number {
  if (p <= 0) return k === 0 ? 1 : 0;
  if (p >= 1) return k === n ? 1 : 0;
  if (k === 0) return Math.exp(n * Math.log1p(-p));
  if (k === n) return Math.exp(n * Math.log(p));
  const rest = stirlingRest(n) - stirlingRest(k) - stirlingRest(n - k);
  const log = rest - deviance(k, n * p) - deviance(n - k, n * (1 - p));
  return Math.exp(log) * Math.sqrt(n / (2 * Math.PI * k * (n - k)));
}

/** Sums a tail from its first probability on. @param ratio of the probability after `x` to that at `x`, in the direction of the sum */
function sumFrom(first: number, from: number, until: number, ratio: (x: number) => number): number {
  const step = until >= from ? 1 : -1;
  let [term, sum] = [first, first];
  for (let x = from; x !== until; x += step) {
    term *= ratio(x);
    sum += term;
    if (term < sum * 1e-17) break;
  }
  return Math.min(1, sum);
}

/**
 * The probability of at least k in n, where each is one with probability p (binomial distribution).
 * @param k whole, any
 * @param n whole, not below zero
 * @param p between 0 and 1
 * @example binomialAtLeast(682, 925, 0.75) // 0.8157
 */
export function binomialAtLeast(k: number, n: number, p: number): number {
  if (k <= 0) return 1;
  if (k > n) return 0;
  if (p <= 0) return 0;
  if (p >= 1) return 1;
  const odds = p / (1 - p);
  if (k > n * p) return sumFrom(binomialExactly(k, n, p), k, n, (x) => ((n - x) / (x + 1)) * odds);
  return 1 - sumFrom(binomialExactly(k - 1, n, p), k - 1, 0, (x) => x / (n - x + 1) / odds);
}

/**
 * The probability of at most k in n, where each is one with probability p.
 * @example binomialAtMost(0, 59, 0.05) // 0.0485
 */
export function binomialAtMost(k: number, n: number, p: number): number {
  return binomialAtLeast(n - k, n, 1 - p);
}

/** How the share differs from one to the next: a beta distribution of shares, by its mean and by how alike two draws of one and the same are (0: all have the mean). */
export type Shares = { mean: number; alike: number };

/**
 * The probability of at least k in n, where the probability of each is itself drawn once from a beta distribution (beta-binomial distribution; Skellam 1948, from memory).
 * @param mean between 0 and 1, neither of them
 * @param alike from 0, which is the binomial distribution, to below 1
 */
export function betaBinomialAtLeast(k: number, n: number, { mean, alike }: Shares): number {
  if (k <= 0) return 1;
  if (k > n) return 0;
  if (alike <= 0) return binomialAtLeast(k, n, mean);
  const a = (mean * (1 - alike)) / alike;
  const b = ((1 - mean) * (1 - alike)) / alike;
  const exactly = (x: number) => Math.exp(logChoose(n, x) + logBeta(x + a, n - x + b) - logBeta(a, b));
  const up = (x: number) => (((n - x) / (x + 1)) * (x + a)) / (n - x - 1 + b);
  if (k > n * mean) return sumFrom(exactly(k), k, n, up);
  return Math.max(0, 1 - sumFrom(exactly(k - 1), k - 1, 0, (x) => 1 / up(x - 1)));
}

/**
 * The probability of at most k in n, where the probability of each is drawn once from a beta distribution.
 */
export function betaBinomialAtMost(k: number, n: number, { mean, alike }: Shares): number {
  return betaBinomialAtLeast(n - k, n, { mean: 1 - mean, alike });
}

/**
 * The probability of at least k of a kind among `drawn`, drawn without putting back from `all` of which `kind` are of it (hypergeometric distribution; Fisher's exact test, 1922).
 * @example hypergeometricAtLeast(3, { all: 8, kind: 4, drawn: 4 }) // 17/70, the lady tasting tea
 */
export function hypergeometricAtLeast(
  k: number,
  { all, kind, drawn }: { all: number; kind: number; drawn: number },
): number {
  const least = Math.max(0, drawn + kind - all);
  const most = Math.min(drawn, kind);
  if (k <= least) return 1;
  if (k > most) return 0;
  const p = drawn / all;
  const exactly = (x: number) =>
    (binomialExactly(x, kind, p) * binomialExactly(drawn - x, all - kind, p)) / binomialExactly(drawn, all, p);
  const up = (x: number) => (((kind - x) / (x + 1)) * (drawn - x)) / (all - kind - drawn + x + 1);
  if (k > (drawn * kind) / all) return sumFrom(exactly(k), k, most, up);
  return Math.max(0, 1 - sumFrom(exactly(k - 1), k - 1, least, (x) => 1 / up(x - 1)));
}

/** log of n over k. */
function logChoose(n: number, k: number): number {
  return logGamma(n + 1) - logGamma(k + 1) - logGamma(n - k + 1);
}

function logBeta(a: number, b: number): number {
  return logGamma(a) + logGamma(b) - logGamma(a + b);
}
