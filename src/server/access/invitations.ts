import type { Person } from "@/core/people";
import { type Result, refusedFor } from "@/core/refusal";
import { refuse } from "@/core/words";
import type { App } from "../app";
import { inTransaction } from "../db/all-or-nothing";
import { statement } from "../db/statement";
import { writeTo } from "../messages/letters";
import { publicAddress } from "../root";
import { readReferenceData } from "../reference-data";
import { afterChange, savePassword, ownWords } from "./account";
import { authorise } from "./authorise";
import { forgetDevices } from "./devices";
import { noteAccess } from "./events";
import { hashPassword } from "./passwords";
import { hashOf, newToken, startSession, type Token } from "./sessions";
import { credentialOf, type Origin } from "./sign-in";
const INVITED_HOURS = 24;

/**
 * A one-time way in for somebody new, or who has lost theirs, by a message of their own. Using it sets a password, switches codes off and
 * ends all sessions. An earlier one no longer works.
 * @returns its full address for the administrator to hand over, where no message leaves the machine; else null, since it is nobody's but theirs
 */
export function invite(app: App, actor: Person, person: string): Result<{ address: string | null; until: string }> {
  const refusal = authorise(actor, "access.manage");
  if (refusal) return refusedFor(refusal);
  if (!readReferenceData(app).directory.person(person)) return refusedFor(refuse("no such person"));
  const made = inTransaction(app, () => wayIn(app, actor, person, INVITED_HOURS));
  return { ok: true, value: { address: made.address, until: made.until } };
}

/** Days for which links are good that go to many at once, who may be on holiday: the usual, and the most. */
export const INVITED_DAYS = { usual: 7, most: 30 } as const;

/** Everybody who is there and has no way in: no password, and no link that still works. */
export function withoutWayIn(app: App): Person[] {
  const { directory } = readReferenceData(app);
  const now = app.clock.now();
  const ways = new Set(
    statement(app.db, "SELECT person FROM credential UNION SELECT person FROM invitation WHERE expires_at > ?")
      .pluck()
      .all(app.wall.now()) as string[],
  );
  return directory.organisation.people.filter((one) => directory.isActive(one, now) && !ways.has(one.id));
}

/**
 * The same for everybody who has no way in yet, all of them or none. Who has one keeps it.
 * @param days for which the links are good
 * @returns whom it went to, each with the address to hand over where no message leaves the machine
 */
export function inviteAll(
  app: App,
  actor: Person,
  days: number,
): Result<{ invited: { name: string; address: string | null }[] }> {
  const refusal = authorise(actor, "access.manage");
  if (refusal) return refusedFor(refusal);
  const invited = inTransaction(app, () =>
    withoutWayIn(app).map(({ id, name }) => ({ name, address: wayIn(app, actor, id, days * 24).address })),
  );
  return { ok: true, value: { invited } };
}

/** Makes a way in for somebody and writes to them. Call inside a transaction. @param hours for which it is good */
function wayIn(app: App, actor: Person, person: string, hours: number): { address: string | null; until: string } {
  const token = newToken();
  const address = `${publicAddress()}/invitation/${token}`;
  const until = new Date(Date.parse(app.wall.now()) + hours * 3_600_000).toISOString();
  app.db.prepare("DELETE FROM invitation WHERE person = ?").run(person);
  noteAccess(app, person, { type: "invited", data: { until } }, actor.id);
  // An account that is in use is taken over by this, so that its owner hears who did it.
  const inUse = credentialOf(app, person) !== undefined;
  const letter = writeTo(app, {
    person,
    document: null,
    occasion: "access",
    subject: inUse ? "Your account: a new sign-in link was made" : "Bandeira: choose your password",
    body: inUse
      ? `${actor.name} made a new sign-in link for your account. Whoever uses it sets a new password, and yours no longer works. If you have not asked for that, tell another administrator at once.`
      : `${actor.name} gives you access to Bandeira. Choose a password by the link below; it works once, for ${hours > 48 ? `${hours / 24} days` : `${hours} hours`}.`,
    atOnce: true,
  });
  app.db
    .prepare("INSERT INTO invitation (token_hash, person, expires_at, token, letter) VALUES (?, ?, ?, ?, ?)")
    .run(hashOf(token), person, until, token, letter);
  return { address: leaves(app) ? null : address, until };
}

/** Whether messages leave this machine at all. */
const leaves = (app: App) => !app.demo && Boolean(process.env.BANDEIRA_SMTP);

/** The full address by which a letter's reader chooses a password, while it can be used; null for other letters. */
export function accessLinkOf(app: App, letter: number): string | null {
  const token = statement(app.db, "SELECT token FROM invitation WHERE letter = ? AND expires_at > ?")
    .pluck()
    .get(letter, app.wall.now()) as string | null | undefined;
  return token ? `${publicAddress()}/invitation/${token}` : null;
}

/** Whom an invitation is for, as long as it can be used. */
export function invited(app: App, token: string): Person | null {
  const row = app.db.prepare("SELECT person, expires_at FROM invitation WHERE token_hash = ?").get(hashOf(token)) as
    { person: string; expires_at: string } | undefined;
  if (!row || row.expires_at <= app.wall.now()) return null;
  return readReferenceData(app).directory.person(row.person) ?? null;
}

/** Uses a way in: sets the password and signs in. Refused for one that was used, replaced or is too old, and for a password that is too weak. */
export async function takeInvitation(
  app: App,
  { token, password }: { token: string; password: string },
  origin: Origin,
): Promise<Result<Token>> {
  const gone = refuse("way in is over");
  const person = invited(app, token);
  if (!person) return refusedFor(gone);
  const encoded = await hashPassword(password, ownWords(person));
  if (typeof encoded !== "string") return refusedFor(encoded);
  return app.db
    .transaction((): Result<Token> => {
      const taken = app.db.prepare("DELETE FROM invitation WHERE token_hash = ?").run(hashOf(token));
      if (taken.changes === 0) return refusedFor(gone);
      app.db.prepare("DELETE FROM session WHERE person = ?").run(person.id);
      savePassword(app, person.id, encoded);
      app.db.prepare("UPDATE credential SET code_secret = NULL WHERE person = ?").run(person.id);
      forgetDevices(app, person.id);
      noteAccess(app, person.id, { type: "password set", data: { how: "by invitation" } });
      afterChange(app, person.id, "a new password was set through a new sign-in link");
      return { ok: true, value: startSession(app, person.id, "password", origin.device) };
    })
    .immediate();
}
