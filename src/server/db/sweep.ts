import Database from "better-sqlite3";
import type { Db } from "./open";

const KEY = "sweep";

/** Notes, in the transaction that deletes something for good, that the file is to be swept. */
export function askToSweep(db: Db): void {
  db.prepare("INSERT OR REPLACE INTO setting (key, value) VALUES (?, '1')").run(KEY);
}

/**
 * Where it was asked for: what was deleted goes from the pages of the file and from the journal beside it. While somebody else reads the database it
 * cannot be done, and is done when the server starts next.
 * @returns whether nothing is left to sweep
 * @throws whatever the database says but that it is busy
 */
export function sweep(db: Db): boolean {
  if (!db.prepare("SELECT 1 FROM setting WHERE key = ?").get(KEY)) return true;
  try {
    db.exec("INSERT INTO document_text (document_text) VALUES ('optimize')");
    db.exec("VACUUM");
    db.prepare("DELETE FROM setting WHERE key = ?").run(KEY);
    const [{ busy }] = db.pragma("wal_checkpoint(TRUNCATE)") as [{ busy: number }];
    if (busy === 0) return true;
    askToSweep(db);
  } catch (error) {
    if (!(error instanceof Database.SqliteError && /^SQLITE_(BUSY|LOCKED)/.test(error.code))) throw error;
  }
  return false;
}
