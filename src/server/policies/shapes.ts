import { z } from "zod";

/** A reason for a doubtful finding as it is sent. */
export const ReasonSchema = z.strictObject({
  finding: z.string().max(300),
  reason: z.string().max(500),
});
