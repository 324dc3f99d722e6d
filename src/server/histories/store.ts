import { z } from "zod";
import { partyOfRow, pastOfRow, type HistoryRow } from "@/core/history-file";
import type { Person } from "@/core/people";
import type { PastDocument } from "@/core/rehearsal";
import type { Result } from "@/core/refusal";
import { refused } from "@/core/words";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import { carryOut } from "../carry-out";
import { statement } from "../db/statement";
import { write } from "../ledger/write";
import { sealerOfLog } from "../log/sealed";
import { readReferenceData } from "../reference-data";

/** What is rehearsed on: documents of the organisation's own, those and all histories, or one history by its id. */
export type Source = string;
export const OWN = "own";
export const EVERYTHING = "all";

/** Documents of one type in a history: how many, and on which days, ISO dates. */
export type HistoryPart = { documents: number; from: string; until: string };

/** A history that was brought in by file, of documents by their types. */
export type HistoryFile = {
  id: string;
  name: string;
  types: Readonly<Record<string, HistoryPart>>;
  broughtBy: string;
  /** ISO date-time in UTC. */
  broughtAt: string;
};

/** Every history, the latest first. */
export function historiesOf(app: App): HistoryFile[] {
  const rows = app.db.prepare("SELECT * FROM history_file ORDER BY brought_at DESC, rowid DESC").all() as {
    id: string;
    name: string;
    summary: string;
    brought_by: string;
    brought_at: string;
  }[];
  const { open } = sealerOfLog(app.db);
  return rows.map((row) => ({
    id: row.id,
    name: row.name,
    types: JSON.parse(row.summary) as HistoryFile["types"],
    broughtBy: open(row.brought_by),
    broughtAt: row.brought_at,
  }));
}

/** By type how many rows there are, on which days. */
function partsOf(rows: readonly HistoryRow[]): Record<string, HistoryPart> {
  const parts: Record<string, HistoryPart> = {};
  for (const { documentType, date } of rows) {
    const part = (parts[documentType] ??= { documents: 0, from: date, until: date });
    part.documents += 1;
    if (date < part.from) part.from = date;
    if (date > part.until) part.until = date;
  }
  return parts;
}

/** Keeps a history. Call inside a transaction. @param headings what each heading of its file was said to be */
export function keepHistory(
  app: App,
  { id, name, broughtBy }: Pick<HistoryFile, "id" | "name" | "broughtBy">,
  rows: readonly HistoryRow[],
  headings: ReadonlyMap<string, string | null>,
): void {
  const { db } = app;
  const { seal } = sealerOfLog(db);
  const sealed = (_: string, value: unknown) => (typeof value === "string" ? seal(value) : value);
  statement(db, "INSERT INTO history_file (id, name, summary, brought_by, brought_at) VALUES (?, ?, ?, ?, ?)").run(
    id,
    name,
    JSON.stringify(partsOf(rows)),
    seal(broughtBy),
    app.clock.now(),
  );
  const insert = statement(db, "INSERT INTO history_row (file, line, type, day, row) VALUES (?, ?, ?, ?, ?)");
  for (const row of rows) insert.run(id, row.line, row.documentType, row.date, JSON.stringify(row, sealed));
  const note = statement(db, "INSERT OR REPLACE INTO history_heading (heading, column) VALUES (?, ?)");
  for (const [heading, column] of headings) note.run(heading, column);
}

/** What headings were said to be the last time, null for nothing that is read. */
export function headingsKept(app: App): Map<string, string | null> {
  const rows = app.db.prepare("SELECT heading, column FROM history_heading").raw().all() as [string, string | null][];
  return new Map(rows);
}

/** What is rehearsed on: a document of the past, with what it is called. */
export type HistoryDocument = { past: PastDocument; number: string; title: string };

/**
 * The documents of a type that histories tell of.
 * @param file id of one history; all of them where it is null
 * @param from ISO date of the first day, and `until` of the last
 */
export function historyDocuments(
  app: App,
  documentType: string,
  { file, from, until }: { file: string | null; from: string; until: string },
): HistoryDocument[] {
  const { organisation } = readReferenceData(app).directory;
  const { openJson } = sealerOfLog(app.db);
  const rows = statement(
    app.db,
    `SELECT file, row FROM history_row WHERE type = @documentType AND day >= @from AND day <= @until AND (@file IS NULL OR file = @file)
     ORDER BY day, file, line`,
  ).iterate({ documentType, file, from, until }) as IterableIterator<{ file: string; row: string }>;
  const found: HistoryDocument[] = [];
  for (const { file: of, row: text } of rows) {
    const row = JSON.parse(openJson(text)) as HistoryRow;
    const id = `${of}:${row.line}`;
    found.push({
      past: pastOfRow(row, id, organisation.timeZone, organisation.fields),
      number: row.number || `line ${row.line}`,
      title: partyOfRow(row),
    });
  }
  return found;
}

export const HistoryChangeSchema = z.strictObject({ type: z.literal("delete"), command: z.uuid() });

/** Deletes a history as a whole: what it said is gone, and the log has that it was. */
export function deleteHistory(app: App, actor: Person, id: string, command: string): Result<{ name: string }> {
  const type = "history deleted";
  const intent = { command, stream: `history:${id}`, type };
  const again = ({ data }: { data: string }) => ({ name: (JSON.parse(data) as { name: string }).name });
  return carryOut(app, actor, { ...intent, barred: () => authorise(actor, "histories.write"), again }, () => {
    const history = historiesOf(app).find((one) => one.id === id);
    if (!history) return refused("no such history");
    app.db.prepare("DELETE FROM history_row WHERE file = ?").run(id);
    app.db.prepare("DELETE FROM history_file WHERE id = ?").run(id);
    // Rehearsals that were kept have of it what came of them, and no row.
    app.db.prepare("DELETE FROM rehearsal_inputs WHERE history IN (?, ?)").run(id, EVERYTHING);
    write(app, intent.stream, [{ type, data: { id, name: history.name } }], { actor: actor.id, command });
    return { ok: true, value: { name: history.name } };
  });
}
