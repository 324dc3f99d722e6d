import { z } from "zod";
import { refusalsOf } from "@/core/refusal";
import { takeInvitation } from "@/server/access/account";
import { app } from "@/server/app";
import { fromElsewhere, giveSession, originOf, problem, readJson } from "@/server/http/handle";

const Body = z.strictObject({ token: z.string().min(1).max(200), password: z.string().max(1000) });

/** Uses a one-time way in: sets the password and signs in. */
export async function POST(request: Request) {
  const foreign = fromElsewhere(request);
  if (foreign) return foreign;
  const parsed = Body.safeParse(await readJson(request));
  if (!parsed.success) return problem(refusalsOf(parsed.error), 400);
  const result = await takeInvitation(app(), parsed.data, originOf(request));
  return result.ok ? giveSession(request, result.value) : problem(result.refusals);
}
