import { createHash, randomBytes } from "node:crypto";
import { type Person } from "@/core/people";
import { type Result } from "@/core/refusal";
import { refused } from "@/core/words";
import type { App } from "../app";
import { ifWritable } from "../db/open";
import { readReferenceData } from "../reference-data";
import { authorise } from "./authorise";
import { noteAccess, type SignInHow } from "./events";

export const SESSION_COOKIE = "bandeira_session";
const HOURS = 12;
const SEEN_EVERY_MS = 60_000;
/** A session that nobody has used for so long is over (OWASP ASVS 4.0, 3.3.2 for level 2, from memory). */
const IDLE_MS = 30 * 60_000;

/** What a browser keeps: the session, and by which it is known the next time. */
export type Token = { token: string; maxAge: number; device?: string };

/** Opens a session; only a hash of its token is kept, so that the database opens nothing for whoever reads it. */
export function startSession(app: App, person: string, how: SignInHow, device: string): Token {
  const token = newToken();
  const now = Date.parse(app.wall.now());
  const [started, expires] = [new Date(now).toISOString(), new Date(now + HOURS * 3_600_000).toISOString()];
  app.db.prepare("DELETE FROM session WHERE expires_at <= ?").run(started);
  app.db
    .prepare(
      `INSERT INTO session (token_hash, id, person, how, device, started_at, seen_at, expires_at)
       VALUES (@hash, @id, @person, @how, @device, @started, @started, @expires)`,
    )
    .run({ hash: hashOf(token), id: newToken().slice(0, 12), person, how, device, started, expires });
  noteAccess(app, person, { type: "signed in", data: { how, device } });
  return { token, maxAge: HOURS * 3600 };
}

/** Signs a demo person in by choice alone. Refused unless the server was started as a demonstration. */
export function signInAsDemoPerson(app: App, personId: string, device: string): Result<Token> {
  if (!app.demo) return refused("choosing in a demonstration only");
  const { directory } = readReferenceData(app);
  const person = directory.person(personId);
  if (!person || !directory.isActive(person, app.clock.now())) return refused("nobody active", null, "person");
  return { ok: true, value: startSession(app, person.id, "chosen in the demonstration", device) };
}

/**
 * The person of a session that has neither ended nor expired nor lain idle; sessions are counted in real time, not in the demo's.
 * @param uses whether this is a use of the session; a page that only waits for news is none
 */
export function personOfSession(app: App, token: string | undefined, uses = true): Person | null {
  if (!token) return null;
  const hash = hashOf(token);
  const row = app.db.prepare("SELECT person, seen_at, expires_at FROM session WHERE token_hash = ?").get(hash) as
    { person: string; seen_at: string; expires_at: string } | undefined;
  const now = app.wall.now();
  if (!row || row.expires_at <= now) return null;
  const idle = Date.parse(now) - Date.parse(row.seen_at);
  // Who only reads is not turned away because nothing can be written: unnoted, the session lies idle, and ends no later than it should.
  if (idle > IDLE_MS) {
    ifWritable(() => app.db.prepare("DELETE FROM session WHERE token_hash = ?").run(hash));
    return null;
  }
  if (uses && idle > SEEN_EVERY_MS)
    ifWritable(() => app.db.prepare("UPDATE session SET seen_at = ? WHERE token_hash = ?").run(now, hash));
  const { directory } = readReferenceData(app);
  const person = directory.person(row.person);
  return person && directory.isActive(person, app.clock.now()) ? person : null;
}

export type Session = { id: string; how: string; device: string; startedAt: string; seenAt: string; current: boolean };

/** The open sessions of a person, latest first. */
export function sessionsOf(app: App, person: string, token?: string): Session[] {
  const rows = app.db
    .prepare(
      `SELECT id, how, device, started_at AS startedAt, seen_at AS seenAt, token_hash = @hash AS current
       FROM session WHERE person = @person AND expires_at > @now ORDER BY started_at DESC`,
    )
    .all({ person, now: app.wall.now(), hash: token ? hashOf(token) : "" }) as (Omit<Session, "current"> & {
    current: number;
  })[];
  return rows.map((row) => ({ ...row, current: row.current === 1 }));
}

/** Ends one session of a person, or all. @returns how many */
export function endSessions(
  app: App,
  actor: Person,
  person: string,
  session: string | "all",
): Result<{ ended: number }> {
  const refusal =
    authorise(actor, "access.own", { about: { id: person, manager: null } }) && authorise(actor, "access.manage");
  if (refusal) return { ok: false, refusals: [refusal] };
  const ids = sessionsOf(app, person).map((one) => one.id);
  const ended = session === "all" ? ids : ids.filter((id) => id === session);
  if (session !== "all" && ended.length === 0) return refused("no such session");
  for (const id of ended) {
    app.db.prepare("DELETE FROM session WHERE id = ? AND person = ?").run(id, person);
    noteAccess(app, person, { type: "session ended", data: { session: id } }, actor.id);
  }
  return { ok: true, value: { ended: ended.length } };
}

/** Signs out: ends the session of a token. */
export function endSession(app: App, token: string): void {
  const row = app.db.prepare("SELECT id, person FROM session WHERE token_hash = ?").get(hashOf(token)) as
    { id: string; person: string } | undefined;
  if (!row) return;
  app.db.prepare("DELETE FROM session WHERE token_hash = ?").run(hashOf(token));
  noteAccess(app, row.person, { type: "signed out", data: { session: row.id } });
}

/** A secret of 32 random bytes, in base64url (RFC 4648, section 5). */
export function newToken(): string {
  return randomBytes(32).toString("base64url");
}

/** The hash under which a secret is kept: SHA-256 of the token. */
export function hashOf(token: string): string {
  return createHash("sha256").update(token).digest("hex");
}
