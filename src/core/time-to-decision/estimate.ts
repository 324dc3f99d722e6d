/** A figure over several runs: its mean, and between what nine of ten of them lie. */
export type Estimate = { mean: number; low: number; high: number };

/** @param values one of each run, at least one */
export function estimateOf(values: readonly number[]): Estimate {
  const sorted = Float64Array.from(values).sort();
  const mean = sorted.reduce((sum, one) => sum + one, 0) / sorted.length;
  return { mean, low: quantile(sorted, 0.05), high: quantile(sorted, 0.95) };
}

/**
 * The value below which a share of all lies, between two of them in proportion: definition 7 of Hyndman and Fan (1996), from memory.
 * @param sorted rising, at least one; infinite for what never happens
 */
export function quantile(sorted: ArrayLike<number>, share: number): number {
  const place = share * (sorted.length - 1);
  const below = sorted[Math.floor(place)]!;
  const part = place - Math.floor(place);
  return part === 0 ? below : below + part * (sorted[Math.floor(place) + 1]! - below);
}
