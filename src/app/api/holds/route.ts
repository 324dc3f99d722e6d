import { z } from "zod";
import { EntryKeySchema } from "@/core/lists";
import { app } from "@/server/process";
import { releaseMany } from "@/server/holds/board";
import { change } from "@/server/http/handle";

const Body = z.strictObject({
  command: z.uuid(),
  holds: z
    .array(z.strictObject({ document: z.string().max(20), hold: z.string().max(10) }))
    .min(1)
    .max(200),
  reason: z.string().max(2000),
  listed: EntryKeySchema.optional(),
});

/** Releases holds with one reason. */
export function POST(request: Request) {
  return change(request, Body, (actor, { holds, command, ...why }) => releaseMany(app(), actor, holds, why, command));
}
