import { z } from "zod";
import { IdSchema } from "../ids";
import { formatAmount } from "../money";
import type { Policy } from "./schema";
import { sayRange } from "./words";

/** A part of a policy that a finding, a comment or a difference is about; without any, the policy as a whole. */
export const PlaceSchema = z.strictObject({
  section: IdSchema.optional(),
  level: IdSchema.optional(),
  band: z.int().min(0).max(12).optional(),
  threshold: z.int().min(0).max(11).optional(),
});
export type Place = z.infer<typeof PlaceSchema>;

/** @example "Everything else, Finance director, Over 25,000.00" */
export function sayPlace(policy: Policy, place: Place): string {
  const section = policy.sections.find((one) => one.id === place.section);
  if (!section) return place.section ? `the section “${place.section}”, which is gone` : "the policy as a whole";
  const level = section.levels.find((one) => one.id === place.level)?.name ?? place.level;
  const threshold = place.threshold === undefined ? undefined : section.thresholds[place.threshold];
  return [
    section.name,
    ...(level ? [level] : []),
    ...(place.band !== undefined && place.band < section.bands.length
      ? [sayRange(section, place.band, policy.currency)]
      : []),
    ...(threshold ? [`threshold ${formatAmount({ minor: threshold.amount, currency: policy.currency })}`] : []),
  ].join(", ");
}
