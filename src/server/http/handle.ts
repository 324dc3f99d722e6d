import { cookies } from "next/headers";
import { NextResponse } from "next/server";
import type { z } from "zod";
import type { Person } from "@/core/people";
import type { Refusal, Result } from "@/core/refusal";
import { refuse } from "@/core/words";
import { DEVICE_COOKIE, DEVICE_DAYS } from "../access/devices";
import { noteAccess } from "../access/events";
import { SESSION_COOKIE, personOfSession, type Token } from "../access/sessions";
import { app } from "../process";
import { guarded, problem } from "./answer";
import { jsonOf, queryOf } from "./body";
import { fromElsewhere, toElsewhere } from "./origin";

export { problem } from "./answer";
export { bodyOf, queryOf } from "./body";
export { fromElsewhere, originOf } from "./origin";

/** Who is signed in. @param how whether this is a use of the session, or a page that only waits for news */
export async function currentPerson(how: "uses" | "waits" = "uses"): Promise<Person | null> {
  return personOfSession(app(), await sessionToken(), how === "uses");
}

/** What this browser keeps from an earlier sign-in. */
export async function deviceToken(): Promise<string | undefined> {
  return (await cookies()).get(DEVICE_COOKIE)?.value;
}

/**
 * A handler for a change: same origin, signed in, body of a bounded size and checked by its schema, then carried out. Who may do it is decided by the
 * command itself through `authorise`.
 * @param limits most bytes of the body, and what is asked before it is read at all
 */
export async function change<S extends z.ZodType>(
  request: Request,
  schema: S,
  run: (actor: Person, body: z.infer<S>) => Result<unknown> | Promise<Result<unknown>>,
  { most, may }: { most?: number; may?: (actor: Person) => Refusal | null } = {},
): Promise<Response> {
  return guarded(request, async () => {
    const foreign = fromElsewhere(request);
    if (foreign) return foreign;
    const actor = await currentPerson();
    if (!actor) return problem([refuse("sign in to change")]);
    const refusal = may?.(actor);
    if (refusal) return answered(request, actor, { ok: false, refusals: [refusal] });
    const body = await jsonOf(request, schema, most);
    return body.ok ? answered(request, actor, await run(actor, body.value)) : body.answer;
  });
}

/** The same for what needs no session: a link or a password is then the whole right to it. */
export function changeByAnybody<S extends z.ZodType>(
  request: Request,
  schema: S,
  run: (body: z.infer<S>) => Promise<Response>,
): Promise<Response> {
  return guarded(request, async () => {
    const foreign = fromElsewhere(request);
    if (foreign) return foreign;
    const body = await jsonOf(request, schema);
    return body.ok ? run(body.value) : body.answer;
  });
}

/** A handler that gives something to read: signed in, and whatever is refused for want of a right is logged. */
export async function read(
  request: Request,
  run: (reader: Person) => Result<unknown> | Promise<Result<unknown>>,
): Promise<Response> {
  return guarded(request, async () => {
    const other = toElsewhere(request);
    if (other) return other;
    const reader = await currentPerson();
    if (!reader) return problem([refuse("not signed in")]);
    const query = queryOf(request);
    return query.ok ? answered(request, reader, await run(reader)) : problem(query.refusals, 400);
  });
}

/** The answer to a result. That somebody tried what they may not is in the log. */
export function answered(request: Request, person: Person, result: Result<unknown>): Response {
  if (!result.ok) noteForbidden(person, `${request.method} ${new URL(request.url).pathname}`, result.refusals);
  if (!result.ok) return problem(result.refusals);
  return result.value instanceof Response ? result.value : NextResponse.json(result.value);
}

/** Logs that somebody tried what they may not; other refusals are not logged. */
export function noteForbidden(person: Person, what: string, refusals: readonly Refusal[]): void {
  const [first] = refusals;
  if (first?.code === "forbidden" && first.why)
    noteAccess(app(), person.id, { type: "refused", data: { what, why: first.why } });
}

/** The token of the visitor’s session, if they have one. */
export async function sessionToken(): Promise<string | undefined> {
  return (await cookies()).get(SESSION_COOKIE)?.value;
}

/** Gives the visitor a session. The cookie is kept from scripts and from other sites, and from plain HTTP where the request was not. */
export async function giveSession(request: Request, { token, maxAge, device }: Token): Promise<NextResponse> {
  const secure =
    process.env.BANDEIRA_ADDRESS?.startsWith("https:") ||
    request.headers.get("x-forwarded-proto") === "https" ||
    new URL(request.url).protocol === "https:";
  const jar = await cookies();
  jar.set(SESSION_COOKIE, token, { httpOnly: true, sameSite: "lax", path: "/", maxAge, secure });
  if (device)
    jar.set(DEVICE_COOKIE, device, {
      httpOnly: true,
      sameSite: "lax",
      path: "/",
      maxAge: DEVICE_DAYS * 86_400,
      secure,
    });
  return NextResponse.json({ ok: true });
}
