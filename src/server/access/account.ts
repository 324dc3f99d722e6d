import type { Person } from "@/core/people";
import { found } from "@/core/register";
import { OrganisationSchema } from "@/core/people";
import { idFrom } from "@/core/ids";
import { refuse, type Refusal, type Result } from "@/core/refusal";
import type { App } from "../app";
import { append, newCommandId } from "../log/log";
import { project } from "../log/projection";
import { readWorld } from "../world";
import { authorise } from "./authorise";
import { newCodeSecret, stepOfCode } from "./codes";
import { noteAccess } from "./events";
import { hashPassword, matchesPassword } from "./passwords";
import { hashOf, newToken, startSession, type Token } from "./sessions";
import { credentialOf, type Origin } from "./sign-in";

const no = (...refusals: Refusal[]): Result<never> => ({ ok: false, refusals });
const INVITED_HOURS = 24;

const wordsOf = (person: Pick<Person, "name" | "email">) => [...person.name.split(/\s+/), person.email.split("@")[0]!];

function savePassword(app: App, person: string, encoded: string): void {
  app.db
    .prepare(
      "INSERT INTO credential (person, password_hash) VALUES (?, ?) ON CONFLICT (person) DO UPDATE SET password_hash = excluded.password_hash",
    )
    .run(person, encoded);
}

/** Sets one's own password. Who has one says it first; other sessions end. */
export async function setOwnPassword(
  app: App,
  actor: Person,
  { current, password }: { current: string; password: string },
  token: string,
): Promise<Result<{ set: true }>> {
  const known = credentialOf(app, actor.id);
  if (known && !(await matchesPassword(known.password_hash, current)))
    return no(refuse("wrong", "The present password is not right", "current"));
  const encoded = await hashPassword(password, wordsOf(actor));
  if (typeof encoded !== "string") return no(encoded);
  app.db
    .transaction(() => {
      savePassword(app, actor.id, encoded);
      app.db.prepare("DELETE FROM session WHERE person = ? AND token_hash <> ?").run(actor.id, hashOf(token));
      noteAccess(app, actor.id, { type: "password set", data: { how: "by themselves" } });
    })
    .immediate();
  return { ok: true, value: { set: true } };
}

/** Offers a secret for one-time codes; nothing is switched on before a code made with it has come back. */
export function offerCodes(app: App, actor: Person): Result<{ secret: string; uri: string }> {
  if (!credentialOf(app, actor.id)) return no(refuse("no password", "Set a password first; codes come on top of it"));
  return { ok: true, value: newCodeSecret(actor.email) };
}

export function switchCodesOn(
  app: App,
  actor: Person,
  { secret, code }: { secret: string; code: string },
): Result<{ on: true }> {
  const step = stepOfCode(secret, code.replace(/\s/g, ""), Date.parse(app.wall.now()) / 1000, -1);
  if (step === null) return no(refuse("wrong code", "The code is not right; check the time of your device", "code"));
  const written = app.db
    .prepare("UPDATE credential SET code_secret = @secret, code_last_step = @step WHERE person = @person")
    .run({ secret, step, person: actor.id });
  if (written.changes === 0) return no(refuse("no password", "Set a password first; codes come on top of it"));
  noteAccess(app, actor.id, { type: "one-time codes switched on", data: {} });
  return { ok: true, value: { on: true } };
}

export async function switchCodesOff(app: App, actor: Person, password: string): Promise<Result<{ on: false }>> {
  const known = credentialOf(app, actor.id);
  if (!known?.code_secret) return no(refuse("already", "One-time codes are not switched on"));
  if (!(await matchesPassword(known.password_hash, password)))
    return no(refuse("wrong", "The password is not right", "password"));
  app.db.prepare("UPDATE credential SET code_secret = NULL WHERE person = ?").run(actor.id);
  noteAccess(app, actor.id, { type: "one-time codes switched off", data: {} });
  return { ok: true, value: { on: false } };
}

/**
 * A one-time way in for somebody new, or who has lost theirs: the administrator hands it over. Using it sets a password, switches codes off and
 * ends all sessions. An earlier one no longer works.
 */
export function invite(app: App, actor: Person, person: string): Result<{ token: string; until: string }> {
  const refusal = authorise(actor, "access.manage");
  if (refusal) return no(refusal);
  if (!readWorld(app).directory.person(person)) return no(refuse("unknown", "There is no such person"));
  const token = newToken();
  const until = new Date(Date.parse(app.wall.now()) + INVITED_HOURS * 3_600_000).toISOString();
  app.db
    .transaction(() => {
      app.db.prepare("DELETE FROM invitation WHERE person = ?").run(person);
      app.db
        .prepare("INSERT INTO invitation (token_hash, person, expires_at) VALUES (?, ?, ?)")
        .run(hashOf(token), person, until);
      noteAccess(app, person, { type: "invited", data: { until } }, actor.id);
    })
    .immediate();
  return { ok: true, value: { token, until } };
}

/** Whom an invitation is for, as long as it can be used. */
export function invited(app: App, token: string): Person | null {
  const row = app.db.prepare("SELECT person, expires_at FROM invitation WHERE token_hash = ?").get(hashOf(token)) as
    { person: string; expires_at: string } | undefined;
  if (!row || row.expires_at <= app.wall.now()) return null;
  return readWorld(app).directory.person(row.person) ?? null;
}

export async function takeInvitation(
  app: App,
  { token, password }: { token: string; password: string },
  origin: Origin,
): Promise<Result<Token>> {
  const gone = refuse("unknown", "This way in was used, replaced or is too old; ask an administrator for a new one");
  const person = invited(app, token);
  if (!person) return no(gone);
  const encoded = await hashPassword(password, wordsOf(person));
  if (typeof encoded !== "string") return no(encoded);
  return app.db
    .transaction((): Result<Token> => {
      const taken = app.db.prepare("DELETE FROM invitation WHERE token_hash = ?").run(hashOf(token));
      if (taken.changes === 0) return no(gone);
      app.db.prepare("DELETE FROM session WHERE person = ?").run(person.id);
      savePassword(app, person.id, encoded);
      app.db.prepare("UPDATE credential SET code_secret = NULL WHERE person = ?").run(person.id);
      noteAccess(app, person.id, { type: "password set", data: { how: "by invitation" } });
      return { ok: true, value: startSession(app, person.id, "password", origin.device) };
    })
    .immediate();
}

export type FirstStart = {
  organisation: string;
  currency: string;
  timeZone: string;
  name: string;
  email: string;
  password: string;
};

/** Whether nobody has been entered yet, so that the first administrator can still be set up. */
export function isEmpty(app: App): boolean {
  return readWorld(app).register.person.size === 0;
}

/** Sets up an empty installation with its first administrator. Done once; refused for ever after. */
export async function firstStart(app: App, first: FirstStart, origin: Origin): Promise<Result<Token>> {
  const done = refuse("not empty", "Bandeira has been set up already; sign in, or ask an administrator for a way in");
  if (!isEmpty(app)) return no(done);
  const encoded = await hashPassword(first.password, wordsOf(first));
  if (typeof encoded !== "string") return no(encoded);
  const unit = idFrom(first.organisation);
  const id = idFrom(first.name);
  const organisation = OrganisationSchema.parse({
    name: first.organisation,
    currency: first.currency,
    timeZone: first.timeZone,
    people: [{ id, name: first.name, email: first.email, title: "administrator", unit, roles: ["administrator"] }],
    units: [{ id: unit, name: first.organisation }],
  });
  return app.db
    .transaction((): Result<Token> => {
      if (!isEmpty(app)) return no(done);
      const at = app.clock.now();
      const changes = found(organisation, at);
      const cause = { actor: id, at, command: newCommandId() };
      project(app.db, append(app.db, "organisation", [{ type: "organisation founded", data: { changes } }], cause));
      savePassword(app, id, encoded);
      noteAccess(app, id, { type: "password set", data: { how: "at the first start" } });
      return { ok: true, value: startSession(app, id, "password", origin.device) };
    })
    .immediate();
}
