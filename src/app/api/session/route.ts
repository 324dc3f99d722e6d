import { cookies } from "next/headers";
import { NextResponse } from "next/server";
import { z } from "zod";
import { SESSION_COOKIE, endSession, signInAsDemoPerson } from "@/server/access/sessions";
import { signIn } from "@/server/access/sign-in";
import { app } from "@/server/process";
import {
  changeByAnybody,
  deviceToken,
  fromElsewhere,
  giveSession,
  originOf,
  problem,
  sessionToken,
} from "@/server/http/handle";

const Body = z.union([
  z.strictObject({ person: z.string().max(80) }),
  z.strictObject({
    email: z.string().min(1).max(120),
    password: z.string().min(1).max(1000),
    code: z.string().max(12).default(""),
  }),
]);

/** Signs in: by e-mail and password, or in a demonstration by choosing a person. */
export function POST(request: Request) {
  return changeByAnybody(request, Body, async (sent) => {
    const origin = originOf(request);
    const result =
      "person" in sent
        ? signInAsDemoPerson(app(), sent.person, origin.device)
        : await signIn(app(), sent, { ...origin, known: await deviceToken() });
    return result.ok ? giveSession(request, result.value) : problem(result.refusals);
  });
}

export async function DELETE(request: Request) {
  const foreign = fromElsewhere(request);
  if (foreign) return foreign;
  const token = await sessionToken();
  if (token) endSession(app(), token);
  (await cookies()).delete(SESSION_COOKIE);
  return NextResponse.json({ ok: true });
}
