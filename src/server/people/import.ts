import { parse } from "csv-parse/sync";
import { z } from "zod";
import { addDays, dayIn } from "@/core/calendar";
import type { Person } from "@/core/people";
import {
  TABLES,
  TABLE_NAMES,
  exportTable,
  guessMapping,
  guessTable,
  missingColumns,
  planTogether,
  tableCalled,
  type BadRow,
  type Column,
  type Mapping,
  type Plan,
  type TableInput,
  type TableName,
} from "@/core/people-table";
import { type Result, refusedFor } from "@/core/refusal";
import {
  refuse,
  refused,
  differencesOf,
  sayEntry,
  namesIn,
  type Difference,
  sayNotEdited,
  sayCell,
  namesOf,
} from "@/core/words";
import { effective, applyChanges, type OrganisationHistory, asOf } from "@/core/organisation-history";
import { authorise, type Action } from "../access/authorise";
import type { App } from "../app";
import { textOfCell } from "@/core/tables";
import { tableFile, toXlsx, type TableFormat } from "../tables";
import { inThread } from "../threads/in-thread";
import { readReferenceData } from "../reference-data";
import { nativeHash } from "../log/log";
import { editOrganisation } from "./commands";
import { directoryOf } from "@/core/people";

export const MAX_FILE = 20 * 1024 * 1024;
const MOST_ROWS = 50_000;

export const ImportSchema = z.strictObject({
  table: z.enum(TABLE_NAMES as [TableName, ...TableName[]]).nullable(),
  text: z.string().max(MAX_FILE).default(""),
  /** Sheets of a workbook in place of the text, a table each, in whichever order; their columns are known by their headings. */
  sheets: z
    .array(z.strictObject({ name: z.string().max(100), text: z.string().max(MAX_FILE) }))
    .min(2)
    .max(10)
    .optional(),
  mapping: z.record(z.string(), z.int().min(0).nullable()).nullable(),
  complete: z.boolean().default(false),
  from: z.iso.date().nullable().default(null),
  /** Leave the bad rows out and take the others. */
  takeGood: z.boolean().default(false),
  /** Write what the preview showed, known by its fingerprint; null only looks. */
  confirm: z.string().nullable().default(null),
  command: z.uuid(),
});
export type ImportRequest = z.infer<typeof ImportSchema>;

export type PreviewRow = { line: number | null; what: string; differences: Difference[] };
export type Preview = {
  table: TableName;
  header: string[];
  mapping: Mapping;
  /** Of a workbook of several tables: which they are, with how many rows each has. */
  sheets: { name: string; table: TableName; rows: number }[];
  counts: { added: number; changed: number; deactivated: number; unchanged: number; bad: number; rows: number };
  /** The first of each, since nobody reads ten thousand. */
  added: PreviewRow[];
  changed: PreviewRow[];
  deactivated: PreviewRow[];
  bad: (Omit<BadRow, "why"> & { message: string })[];
  /** Changes with the plan; what is confirmed must be what was seen. */
  fingerprint: string;
};
const SHOWN = 200;

/** How far an import is, in words and rows. */
export type Progress = { stage: "reading" | "comparing" | "checking" | "writing"; done: number; total: number };

type Sheet = { header: string[]; rows: string[][]; lines: number[] };

/** Reads a table as RFC 4180 has it, with a comma, semicolon or tab between cells, with or without a byte order mark. @param mayBeEmpty whether a heading alone will do */
export function readSheet(text: string, mayBeEmpty = false): Result<Sheet> {
  if (text.includes("\ufffd")) return refused("sheet is not UTF-8", null, "file");
  const first = text.slice(0, text.search(/[\r\n]|$/));
  const delimiter = [";", "\t", ","].toSorted((a, b) => first.split(b).length - first.split(a).length)[0]!;
  try {
    const records = parse(text, {
      bom: true,
      delimiter,
      relax_column_count: true,
      skip_empty_lines: true,
      info: true,
    }) as unknown as { record: string[]; info: { lines: number } }[];
    const [header, ...body] = records.map(({ record }) => record.map(textOfCell));
    if (!header || (body.length === 0 && !mayBeEmpty)) return refused("sheet without rows", null, "file");
    if (body.length > MOST_ROWS) return refused("sheet too long", { most: MOST_ROWS }, "file");
    return { ok: true, value: { header, rows: body, lines: records.slice(1).map(({ info }) => info.lines) } };
  } catch (error) {
    return refused("sheet unreadable", { found: (error as Error).message }, "file");
  }
}

/** A table of people as a file that can be brought in again; all of them as one workbook with a sheet each. */
export function exportFile(app: App, table: TableName | "all", format: TableFormat): Promise<string | Uint8Array> {
  const { organisation } = readReferenceData(app).directory;
  if (table === "all")
    return toXlsx(
      TABLE_NAMES.map((name) => ({
        name: TABLES[name].name,
        rows: exportTable(organisation, name),
        zone: organisation.timeZone,
      })),
    );
  return tableFile(format, TABLES[table].name, exportTable(organisation, table), organisation.timeZone);
}

const ACTION: Record<TableName, Action> = {
  people: "people.write",
  units: "people.write",
  positions: "people.write",
  groups: "people.write",
  limits: "limits.write",
  locations: "calendars.write",
};

/**
 * Looks at a file, or writes what was looked at: all of it in one transaction, or nothing. Yields how far it is.
 * @returns the preview, and how many entries were written when it was confirmed
 */
export async function* importFile(
  app: App,
  actor: Person,
  request: ImportRequest,
  signal?: AbortSignal,
): AsyncGenerator<Progress, Result<Imported>> {
  if (request.confirm === null) return yield* inThread(app, "look at a file of people", request, actor, signal);
  return yield* importHere(app, actor, request);
}

export type Imported = { preview: Preview; written: number | null };

/** The same in this thread. */
export async function* importHere(
  app: App,
  actor: Person,
  request: ImportRequest,
): AsyncGenerator<Progress, Result<Imported>> {
  const read = request.sheets ? readTables(request.sheets) : readOne(request);
  if (!read.ok) return read;
  const tables = read.value;
  const refusal = tables.map(({ table }) => authorise(actor, ACTION[table])).find((one) => one !== null);
  if (refusal) return refusedFor(refusal);
  const [{ table, header, mapping }] = tables as [ReadTable];
  const lacking = tables.find((one) => missingColumns(one.table, one.mapping).length > 0);
  if (lacking && !request.sheets) return { ok: true, value: { preview: nothingYet(lacking), written: null } };
  if (lacking) {
    const known: readonly Column[] = TABLES[lacking.table].columns;
    const columns = missingColumns(lacking.table, lacking.mapping).map(
      (key) => known.find((one) => one.key === key)?.label ?? key,
    );
    return refused("sheet without columns", { sheet: lacking.name, columns }, "file");
  }
  const total = tables.reduce((sum, one) => sum + one.rows.length, 0);
  yield { stage: "reading", done: total, total };
  const planned = yield* planning(app, request, tables, total);
  if (!planned.ok) return planned;
  const { history } = readReferenceData(app);
  const found = previewOf(app, history, planned.value, total);
  const several = request.sheets
    ? tables.map((one) => ({ name: one.name, table: one.table, rows: one.rows.length }))
    : [];
  const preview: Preview = { table, header, mapping, sheets: several, ...found };
  if (request.confirm === null) return { ok: true, value: { preview, written: null } };
  if (request.confirm !== preview.fingerprint) return refusedFor(refuse("preview was another"));
  if (preview.bad.length > 0 && !request.takeGood) return refusedFor(refuse("rows not taken", null, "takeGood"));
  yield { stage: "writing", done: 0, total: planned.value.planned.length };
  const changes = planned.value.planned.map((one) => one.change);
  const event = `${table} imported`;
  const done = editOrganisation(app, actor, { action: ACTION[table], event, command: request.command }, (now) =>
    // Between looking and writing nothing may have changed, or the old values shown would not be the old values.
    now === history ? { ok: true, value: changes } : refusedFor(refuse("people have changed")),
  );
  return done.ok ? { ok: true, value: { preview, written: done.value.changed } } : done;
}

/** A table of a file, with which column is which. */
type ReadTable = TableInput & { name: string; header: string[] };

function readOne({ text, table, mapping }: ImportRequest): Result<ReadTable[]> {
  const sheet = readSheet(text);
  if (!sheet.ok) return sheet;
  const { header, rows, lines } = sheet.value;
  const known = table ?? guessTable(header);
  return {
    ok: true,
    value: [{ name: "", table: known, header, rows, lines, mapping: mapping ?? guessMapping(header, known) }],
  };
}

/** The tables of a workbook: each is what its sheet is called, or what its headings look like. */
function readTables(sheets: readonly { name: string; text: string }[]): Result<ReadTable[]> {
  const tables: ReadTable[] = [];
  for (const { name, text } of sheets) {
    const sheet = readSheet(text, true);
    if (!sheet.ok) return sheet;
    const { header, rows, lines } = sheet.value;
    if (rows.length === 0) continue;
    const table = tableCalled(name) ?? guessTable(header);
    tables.push({ name, table, header, rows, lines, mapping: guessMapping(header, table) });
  }
  return tables.length > 0 ? { ok: true, value: tables } : refused("sheet without rows", null, "file");
}

async function* planning(
  app: App,
  request: ImportRequest,
  tables: readonly TableInput[],
  total: number,
): AsyncGenerator<Progress, Result<Plan>> {
  const { history, directory } = readReferenceData(app);
  const at = app.clock.now();
  const zone = directory.organisation.timeZone;
  const from = effective(request.from, { at, actor: "", zone });
  if (!from.ok) return refusedFor(...from.refusals.map((why) => sayNotEdited(why)));
  const steps = planTogether(history, tables, {
    complete: request.complete && !request.sheets,
    from: from.value,
    lastDay: addDays(request.from ?? dayIn(at, zone), -1),
    withOpenWork: peopleWithOpenWork(app),
  });
  for (;;) {
    const step = steps.next();
    if (step.done) return { ok: true, value: step.value };
    yield { stage: "comparing", done: step.value, total };
    // Others are served between two steps.
    await new Promise((resolve) => setImmediate(resolve));
  }
}

function peopleWithOpenWork(app: App): Set<string> {
  const rows = app.db
    .prepare(
      `SELECT DISTINCT person FROM waiting
       UNION SELECT DISTINCT requester FROM document WHERE status IN ('draft', 'waiting', 'sent back')`,
    )
    .pluck()
    .all() as string[];
  return new Set(rows);
}

function nothingYet({ table, header, rows, mapping }: ReadTable): Preview {
  const counts = { added: 0, changed: 0, deactivated: 0, unchanged: 0, bad: 0, rows: rows.length };
  return {
    table,
    header,
    mapping,
    sheets: [],
    counts,
    added: [],
    changed: [],
    deactivated: [],
    bad: [],
    fingerprint: "",
  };
}

function previewOf(
  app: App,
  history: OrganisationHistory,
  plan: Plan,
  rows: number,
): Omit<Preview, "table" | "header" | "mapping" | "sheets"> {
  const after = applyChanges(
    history,
    plan.planned.map((one) => one.change),
  );
  const names = namesIn(after);
  const known = namesOf(directoryOf(asOf(after, app.clock.now())));
  const said = { ...known, person: (id: string) => plan.called.get(id) || known.person(id) };
  const zone = readReferenceData(app).directory.organisation.timeZone;
  const of = (how: Plan["planned"][number]["how"]) => plan.planned.filter((one) => one.how === how);
  const shown = (how: Plan["planned"][number]["how"]): PreviewRow[] =>
    of(how)
      .slice(0, SHOWN)
      .map(({ change, line }) => ({
        line,
        what: sayEntry(change, names),
        differences: differencesOf(change, names, zone, app.clock.now()),
      }));
  const counts = {
    added: of("added").length,
    changed: of("changed").length,
    deactivated: of("deactivated").length,
    unchanged: plan.unchanged,
    bad: plan.bad.length,
    rows,
  };
  return {
    counts,
    added: shown("added"),
    changed: shown("changed"),
    deactivated: shown("deactivated"),
    bad: plan.bad.slice(0, SHOWN).map(({ why, ...row }) => ({ ...row, message: sayCell(why, said) })),
    fingerprint: fingerprintOf(plan),
  };
}

/** Which entries change and how, without the moment, which is another when it is confirmed. */
function fingerprintOf(plan: Plan): string {
  const text = plan.planned
    .map(({ change, how }) => `${how} ${change.kind} ${change.id} ${withoutMoments(change.after)}`)
    .join("\n");
  return `${plan.planned.length}-${plan.bad.length}-${nativeHash(text).slice(0, 16)}`;
}

function withoutMoments(entry: object): string {
  return JSON.stringify(entry, (key, value: unknown) => (key === "from" ? undefined : value));
}

export const tableNames = Object.entries(TABLES).map(([key, { name }]) => ({ key: key as TableName, name }));
