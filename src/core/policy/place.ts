import { z } from "zod";
import { IdSchema } from "../ids";
import type { Policy } from "./schema";

/** A part of a policy that a finding, a comment or a difference is about; without any, the policy as a whole. */
export const PlaceSchema = z.strictObject({
  section: IdSchema.optional(),
  level: IdSchema.optional(),
  band: z.int().min(0).max(12).optional(),
  threshold: z.int().min(0).max(11).optional(),
});
export type Place = z.infer<typeof PlaceSchema>;

/** Whether a policy has such a part. */
export function hasPlace({ sections }: Policy, { section: id, level, band = 0, threshold }: Place): boolean {
  if (id === undefined) return level === undefined && band === 0 && threshold === undefined;
  const section = sections.find((one) => one.id === id);
  return (
    section !== undefined &&
    (level === undefined || section.levels.some((one) => one.id === level)) &&
    band < section.bands.length &&
    (threshold === undefined || threshold < section.thresholds.length)
  );
}
