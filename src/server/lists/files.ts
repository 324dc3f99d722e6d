import { z } from "zod";
import { dayIn } from "@/core/calendar";
import { columnsLacking, listTable, readListRows, type BadListRow } from "@/core/list-table";
import type { Person } from "@/core/people";
import { saveItems, type HistoryChange, type ItemRow } from "@/core/organisation-history";
import { refusedFor, type Result } from "@/core/refusal";
import {
  differencesOf,
  namesIn,
  refused,
  sayListCell,
  sayListColumn,
  sayNotEdited,
  type Difference,
} from "@/core/words";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import { tableFile, type TableFormat } from "../tables";
import { nativeHash } from "../log/log";
import { editOrganisation } from "../people/commands";
import { readSheet } from "../people/import";
import { namesNow, readReferenceData } from "../reference-data";
import { isListHere } from "./offered";

export const MAX_LIST_FILE = 4 * 1024 * 1024;

export const ListFileSchema = z.strictObject({
  text: z.string().max(MAX_LIST_FILE),
  from: z.iso.date().nullable().default(null),
  /** Leave the bad rows out and take the others. */
  takeGood: z.boolean().default(false),
  /** Write what the preview showed, known by its fingerprint; null only looks. */
  confirm: z.string().nullable().default(null),
  command: z.uuid(),
});
export type ListFileRequest = z.infer<typeof ListFileSchema> & { list: string };

export type ListPreviewRow = { key: string; name: string; differences: Difference[] };
export type ListPreview = {
  counts: { rows: number; added: number; changed: number; unchanged: number; bad: number };
  added: ListPreviewRow[];
  changed: ListPreviewRow[];
  bad: { line: number; column: string; message: string }[];
  fingerprint: string;
};
const SHOWN = 200;

type Read = { rows: ItemRow[]; changes: HistoryChange[]; bad: { line: number; column: string; message: string }[] };

/** Looks at a file of a list, or writes what was looked at: all of it or nothing. What is not in the file stays as it is. */
export function importList(
  app: App,
  actor: Person,
  request: ListFileRequest,
): Result<{ preview: ListPreview; written: number | null }> {
  const refusal = authorise(actor, "lists.write");
  if (refusal) return refusedFor(refusal);
  if (!isListHere(app, request.list)) return refused("no such list", { list: request.list });
  const read = readFile(app, actor, request);
  if (!read.ok) return read;
  const preview = previewOf(app, read.value);
  if (request.confirm === null) return { ok: true, value: { preview, written: null } };
  if (request.confirm !== preview.fingerprint) return refused("another file", null, "confirm");
  if (preview.bad.length > 0 && !request.takeGood)
    return refused("rows are bad", { rows: preview.counts.bad }, "takeGood");
  const carrying = { action: "lists.write" as const, event: "list imported", command: request.command };
  const { rows } = read.value;
  const done = editOrganisation(app, actor, carrying, (history, setting) =>
    saveItems(history, request.list, rows, request.from, setting),
  );
  return done.ok ? { ok: true, value: { preview, written: done.value.changed } } : done;
}

/** What a file says, and what each row of it that can be taken would change; a row that does not go with the others is bad too. */
function readFile(app: App, actor: Person, { list, text, from }: ListFileRequest): Result<Read> {
  const sheet = readSheet(text);
  if (!sheet.ok) return sheet;
  const lacking = columnsLacking(list, sheet.value.header);
  if (lacking.length > 0) return refused("columns of a list are missing", { columns: lacking }, "file");
  const { history, directory } = readReferenceData(app);
  const at = app.clock.now();
  const zone = directory.organisation.timeZone;
  const read = readListRows(list, sheet.value, directory, dayIn(at, zone));
  const bad = read.bad.map(sayBad);
  let { rows } = read;
  for (;;) {
    const entries = rows.map(({ line: _, ...entry }) => entry);
    const made = saveItems(history, list, entries, from, { at, actor: actor.id, zone });
    if (made.ok) return { ok: true, value: { rows: entries, changes: made.value, bad } };
    const names = namesNow(app);
    const wrong = new Set<number>();
    for (const why of made.refusals) {
      const [index = "0", column = "key"] = (why.path ?? "").split(".");
      wrong.add(Number(index));
      bad.push({
        line: rows[Number(index)]!.line,
        column: sayListColumn(column),
        message: sayNotEdited(why, names).message,
      });
    }
    rows = rows.filter((_, index) => !wrong.has(index));
  }
}

const sayBad = ({ line, column, why }: BadListRow) => ({
  line,
  column: sayListColumn(column),
  message: sayListCell(why),
});

function previewOf(app: App, { rows, changes, bad }: Read): ListPreview {
  const { history, directory } = readReferenceData(app);
  const names = namesIn(history);
  const shown = (of: readonly HistoryChange[]) =>
    of.slice(0, SHOWN).flatMap((change) =>
      change.kind === "listItem"
        ? [
            {
              key: change.after.key,
              name: change.after.states.at(-1)!.name,
              differences: differencesOf(change, names, directory.organisation.timeZone, app.clock.now()),
            },
          ]
        : [],
    );
  const added = changes.filter(({ before }) => !before);
  const changed = changes.filter(({ before }) => before);
  const text = changes.map(({ id, after }) => `${id} ${withoutMoments(after)}`).join("\n");
  return {
    counts: {
      rows: rows.length + new Set(bad.map(({ line }) => line)).size,
      added: added.length,
      changed: changed.length,
      unchanged: rows.length - changes.length,
      bad: new Set(bad.map(({ line }) => line)).size,
    },
    added: shown(added),
    changed: shown(changed),
    bad: bad.toSorted((a, b) => a.line - b.line).slice(0, SHOWN),
    fingerprint: `${changes.length}-${bad.length}-${nativeHash(text).slice(0, 16)}`,
  };
}

/** Which entries change and how, without the moment, which is another when it is confirmed. */
function withoutMoments(entry: object): string {
  return JSON.stringify(entry, (key, value: unknown) => (key === "from" ? undefined : value));
}

/** A list as a file that can be brought in again. */
export function listFile(app: App, list: string, format: TableFormat): Promise<string | Uint8Array> {
  const { directory } = readReferenceData(app);
  return tableFile(format, list, listTable(list, directory), directory.organisation.timeZone);
}
