import { cookies } from "next/headers";
import { NextResponse } from "next/server";
import { z } from "zod";
import { refusalsOf } from "@/core/refusal";
import { SESSION_COOKIE, endSession, signInAsDemoPerson } from "@/server/access/sessions";
import { app } from "@/server/app";
import { fromElsewhere, problem, readJson } from "@/server/http/handle";

const Choice = z.strictObject({ person: z.string() });

export async function POST(request: Request) {
  const foreign = fromElsewhere(request);
  if (foreign) return foreign;
  const parsed = Choice.safeParse(await readJson(request));
  if (!parsed.success) return problem(refusalsOf(parsed.error), 400);
  const result = signInAsDemoPerson(app(), parsed.data.person);
  if (!result.ok) return problem(result.refusals);
  const { token, maxAge } = result.value;
  (await cookies()).set(SESSION_COOKIE, token, { httpOnly: true, sameSite: "lax", path: "/", maxAge });
  return NextResponse.json({ ok: true });
}

export async function DELETE(request: Request) {
  const foreign = fromElsewhere(request);
  if (foreign) return foreign;
  const jar = await cookies();
  const token = jar.get(SESSION_COOKIE)?.value;
  if (token) endSession(app(), token);
  jar.delete(SESSION_COOKIE);
  return NextResponse.json({ ok: true });
}
