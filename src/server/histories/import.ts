import { z } from "zod";
import { dayIn, dayOrderIn } from "@/core/calendar";
import { documentTypeKeys, typeWords } from "@/core/documents";
import {
  HISTORY_TYPES,
  historyColumns,
  lackingColumns,
  listsNamed,
  partyOfRow,
  readHistoryRows,
  type HistoryColumn,
  type HistoryReader,
  type ReadHistory,
} from "@/core/history-file";
import { idFrom } from "@/core/ids";
import { formatMoney } from "@/core/money";
import type { Person } from "@/core/people";
import type { Refusal, Result } from "@/core/refusal";
import { foldHeading, guessColumns, type Mapping } from "@/core/tables";
import { capital, sayDate } from "@/core/text";
import { refuse, refused, sayHistory } from "@/core/words";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import { carryOut } from "../carry-out";
import { write } from "../ledger/write";
import { nativeHash } from "../log/log";
import { readSheet } from "../people/import";
import { namesNow, readReferenceData } from "../reference-data";
import { resultInThread } from "../threads/in-thread";
import { EVERYTHING, OWN, headingsKept, historiesOf, keepHistory } from "./store";

export const MAX_HISTORY = 20 * 1024 * 1024;
const NO_IDS: readonly string[] = [OWN, EVERYTHING];
const SHOWN = 100;
const SAMPLES = 3;

export const HistoryImportSchema = z.strictObject({
  /** What the history is to be called; the name of the file where it is empty. */
  called: z.string().trim().max(80).default(""),
  name: z.string().max(200),
  text: z.string().max(MAX_HISTORY),
  /** The type of all documents, or of those whose row says none. */
  documentType: z.enum(documentTypeKeys),
  /** Id of the unit of documents that name none; that at the top where it is null. */
  unit: z.string().max(60).nullable().default(null),
  /** Which column is which; guessed where it is null. */
  mapping: z.record(z.string().max(60), z.int().min(0).max(500).nullable()).nullable().default(null),
  /** Leave the bad rows out and take the others. */
  takeGood: z.boolean().default(false),
  /** Take in what the preview showed, known by its fingerprint; null only looks. */
  confirm: z.string().nullable().default(null),
  command: z.uuid(),
});
export type HistoryImport = z.infer<typeof HistoryImportSchema>;

export type HistoryPreview = {
  documentType: string;
  /** The unit of documents that name none. */
  unit: string;
  header: string[];
  mapping: Mapping;
  columns: { key: string; label: string }[];
  /** Labels of columns that are needed and that nothing was said to be. */
  lacking: string[];
  counts: { documents: number; bad: number; repeated: number };
  /** The first documents as they are read. */
  samples: {
    number: string;
    date: string;
    type: string;
    requester: string;
    unit: string;
    party: string;
    amount: string;
  }[];
  notKnown: { column: string; rows: number; example: string }[];
  bad: { line: number; column: string; message: string }[];
  fingerprint: string;
};

export type HistoryProgress = { stage: "reading" | "writing"; done: number; total: number };
export type HistoryAnswer = { preview: HistoryPreview } | { taken: { id: string; name: string; documents: number } };

/** What a thread is given to read a file. */
export type HistoryText = {
  text: string;
  mapping: Mapping | null;
  reader: HistoryReader;
  kept: [string, string | null][];
};
export type HistoryFound = ReadHistory & { header: string[]; mapping: Mapping; lacking: ("date" | "amount")[] };

/**
 * Looks at a file of documents of the past, or keeps it as a history: all of it in one transaction. Nothing of it becomes a document, and nobody is asked or told
 * anything by it.
 */
export async function* importHistory(
  app: App,
  actor: Person,
  request: HistoryImport,
  signal?: AbortSignal,
): AsyncGenerator<HistoryProgress, Result<HistoryAnswer>> {
  const refusal = authorise(actor, "histories.write");
  if (refusal) return { ok: false, refusals: [refusal] };
  yield { stage: "reading", done: 0, total: 1 };
  const reader = readerFor(app, request);
  const kept = [...headingsKept(app)];
  const { text, mapping } = request;
  const read = await resultInThread(app, "read a history file", { text, mapping, reader, kept }, actor, signal);
  if (!read.ok) return read;
  const fingerprint = nativeHash(
    JSON.stringify([request.name, text, read.value.mapping, request.documentType, reader.usualUnit]),
  );
  if (request.confirm === null)
    return { ok: true, value: { preview: previewOf(app, request, read.value, reader, fingerprint) } };
  const wrong = whyNotKeep(request, read.value, fingerprint);
  if (wrong) return { ok: false, refusals: [wrong] };
  yield { stage: "writing", done: 0, total: 1 };
  return keep(app, actor, request, read.value);
}

/** What a file says. In a thread. */
export function readHistoryText({ text, mapping: given, reader, kept }: HistoryText): Result<HistoryFound> {
  const sheet = readSheet(text);
  if (!sheet.ok) return sheet;
  const { header } = sheet.value;
  const before = new Map(kept);
  const first = given ?? guessColumns(header, historyColumns([reader.documentType], reader.fields), before);
  const columns = historyColumns(columnTypes(first, reader), reader.fields);
  const mapping = given ?? guessColumns(header, columns, before);
  const lacking = lackingColumns(mapping, columns);
  const read = lacking.length > 0 ? NOTHING : readHistoryRows(sheet.value, mapping, reader);
  return { ok: true, value: { ...read, header, mapping, lacking } };
}

const NOTHING: ReadHistory = { rows: [], bad: [], notKnown: [], repeated: 0 };

/** Columns are those of every type where a column says which each row is of, and else of the one. */
function columnTypes(mapping: Mapping, { documentType }: HistoryReader): readonly string[] {
  return mapping.type == null ? [documentType] : [documentType, ...HISTORY_TYPES.filter((key) => key !== documentType)];
}

function readerFor(app: App, { documentType, unit }: HistoryImport): HistoryReader {
  const { history, directory } = readReferenceData(app);
  const { organisation } = directory;
  const top = organisation.units.find(({ parent }) => parent === null);
  const named = new Set(listsNamed(HISTORY_TYPES, organisation.fields));
  return {
    usualUnit: (organisation.units.find(({ id }) => id === unit) ?? top)?.id ?? "",
    documentType,
    types: HISTORY_TYPES,
    fields: organisation.fields,
    lists: organisation.lists.filter(({ id }) => named.has(id)),
    people: [...history.person.values()].map(({ id, name, email, seats }) => ({
      id,
      name,
      email,
      seats: seats.map(({ from, unit }) => ({ from: dayIn(from, organisation.timeZone), unit })),
    })),
    units: organisation.units.map(({ id, name }) => ({ id, name })),
    currency: organisation.currency,
    dayOrder: dayOrderIn(organisation.timeZone),
    today: dayIn(app.clock.now(), organisation.timeZone),
  };
}

function whyNotKeep(request: HistoryImport, { rows, bad, lacking }: HistoryFound, fingerprint: string): Refusal | null {
  if (request.confirm !== fingerprint) return refuse("another file", null, "confirm");
  if (lacking.length > 0) return refuse("history lacks columns", { columns: lacking }, "mapping");
  if (bad.length > 0 && !request.takeGood) return refuse("rows are bad", { rows: bad.length }, "takeGood");
  return rows.length === 0 ? refuse("file has no document", null, "file") : null;
}

function keep(app: App, actor: Person, request: HistoryImport, found: HistoryFound): Result<HistoryAnswer> {
  const name = request.called || request.name.replace(/\.\w+$/, "") || "History";
  // What a rehearsal calls otherwise is no history's.
  const plain = idFrom(name);
  const id = NO_IDS.includes(plain) ? `${plain}-history` : plain;
  const { command } = request;
  const intent = { command, stream: `history:${id}`, type: "history brought in" };
  const taken = { id, name, documents: found.rows.length };
  const barred = () => authorise(actor, "histories.write");
  return carryOut(app, actor, { ...intent, barred, again: () => ({ taken }) }, (): Result<HistoryAnswer> => {
    if (historiesOf(app).some((one) => one.id === id)) return refused("history of that name", { name }, "called");
    const headings = new Map(found.header.map((heading) => [foldHeading(heading), null as string | null]));
    for (const [key, at] of Object.entries(found.mapping))
      if (at !== null) headings.set(foldHeading(found.header[at] ?? ""), key);
    keepHistory(app, { id, name, broughtBy: actor.id }, found.rows, headings);
    const data = { ...taken, file: request.name, hash: nativeHash(request.text) };
    write(app, intent.stream, [{ type: intent.type, data }], { actor: actor.id, command });
    return { ok: true, value: { taken } };
  });
}

function previewOf(
  app: App,
  { documentType }: HistoryImport,
  { rows, bad, notKnown, repeated, header, mapping, lacking }: HistoryFound,
  reader: HistoryReader,
  fingerprint: string,
): HistoryPreview {
  const names = namesNow(app);
  const columns = historyColumns(columnTypes(mapping, reader), reader.fields);
  // What a plain amount of the type is.
  const [type] = mapping.type == null ? [documentType] : [];
  const meant = type ? ` (${typeWords(type).measures[0]!.label})` : "";
  const labels = new Map(columns.map(({ key, label }: HistoryColumn) => [key, label]));
  const labelOf = (key: string) => labels.get(key) ?? key;
  return {
    documentType,
    unit: reader.usualUnit,
    header,
    mapping,
    columns: columns.map(({ key, label, says }) => ({
      key,
      label: capital(says === "amount" ? `${label}${meant}` : label),
    })),
    lacking: lacking.map(labelOf),
    counts: { documents: rows.length, bad: new Set(bad.map(({ line }) => line)).size, repeated },
    samples: rows.slice(0, SAMPLES).map((row) => ({
      number: row.number,
      date: sayDate(row.date),
      type: typeWords(row.documentType).name.one,
      requester: row.requester && names.person(row.requester),
      unit: row.unit && names.unit(row.unit),
      party: partyOfRow(row),
      amount: Object.values(row.measures).slice(0, 1).map(formatMoney).join(),
    })),
    notKnown: notKnown.map((one) => ({ ...one, column: capital(labelOf(one.column)) })),
    bad: bad
      .slice(0, SHOWN)
      .map(({ line, column, why }) => ({ line, column: capital(labelOf(column)), message: sayHistory(why) })),
    fingerprint,
  };
}
