import { turningPoints } from "@/core/organisation-history";
import type { App } from "../app";
import { nextSearch } from "../credit/search";
import { inTransaction } from "../db/all-or-nothing";
import { statement } from "../db/statement";
import { commandBySystem } from "../documents/commands";
import { readState } from "../documents/state";
import { lastSeq } from "../log/log";
import { nextDigest } from "../messages/by-time";
import { readReferenceData } from "../reference-data";

type Due = { document: string; level: string; n: number; at: string };

/**
 * Fires every timer whose moment has come, in the order of their moments, each in one transaction with the letters it sends. What was missed while
 * the server was down fires now; each counts once, since a timer that has fired is no longer there.
 * @param until ISO date-time; no timer after it
 * @returns how many fired
 */
export function fireTimers(app: App, until = app.clock.now()): number {
  const next = statement(
    app.db,
    "SELECT document, level, n, at FROM timer WHERE at <= ? ORDER BY at, document, level, n LIMIT 1",
  );
  let fired = 0;
  for (let due = next.get(until) as Due | undefined; due; due = next.get(until) as Due | undefined) {
    fire(app, due);
    fired += 1;
  }
  return fired;
}

function fire(app: App, { document, level, n, at }: Due): void {
  inTransaction(app, () => {
    const revision = readState(app.db, document)?.revision ?? 0;
    const before = lastSeq(app.db);
    const command = { type: "fire timer" as const, level, timer: n, planned: at };
    const result = commandBySystem(app, document, command, `timer:${document}:${revision}:${level}:${n}:${at}`);
    if (!result.ok || lastSeq(app.db) === before) {
      // Nothing to do for it any more; left in place it would be asked for again and again.
      statement(app.db, "DELETE FROM timer WHERE document = ? AND level = ? AND n = ?").run(document, level, n);
      return;
    }
  });
}

export type NextDue = { at: string; what: string };

/** The next thing that will happen by itself, whatever it is; null when nothing is planned. */
export function nextDue(app: App): NextDue | null {
  const now = app.clock.now();
  const ask = (sql: string) => statement(app.db, sql).get(now) as { at: string; what: string } | undefined;
  const { history } = readReferenceData(app);
  const turn = turningPoints(history, now)[0];
  const planned = [
    ask(
      `SELECT t.at, CASE t.kind WHEN 'overdue' THEN 'an answer is due on ' ELSE 'a reminder about ' END || d.number AS what
         FROM timer t JOIN document d ON d.id = t.document WHERE t.at > ? ORDER BY t.at, t.document, t.level, t.n LIMIT 1`,
    ),
    ask(
      `SELECT j.next_at AS at, 'a step of ' || d.number || ' is tried again' AS what
         FROM job j JOIN document d ON d.id = j.document WHERE j.next_at > ? ORDER BY j.next_at LIMIT 1`,
    ),
    ask(
      "SELECT in_force_from AS at, 'a version of a policy begins' AS what FROM policy_version WHERE in_force_from > ? ORDER BY in_force_from LIMIT 1",
    ),
    ask(
      "SELECT in_force_until AS at, 'a version of a policy ends' AS what FROM policy_version WHERE in_force_until > ? ORDER BY in_force_until LIMIT 1",
    ),
    nextDigest(app) ?? undefined,
    nextSearch(app) ?? undefined,
    turn ? { at: turn, what: "an absence, a limit or a role begins or ends" } : undefined,
  ].filter((one) => one !== undefined);
  return planned.sort((a, b) => (a.at < b.at ? -1 : 1))[0] ?? null;
}
