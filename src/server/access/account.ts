import type { Person } from "@/core/people";
import { found } from "@/core/organisation-history";
import { OrganisationSchema } from "@/core/people";
import { idFrom } from "@/core/ids";
import { type Refusal, type Result, refusedFor } from "@/core/refusal";
import { refuse } from "@/core/words";
import type { App } from "../app";
import { append, newCommandId } from "../log/log";
import { project } from "../log/projection";
import { readReferenceData } from "../reference-data";
import { capital } from "@/core/text";
import { writeTo } from "../messages/letters";
import { forgetAttempts, takeAttempt } from "./attempts";
import { newCodeSecret, stepOfCode } from "./codes";
import { noteAccess } from "./events";
import { hashPassword, matchesPassword } from "./passwords";
import { hashOf, startSession, type Token } from "./sessions";
import { credentialOf, type Origin } from "./sign-in";
/** Words of their own that make no password. */
export const ownWords = (person: Pick<Person, "name" | "email">) => [
  ...person.name.split(/\s+/),
  person.email.split("@")[0]!,
];

/** Keeps an encoded password as a person’s own, in the place of any before. Call in the transaction that logs it. */
export function savePassword(app: App, person: string, encoded: string): void {
  app.db
    .prepare(
      "INSERT INTO credential (person, password_hash) VALUES (?, ?) ON CONFLICT (person) DO UPDATE SET password_hash = excluded.password_hash",
    )
    .run(person, encoded);
}

/**
 * Proves with the password that it is really the person who changes what they sign in with. Counted like attempts to sign in, so that a page left open is no way to
 * guess it.
 */
async function proven(app: App, actor: Person, password: string, path: string): Promise<Refusal | null> {
  const known = credentialOf(app, actor.id);
  if (!known) return null;
  const now = Date.parse(app.wall.now());
  const who = { account: `proof ${actor.id}`, machine: null, device: null };
  const taken = takeAttempt(app.db, who, now);
  if (!taken.ok) return refuse("too many proofs", { seconds: taken.seconds }, path);
  if (!(await matchesPassword(known.password_hash, password))) {
    noteAccess(app, actor.id, {
      type: "refused",
      data: { what: "change of sign-in", why: { code: "wrong proof", values: { present: false } } },
    });
    return refuse("wrong proof", { present: path === "current" }, path);
  }
  forgetAttempts(app.db, who, now);
  return null;
}

/** What somebody signs in with has changed: their other sessions end, and they are told, in case it was not they. */
export function afterChange(app: App, person: string, what: string, token?: string): void {
  app.db.prepare("DELETE FROM session WHERE person = ? AND token_hash <> ?").run(person, token ? hashOf(token) : "");
  writeTo(app, {
    person,
    document: null,
    occasion: "access",
    subject: `Your account: ${what}`,
    body: `${capital(what)} for your account. Sessions elsewhere have ended. If that was not you, tell an administrator at once.`,
    atOnce: true,
  });
}

/** Sets one's own password. Who has one says it first; other sessions end. */
export async function setOwnPassword(
  app: App,
  actor: Person,
  { current, password }: { current: string; password: string },
  token: string,
): Promise<Result<{ set: true }>> {
  const wrong = await proven(app, actor, current, "current");
  if (wrong) return refusedFor(wrong);
  const encoded = await hashPassword(password, ownWords(actor));
  if (typeof encoded !== "string") return refusedFor(encoded);
  app.db
    .transaction(() => {
      savePassword(app, actor.id, encoded);
      noteAccess(app, actor.id, { type: "password set", data: { how: "by themselves" } });
      afterChange(app, actor.id, "a new password was set", token);
    })
    .immediate();
  return { ok: true, value: { set: true } };
}

/** Offers a secret for one-time codes; nothing is switched on before a code made with it has come back. */
export function offerCodes(app: App, actor: Person): Result<{ secret: string; uri: string }> {
  if (!credentialOf(app, actor.id)) return refusedFor(refuse("password before codes"));
  return { ok: true, value: newCodeSecret(actor.email) };
}

/** Switches codes on; whoever has them on switches them off first, so that nobody puts a device of theirs in the place of another’s. */
export async function switchCodesOn(
  app: App,
  actor: Person,
  { secret, code, password }: { secret: string; code: string; password: string },
  token: string,
): Promise<Result<{ on: true }>> {
  const known = credentialOf(app, actor.id);
  if (!known) return refusedFor(refuse("password before codes"));
  if (known.code_secret) return refusedFor(refuse("codes are on"));
  const wrong = await proven(app, actor, password, "password");
  if (wrong) return refusedFor(wrong);
  const step = stepOfCode(secret, code.replace(/\s/g, ""), Date.parse(app.wall.now()) / 1000, -1);
  if (step === null) return refusedFor(refuse("code not right", null, "code"));
  const turned = app.db
    .transaction(() => {
      const { changes } = app.db
        .prepare(
          "UPDATE credential SET code_secret = @secret, code_last_step = @step WHERE person = @person AND code_secret IS NULL",
        )
        .run({ secret, step, person: actor.id });
      if (changes === 0) return false;
      noteAccess(app, actor.id, { type: "one-time codes switched on", data: {} });
      afterChange(app, actor.id, "one-time codes were switched on", token);
      return true;
    })
    .immediate();
  return turned ? { ok: true, value: { on: true } } : refusedFor(refuse("codes are on already"));
}

/** Asks for no one-time code any more at sign-in. Refused where none is asked for, or the password is not theirs. */
export async function switchCodesOff(
  app: App,
  actor: Person,
  password: string,
  token: string,
): Promise<Result<{ on: false }>> {
  const known = credentialOf(app, actor.id);
  if (!known?.code_secret) return refusedFor(refuse("codes are not on"));
  const wrong = await proven(app, actor, password, "password");
  if (wrong) return refusedFor(wrong);
  app.db
    .transaction(() => {
      app.db.prepare("UPDATE credential SET code_secret = NULL WHERE person = ?").run(actor.id);
      noteAccess(app, actor.id, { type: "one-time codes switched off", data: {} });
      afterChange(app, actor.id, "one-time codes were switched off", token);
    })
    .immediate();
  return { ok: true, value: { on: false } };
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
  return readReferenceData(app).history.person.size === 0;
}

/** Sets up an empty installation with its first administrator. Done once; refused for ever after. */
export async function firstStart(app: App, first: FirstStart, origin: Origin): Promise<Result<Token>> {
  const done = refuse("set up already");
  if (!isEmpty(app)) return refusedFor(done);
  const encoded = await hashPassword(first.password, ownWords(first));
  if (typeof encoded !== "string") return refusedFor(encoded);
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
      if (!isEmpty(app)) return refusedFor(done);
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
