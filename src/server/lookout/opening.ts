import type { Person } from "@/core/people";
import type { App } from "../app";
import { statement } from "../db/statement";

/**
 * Notes when somebody who is asked about a document first opens it, so that it is known how long ago that was when they decide: who read it yesterday may decide at once today. It is beside the log, and turns nobody away: where it cannot be
 * written, nothing is.
 */
export function noteOpening(app: App, { id: person }: Person, document: string): void {
  const isFirst = statement(
    app.db,
    `SELECT 1 FROM waiting w WHERE w.person = ? AND w.document = ?
       AND NOT EXISTS (SELECT 1 FROM opening o WHERE o.document = w.document AND o.person = w.person AND o.at >= w.since)`,
  ).get(person, document);
  if (!isFirst) return;
  try {
    statement(app.db, "INSERT OR IGNORE INTO opening (document, person, at) VALUES (?, ?, ?)").run(
      document,
      person,
      app.clock.now(),
    );
  } catch {
    // A full disk is no reason not to read.
  }
}

/** When somebody first opened a document after they were asked and before they decided, milliseconds since 1970 in UTC; null where that is not known. */
export function openingsSince(
  { db }: App,
  from: string,
): (document: string, person: string, asked: number, decided: number) => number | null {
  const times = new Map<string, number[]>();
  const rows = db.prepare("SELECT document, person, at FROM opening WHERE at >= ? ORDER BY at").all(from) as {
    document: string;
    person: string;
    at: string;
  }[];
  for (const { document, person, at } of rows) {
    const key = `${document} ${person}`;
    const known = times.get(key);
    if (known) known.push(Date.parse(at));
    else times.set(key, [Date.parse(at)]);
  }
  return (document, person, asked, decided) =>
    times.get(`${document} ${person}`)?.find((at) => at >= asked && at <= decided) ?? null;
}
