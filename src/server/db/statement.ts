import type Database from "better-sqlite3";
import type { Db } from "./open";

export type Statement = Database.Statement<unknown[]>;
const known = new WeakMap<Db, Map<string, Statement>>();

/**
 * A statement that is prepared once a connection, for what is asked many times a second. One text is always read in the same way (`pluck` or rows),
 * and never iterated while it may be asked again.
 */
export function statement(db: Db, sql: string): Statement {
  const all = known.get(db) ?? new Map<string, Statement>();
  known.set(db, all);
  const found = all.get(sql) ?? db.prepare(sql);
  all.set(sql, found);
  return found;
}
