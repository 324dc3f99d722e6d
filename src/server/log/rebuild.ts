import { canonical } from "@/core/records";
import { noteChange } from "../db/changes";
import type { Db } from "../db/open";
import { eventsAfter } from "./log";
import { PROJECTIONS, project } from "./projection";

/** Empties every projection and makes it again from the log, some events at a time. Run it to its end in one transaction. @yields the number of the last event that was replayed */
function* replaying(db: Db): Generator<number> {
  noteChange(db);
  for (const table of PROJECTIONS) db.prepare(`DELETE FROM ${table}`).run();
  // A running query keeps the connection busy, so the events are read a page at a time.
  for (let last = 0; ;) {
    const page = eventsAfter(db, last, 500);
    if (page.length === 0) return;
    project(db, page);
    last = page.at(-1)!.seq;
    yield last;
  }
}

/** Empties every projection and makes it again from the log, in one transaction. @returns number of events replayed */
export function rebuild(db: Db): number {
  return db
    .transaction(() => {
      let last = 0;
      for (const seq of replaying(db)) last = seq;
      return last;
    })
    .immediate();
}

/**
 * The same in one transaction too, with others' work in between: nothing else may use the connection meanwhile.
 * @param onProgress is told the number of the last event that was replayed
 * @throws what went wrong, with nothing of it written
 */
export async function rebuildInParts(db: Db, onProgress: (last: number) => void): Promise<void> {
  db.exec("BEGIN IMMEDIATE");
  try {
    for (const seq of replaying(db)) {
      onProgress(seq);
      await new Promise((done) => setImmediate(done));
    }
    db.exec("COMMIT");
  } catch (error) {
    db.exec("ROLLBACK");
    throw error;
  }
}

/**
 * Every row of every projection as text, in a fixed order; two dumps are equal when the projections are. What is kept as JSON counts by its
 * content: in which order its keys were written says nothing.
 */
export function dumpProjections(db: Db): string[] {
  return PROJECTIONS.flatMap((table) => {
    const rows = db.prepare(`SELECT * FROM ${table}`).all() as object[];
    return rows.map((row) => `${table} ${canonical(Object.fromEntries(Object.entries(row).map(contentOf)))}`).sort();
  });
}

const contentOf = ([column, value]: [string, unknown]): [string, unknown] => [
  column,
  typeof value === "string" && /^[{[]/.test(value) ? JSON.parse(value) : value,
];
