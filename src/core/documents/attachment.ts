import { z } from "zod";

/** A paper by the SHA-256 of its content, with the name and type it was brought under; size in bytes. */
export const AttachmentSchema = z.strictObject({
  hash: z.string().regex(/^[0-9a-f]{64}$/),
  name: z.string().min(1).max(200),
  type: z.string(),
  size: z.int().positive(),
});
export type Attachment = z.infer<typeof AttachmentSchema>;
