import { z } from "zod";
import { refusalsOf } from "@/core/refusal";
import { app } from "@/server/app";
import { currentPerson, fromElsewhere, problem, readJson } from "@/server/http/handle";
import { decideByLink } from "@/server/messages/deciding";

const Body = z.strictObject({
  token: z.string().max(100),
  command: z.uuid(),
  type: z.enum(["approve", "decline", "send back"]),
  comment: z.string().max(2000).default(""),
});

/** A decision through the link of a message: only this, pressed on its page, decides; opening the link never does. */
export async function POST(request: Request) {
  const foreign = fromElsewhere(request);
  if (foreign) return foreign;
  const parsed = Body.safeParse(await readJson(request));
  if (!parsed.success) return problem(refusalsOf(parsed.error), 400);
  const { token, command, ...move } = parsed.data;
  const result = decideByLink(app(), token, await currentPerson(), move, command);
  // Whoever holds the link learns what became of it and nothing more.
  return result.ok
    ? Response.json({ number: result.value.number, status: result.value.status })
    : problem(result.refusals);
}
