import { cutOf, type Policy, type Section } from "../policy";

/** The open band at the top is looked at up to so many times the threshold below it. */
export const OPEN_BAND_FACTOR = 10;

/**
 * Lowest and highest amount of a band that is looked at, in minor units: both edges of it, and ten times the last threshold where it is open. A section
 * without thresholds is looked at up to ten times the highest threshold of the policy, or to a million units of its currency.
 */
export function edgesOf(policy: Policy, section: Section, band: number, unit: number): { low: number; high: number } {
  const below = section.thresholds[band - 1];
  const above = section.thresholds[band];
  const low = below ? cutOf(below) : 1;
  if (above) return { low, high: cutOf(above) - 1 };
  if (below) return { low, high: below.amount * OPEN_BAND_FACTOR };
  const highest = Math.max(0, ...policy.sections.flatMap(({ thresholds }) => thresholds.map(({ amount }) => amount)));
  return { low, high: highest > 0 ? highest * OPEN_BAND_FACTOR : 1_000_000 * unit };
}
