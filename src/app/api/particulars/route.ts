import { z } from "zod";
import { AttachmentSchema } from "@/core/documents";
import { StrokesSchema } from "@/core/drawn";
import { app } from "@/server/process";
import { changeByAnybody, currentPerson, problem } from "@/server/http/handle";
import { fillIn } from "@/server/ledger/account-commands";

const text = (most: number) => z.string().trim().max(most).default("");
const Body = z.strictObject({
  token: z.string().max(100),
  command: z.uuid(),
  taxNumber: text(40),
  address: text(200),
  bankAccount: text(40),
  email: text(120),
  signedBy: text(120),
  drawn: StrokesSchema.default([]),
  papers: z
    .array(z.strictObject({ name: z.string().max(60), attachment: AttachmentSchema }))
    .max(10)
    .default([]),
});

/** What another party fills in and signs through its invitation; the link is all the right it has and needs. */
export function POST(request: Request) {
  return changeByAnybody(request, Body, async ({ token, command, ...filled }) => {
    const result = fillIn(app(), token, await currentPerson(), filled, command);
    // Whoever filled it in learns that it arrived, and nothing of what becomes of it here.
    return result.ok ? Response.json({ received: true }) : problem(result.refusals);
  });
}
