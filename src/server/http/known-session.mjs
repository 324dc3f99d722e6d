// Which sessions there are, for the gate. Plain JavaScript, since it runs before anything that reads TypeScript.
import { createHash } from "node:crypto";
import path from "node:path";
import Database from "better-sqlite3";

const KEPT_MS = 30_000;
const MOST_KEPT = 10_000;
const AGAIN_MS = 1_000;

/**
 * Tells whether a session cookie was given by this server and has not ended: whoever makes one up is no visitor of their own. Asked of the database, read-only,
 * and kept for half a minute; where there is no database to ask, nobody is known.
 * @param {string} folder that holds the database
 * @param {() => number} now milliseconds on a clock that only goes forward
 * @returns {(token: string) => boolean}
 */
export function knownSessions(folder, now = () => performance.now()) {
  /** @type {Map<string, { is: boolean; at: number }>} */
  const kept = new Map();
  /** @type {Database.Database | null} */
  let db = null;
  let failed = -Infinity;
  /** @param {string} token */
  const look = (token) => {
    if (!db && now() - failed < AGAIN_MS) return false;
    try {
      db ??= new Database(path.join(folder, "bandeira.db"), { readonly: true, fileMustExist: true });
      const hash = createHash("sha256").update(token).digest("hex");
      return db.prepare("SELECT 1 FROM session WHERE token_hash = ?").get(hash) !== undefined;
    } catch {
      // None yet, one without tables, or one that was put back: it is opened anew.
      db?.close();
      db = null;
      failed = now();
      return false;
    }
  };
  return (token) => {
    const known = kept.get(token);
    if (known && now() - known.at < KEPT_MS) return known.is;
    if (kept.size >= MOST_KEPT) kept.clear();
    const is = look(token);
    kept.set(token, { is, at: now() });
    return is;
  };
}
