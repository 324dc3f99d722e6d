import type { Db } from "./open";
import { statement } from "./statement";

type Noted = { count: number; open: boolean };

// One for the process and not for the module: Next keeps several copies of a module, and what one of them writes all must see.
const slot = globalThis as typeof globalThis & { bandeiraChanges?: WeakMap<Db, Noted> };
const noted = (slot.bandeiraChanges ??= new WeakMap<Db, Noted>());

/** Notes that something was written that is read once and kept: people, policies, rates, what is sealed. */
export function noteChange(db: Db): void {
  const before = noted.get(db);
  noted.set(db, { count: (before?.count ?? 0) + 1, open: db.inTransaction });
}

/**
 * The same text for as long as nothing that was noted can have changed, by this connection or, as SQLite tells, by another. Null while a transaction that
 * noted something may still be undone: what is read then is not to be kept.
 */
export function unchangedSince(db: Db): string | null {
  const own = noted.get(db);
  if (own?.open) {
    if (db.inTransaction) return null;
    noted.set(db, { count: own.count + 1, open: false });
  }
  const others = statement(db, "PRAGMA data_version").pluck().get() as number;
  return `${others} ${noted.get(db)?.count ?? 0}`;
}
