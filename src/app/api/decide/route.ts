import { z } from "zod";
import { EntryKeySchema } from "@/core/lists";
import { app } from "@/server/process";
import { changeByAnybody, currentPerson, problem } from "@/server/http/handle";
import { decideByLink } from "@/server/messages/deciding";

const Body = z.strictObject({
  token: z.string().max(100),
  command: z.uuid(),
  type: z.enum(["approve", "decline", "send back"]),
  comment: z.string().max(2000).default(""),
  listed: EntryKeySchema.optional().meta({ description: "Key of a reason in the organisation’s list for it" }),
});

/** A decision through the link of a message: only this, pressed on its page, decides; opening the link never does. */
export function POST(request: Request) {
  return changeByAnybody(request, Body, async ({ token, command, ...move }) => {
    const result = decideByLink(app(), token, await currentPerson(), move, command);
    // Whoever holds the link learns what became of it and nothing more.
    return result.ok
      ? Response.json({ number: result.value.number, status: result.value.status })
      : problem(result.refusals);
  });
}
