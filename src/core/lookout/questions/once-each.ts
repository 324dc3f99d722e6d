import type { Documents } from "../activity";

/**
 * Rows without those that say again what was said before: the same amount of the same party, or of the same person where there is no party. What is charged each month is one decision on an amount and not twelve,
 * and every question that asks how likely amounts are goes by decisions.
 */
export function onceEach({ party, requester }: Documents, rows: ArrayLike<number>, amounts: Float64Array): number[] {
  const seen = new Set<string>();
  return Array.from(rows).filter((row) => {
    const whose = party.codes[row]! >= 0 ? party.codes[row]! : -1 - requester[row]!;
    const key = `${whose} ${amounts[row]}`;
    return !seen.has(key) && Boolean(seen.add(key));
  });
}
