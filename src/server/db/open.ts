import fs from "node:fs";
import path from "node:path";
import Database from "better-sqlite3";
import { projectRoot } from "../root";

export type Db = Database.Database;

/** The database cannot be opened; the message says in one sentence why and what to do. */
export class DatabaseUnavailable extends Error {
  // Known by its name: what is bundled apart has a class of its own.
  override name = "DatabaseUnavailable";
}

/**
 * What is wrong with the database, in one sentence with what to do; null for any other fault. By the result codes of SQLite (sqlite.org/rescode.html, from
 * memory).
 */
export function sayDatabase(error: unknown): string | null {
  if (error instanceof Error && error.name === "DatabaseUnavailable") return error.message;
  const { code } = error as { code?: unknown };
  if (typeof code !== "string" || !code.startsWith("SQLITE_")) return null;
  const said = Object.entries(FAULTS).find(([prefix]) => code.startsWith(prefix));
  return said?.[1] ?? null;
}

const FAULTS = {
  SQLITE_READONLY: "The database can be read and not written: give the server the right to write in its data folder",
  SQLITE_FULL: "The disk is full, so nothing can be written: make room on it, and try again",
  SQLITE_IOERR: "The disk does not answer: look at it before anything else is written",
  SQLITE_CORRUPT: "The database is damaged: stop the server, run “npx bandeira verify”, and put back a copy",
  SQLITE_NOTADB: "The file bandeira.db is no database: stop the server, and put back a copy",
  SQLITE_CANTOPEN: "The database cannot be opened: look whether the data folder is there and may be read",
  SQLITE_BUSY: "The database is busy: try again in a moment",
  SQLITE_PROTOCOL: "The database is locked by another program: stop that, and try again",
} as const;

/** Notes what may as well stay unnoted while the disk is full or the database may only be read; any other fault is thrown on. */
export function ifWritable(note: () => unknown): void {
  try {
    note();
  } catch (error) {
    const { code } = error as { code?: unknown };
    if (!/^SQLITE_(READONLY|FULL)/.test(String(code))) throw error;
  }
}

/** The file of the database in a data folder. */
export function databaseFile(folder: string): string {
  return path.join(folder, "bandeira.db");
}

/**
 * Opens the database of a data folder, makes it if it is not there, and brings its tables up to date.
 * @throws DatabaseUnavailable when the folder cannot be written or the file is newer than this program
 */
export function openDatabase(folder: string): Db {
  makeWritable(folder);
  const db = new Database(databaseFile(folder), { timeout: 5000 });
  db.pragma("journal_mode = WAL");
  db.pragma("synchronous = FULL");
  db.pragma("foreign_keys = ON");
  // In kibibytes: large imports touch many indexes at scattered places, which the usual two megabytes do not hold.
  db.pragma("cache_size = -65536");
  // In pages of 4 KiB: a page that is written again and again is copied into the file less often.
  db.pragma("wal_autocheckpoint = 4000");
  migrate(db);
  return db;
}

/** Opens an existing database for reading alone. @throws DatabaseUnavailable when there is none */
export function openForReading(folder: string): Db {
  const file = databaseFile(folder);
  if (!fs.existsSync(file))
    throw new DatabaseUnavailable(`There is no Bandeira database in ${folder}; name its folder with --data`);
  return new Database(file, { readonly: true });
}

function makeWritable(folder: string): void {
  try {
    fs.mkdirSync(folder, { recursive: true });
    const probe = path.join(folder, `.write-${process.pid}`);
    fs.writeFileSync(probe, "");
    fs.unlinkSync(probe);
  } catch (cause) {
    const reason = (cause as NodeJS.ErrnoException).code ?? String(cause);
    throw new DatabaseUnavailable(
      `The data folder ${folder} cannot be written (${reason}); set BANDEIRA_DATA to a folder that can`,
    );
  }
}

function hasTable(db: Db, name: string): boolean {
  return db.prepare("SELECT 1 FROM sqlite_master WHERE type = 'table' AND name = ?").get(name) !== undefined;
}

function migrations(): { number: number; file: string }[] {
  const folder = path.join(projectRoot(), "src/server/db/migrations");
  return fs
    .readdirSync(folder)
    .filter((name) => name.endsWith(".sql"))
    .sort()
    .map((name) => ({ number: Number(name.slice(0, 3)), file: path.join(folder, name) }));
}

function migrate(db: Db): void {
  const all = migrations();
  const newest = all.at(-1)?.number ?? 0;
  db.transaction(() => {
    const current = db.pragma("user_version", { simple: true }) as number;
    if (current > newest)
      throw new DatabaseUnavailable(
        `The database was written by a newer Bandeira (${current}, this one knows ${newest}); update the program`,
      );
    if (current > 0 && !hasTable(db, "logged"))
      throw new DatabaseUnavailable(
        "The database was written before the form of the log changed for good; name another data folder, or move this one away",
      );
    for (const { number, file } of all) if (number > current) db.exec(fs.readFileSync(file, "utf8"));
    db.pragma(`user_version = ${newest}`);
  }).immediate();
}
