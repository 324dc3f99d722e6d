import { z } from "zod";
import { MinorSchema } from "../money";

export const ThresholdSchema = z.strictObject({
  amount: MinorSchema.positive(),
  exact: z
    .enum(["below", "above"])
    .meta({ description: "Whether the exact amount belongs to the band below or above" }),
});
export type Threshold = z.infer<typeof ThresholdSchema>;

/**
 * The smallest amount, in minor units, that lies above a threshold. Every band is the half-open interval from one cut
 * to the next, so that bands cover all integers with neither gap nor overlap.
 */
export function cutOf(threshold: Threshold): number {
  return threshold.exact === "below" ? threshold.amount + 1 : threshold.amount;
}

/**
 * Index of the band an amount falls in: 0 for everything below the first threshold, zero and negative amounts included.
 * @param minor minor units in the policy's currency
 * @example bandOf(250000, [{ amount: 250000, exact: "below" }]) // 0
 * @example bandOf(250000, [{ amount: 250000, exact: "above" }]) // 1
 */
export function bandOf(minor: number, thresholds: readonly Threshold[]): number {
  let band = 0;
  while (band < thresholds.length && cutOf(thresholds[band]!) <= minor) band += 1;
  return band;
}

/** The thresholds that bound a band; null at the open ends. */
export function bandEdges(
  section: { thresholds: readonly Threshold[] },
  band: number,
): { from: Threshold | null; to: Threshold | null } {
  return { from: section.thresholds[band - 1] ?? null, to: section.thresholds[band] ?? null };
}

/** The amounts worth trying: one minor unit below each threshold, the threshold, one above. */
export function boundaryAmounts(thresholds: readonly Threshold[]): number[] {
  return [...new Set(thresholds.flatMap(({ amount }) => [amount - 1, amount, amount + 1]))];
}

/** Levels grouped by stage, in order. */
export function stagesOf<L extends { stage: number }>(levels: readonly L[]): L[][] {
  const stages = new Map<number, L[]>();
  for (const level of levels) stages.set(level.stage, [...(stages.get(level.stage) ?? []), level]);
  return [...stages.entries()].sort(([a], [b]) => a - b).map(([, group]) => group);
}
