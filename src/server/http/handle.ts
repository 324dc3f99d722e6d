import { cookies } from "next/headers";
import { NextResponse } from "next/server";
import type { z } from "zod";
import type { Person } from "@/core/people";
import { refusalsOf, type Refusal, type Result } from "@/core/refusal";
import { SESSION_COOKIE, personOfSession } from "../access/sessions";
import { app } from "../app";

const STATUS: Record<string, number> = {
  "not signed in": 401,
  forbidden: 403,
  "not a demo": 403,
  unknown: 404,
  "already decided": 409,
  "other revision": 409,
  "other version": 409,
  already: 409,
  "command used": 409,
  locked: 409,
  closed: 409,
};

/** An answer by RFC 9457 (problem details): what was refused, each with its sentence and place. */
export function problem(refusals: readonly Refusal[], status = STATUS[refusals[0]?.code ?? ""] ?? 422): NextResponse {
  const body = {
    type: "about:blank",
    title: refusals[0]?.message ?? "Refused",
    status,
    detail: refusals.map((one) => one.message).join("\n"),
    refusals,
  };
  return NextResponse.json(body, { status, headers: { "content-type": "application/problem+json" } });
}

export function answer<T>(result: Result<T>): NextResponse {
  return result.ok ? NextResponse.json(result.value) : problem(result.refusals);
}

export async function currentPerson(): Promise<Person | null> {
  return personOfSession(app(), (await cookies()).get(SESSION_COOKIE)?.value);
}

/**
 * A handler for a change: same origin, signed in, body checked by its schema, then carried out. Who may do it is decided by the
 * command itself through `authorise`.
 */
export async function change<S extends z.ZodType>(
  request: Request,
  schema: S,
  run: (actor: Person, body: z.infer<S>) => Result<unknown> | Promise<Result<unknown>>,
): Promise<NextResponse> {
  const foreign = fromElsewhere(request);
  if (foreign) return foreign;
  const actor = await currentPerson();
  if (!actor) return problem([{ code: "not signed in", message: "Sign in first; nothing was done" }]);
  const parsed = schema.safeParse(await readJson(request));
  if (!parsed.success) return problem(refusalsOf(parsed.error), 400);
  return answer(await run(actor, parsed.data));
}

/** Refuses a request that a page of another origin made with the visitor's cookie. */
export function fromElsewhere(request: Request): NextResponse | null {
  const site = request.headers.get("sec-fetch-site");
  const origin = request.headers.get("origin");
  const host = request.headers.get("host");
  const foreign = (site && site !== "same-origin" && site !== "none") || (origin && hostOf(origin) !== host);
  return foreign ? problem([{ code: "forbidden", message: "Changes are taken from Bandeira’s own pages only" }]) : null;
}

/** Host of an origin; null for an opaque one, which a sandboxed page sends as the word "null". */
function hostOf(origin: string): string | null {
  return URL.canParse(origin) ? new URL(origin).host : null;
}

export async function readJson(request: Request): Promise<unknown> {
  try {
    return await request.json();
  } catch {
    return undefined;
  }
}
