import type { App } from "../app";
import { hashOf, newToken } from "./sessions";

export const DEVICE_COOKIE = "bandeira_device";
export const DEVICE_DAYS = 365;

/** The hash by which a browser is known to somebody's account; null for one from which they have not signed in. */
export function knownDevice(app: App, person: string | undefined, token: string | undefined): string | null {
  if (!person || !token) return null;
  const hash = hashOf(token);
  return app.db.prepare("SELECT 1 FROM known_device WHERE token_hash = ? AND person = ?").get(hash, person)
    ? hash
    : null;
}

/** Remembers a browser as one of somebody's. @returns what it keeps as a cookie */
export function rememberDevice(app: App, person: string, token: string | undefined): string {
  const kept = token && token.length <= 100 ? token : newToken();
  app.db
    .prepare("INSERT OR REPLACE INTO known_device (token_hash, person, seen_at) VALUES (?, ?, ?)")
    .run(hashOf(kept), person, app.wall.now());
  return kept;
}

/** No browser is known to an account any more: its password is in other hands, or was. */
export function forgetDevices(app: App, person: string): void {
  app.db.prepare("DELETE FROM known_device WHERE person = ?").run(person);
}
