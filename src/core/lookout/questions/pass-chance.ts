/** Into how many cells what is below a threshold is cut when sums are told: amounts are taken up to the next one, so that sums pass rather too easily. */
const CELLS = 64;

/**
 * How likely an amount and those that happen to come shortly before it pass a threshold together: others come by chance (Poisson), each as large as any of the amounts.
 * Worked out by folding the amounts with themselves on a grid that errs towards passing.
 * @param amounts minor units, each below `cut`
 * @param rate how many others are expected in the stretch before it
 * @returns a probability between 0 and 1
 */
export function passChance(amounts: readonly number[], cut: number, rate: number): number {
  const one = new Float64Array(CELLS);
  // None of them passes alone, however near to the threshold it is.
  for (const amount of amounts)
    one[Math.min(CELLS - 1, Math.max(0, Math.ceil((amount / cut) * CELLS)))]! += 1 / amounts.length;
  let below: Float64Array = one;
  let many = Math.exp(-rate);
  let passed = 0;
  for (let others = 1; others <= 4 * CELLS; others += 1) {
    many *= rate / others;
    below = folded(below, one);
    const left = below.reduce((sum, value) => sum + value, 0);
    passed += many * (1 - left);
    if (others > rate && many < 1e-15) break;
  }
  return Math.min(1, Math.max(0, passed));
}

/** The distribution of a sum, as far as it stays below the threshold. */
function folded(sums: Float64Array, one: Float64Array): Float64Array {
  const next = new Float64Array(CELLS);
  for (let a = 0; a < CELLS; a += 1) {
    if (sums[a] === 0) continue;
    for (let b = 0; a + b < CELLS; b += 1) next[a + b]! += sums[a]! * one[b]!;
  }
  return next;
}
