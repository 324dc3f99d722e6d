import { cookies } from "next/headers";
import { NextResponse } from "next/server";
import type { z } from "zod";
import type { Person } from "@/core/people";
import { refusalsOf, type Refusal, type Result } from "@/core/refusal";
import { noteAccess } from "../access/events";
import { SESSION_COOKIE, personOfSession, type Token } from "../access/sessions";
import type { Origin } from "../access/sign-in";
import { app } from "../app";

const STATUS: Record<string, number> = {
  "not signed in": 401,
  forbidden: 403,
  "not a demo": 403,
  "too many attempts": 429,
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

export async function currentPerson(): Promise<Person | null> {
  return personOfSession(app(), await sessionToken());
}

/**
 * A handler for a change: same origin, signed in, body checked by its schema, then carried out. Who may do it is decided by the
 * command itself through `authorise`.
 */
export async function change<S extends z.ZodType>(
  request: Request,
  schema: S,
  run: (actor: Person, body: z.infer<S>) => Result<unknown> | Promise<Result<unknown>>,
): Promise<Response> {
  const foreign = fromElsewhere(request);
  if (foreign) return foreign;
  const actor = await currentPerson();
  if (!actor) return problem([{ code: "not signed in", message: "Sign in first; nothing was done" }]);
  const parsed = schema.safeParse(await readJson(request));
  if (!parsed.success) return problem(refusalsOf(parsed.error), 400);
  return answered(request, actor, await run(actor, parsed.data));
}

/** A handler that gives something to read: signed in, and whatever is refused for want of a right is logged. */
export async function read(
  request: Request,
  run: (reader: Person) => Result<unknown> | Promise<Result<unknown>>,
): Promise<Response> {
  const reader = await currentPerson();
  if (!reader) return problem([{ code: "not signed in", message: "Sign in first" }]);
  return answered(request, reader, await run(reader));
}

/** The answer to a result. That somebody tried what they may not is in the log. */
export function answered(request: Request, person: Person, result: Result<unknown>): Response {
  if (!result.ok) noteForbidden(person, `${request.method} ${new URL(request.url).pathname}`, result.refusals);
  if (!result.ok) return problem(result.refusals);
  return result.value instanceof Response ? result.value : NextResponse.json(result.value);
}

export function noteForbidden(person: Person, what: string, refusals: readonly Refusal[]): void {
  const [first] = refusals;
  if (first?.code === "forbidden")
    noteAccess(app(), person.id, { type: "refused", data: { what, message: first.message } });
}

/** The token of the visitor’s session, if they have one. */
export async function sessionToken(): Promise<string | undefined> {
  return (await cookies()).get(SESSION_COOKIE)?.value;
}

/** Gives the visitor a session. The cookie is kept from scripts and from other sites, and from plain HTTP where the request was not. */
export async function giveSession(request: Request, { token, maxAge }: Token): Promise<NextResponse> {
  const secure = request.headers.get("x-forwarded-proto") === "https" || new URL(request.url).protocol === "https:";
  (await cookies()).set(SESSION_COOKIE, token, { httpOnly: true, sameSite: "lax", path: "/", maxAge, secure });
  return NextResponse.json({ ok: true });
}

/**
 * Where a request comes from, for sessions and attempts. A proxy in front says whose address it passes on; without one all come from the same.
 */
export function originOf(request: Request): Origin {
  const agent = request.headers.get("user-agent") ?? "unknown";
  const machine = request.headers.get("x-forwarded-for")?.split(",").at(-1)?.trim() ?? "direct";
  return { machine, device: agent.slice(0, 200) };
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
