import { createHash, randomBytes } from "node:crypto";
import { isActive, type Person } from "@/core/people";
import { refuse, type Result } from "@/core/refusal";
import type { App } from "../app";
import { readWorld } from "../world";

export const SESSION_COOKIE = "bandeira_session";
const HOURS = 12;

/** Signs a demo person in by choice alone. Refused unless the server was started as a demonstration. */
export function signInAsDemoPerson(app: App, personId: string): Result<{ token: string; maxAge: number }> {
  if (!app.demo)
    return { ok: false, refusals: [refuse("not a demo", "Choosing a person works in the demonstration only")] };
  const person = readWorld(app.db).directory.person(personId);
  if (!person || !isActive(person, app.clock.now()))
    return { ok: false, refusals: [refuse("unknown", "There is no such active person", "person")] };
  const token = randomBytes(32).toString("base64url");
  const started = Date.now();
  app.db
    .prepare("INSERT INTO session (token_hash, person, started_at, expires_at) VALUES (?, ?, ?, ?)")
    .run(
      hashOf(token),
      person.id,
      new Date(started).toISOString(),
      new Date(started + HOURS * 3_600_000).toISOString(),
    );
  return { ok: true, value: { token, maxAge: HOURS * 3600 } };
}

/** The person of a session that has neither ended nor expired; sessions are counted in real time, not in the demo's. */
export function personOfSession(app: App, token: string | undefined): Person | null {
  if (!token) return null;
  const row = app.db.prepare("SELECT person, expires_at FROM session WHERE token_hash = ?").get(hashOf(token)) as
    { person: string; expires_at: string } | undefined;
  if (!row || Date.parse(row.expires_at) < Date.now()) return null;
  const person = readWorld(app.db).directory.person(row.person);
  return person && isActive(person, app.clock.now()) ? person : null;
}

export function endSession(app: App, token: string): void {
  app.db.prepare("DELETE FROM session WHERE token_hash = ?").run(hashOf(token));
}

// The database holds no token that would open a session if the file were read.
function hashOf(token: string): string {
  return createHash("sha256").update(token).digest("hex");
}
