import { z } from "zod";
import { AttachmentSchema } from "@/core/documents";
import { refusalsOf } from "@/core/refusal";
import { app } from "@/server/app";
import { fromElsewhere, problem, readJson } from "@/server/http/handle";
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
  papers: z
    .array(z.strictObject({ name: z.string().max(60), attachment: AttachmentSchema }))
    .max(10)
    .default([]),
});

/** What another party fills in and signs through its invitation; the link is all the right it has and needs. */
export async function POST(request: Request) {
  const foreign = fromElsewhere(request);
  if (foreign) return foreign;
  const parsed = Body.safeParse(await readJson(request));
  if (!parsed.success) return problem(refusalsOf(parsed.error), 400);
  const { token, command, ...filled } = parsed.data;
  const result = fillIn(app(), token, filled, command);
  // Whoever filled it in learns that it arrived, and nothing of what becomes of it here.
  return result.ok ? Response.json({ received: true }) : problem(result.refusals);
}
