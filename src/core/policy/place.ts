import { z } from "zod";
import { IdSchema } from "../ids";

/** A part of a policy that a finding, a comment or a difference is about; without any, the policy as a whole. */
export const PlaceSchema = z.strictObject({
  section: IdSchema.optional(),
  level: IdSchema.optional(),
  band: z.int().min(0).max(12).optional(),
  threshold: z.int().min(0).max(11).optional(),
});
export type Place = z.infer<typeof PlaceSchema>;
