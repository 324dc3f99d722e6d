import {
  applyChanges,
  asOf,
  problemsOf,
  valueAt,
  withValue,
  type Kind,
  type OrganisationHistory,
  type HistoryChange,
} from "../organisation-history";
import { locationRow } from "./location-row";
import { lookupIn, type Lookup } from "./lookup";
import {
  BadCell,
  changeOf,
  groupRow,
  idOfRow,
  limitRow,
  personRow,
  positionRow,
  unitRow,
  type CellReason,
  type Cells,
  type RowSetting,
  type StillNeeded,
} from "./rows";
import { TABLES, type Column, type Mapping, type TableName } from "./tables";

/** A row that cannot be taken: its table and its line in the file, counted from 1 with the heading, the column and the reason. */
export type BadRow = { table: TableName; line: number; column: string; why: CellReason; row: string };

export type Planned = { change: HistoryChange; line: number | null; how: "added" | "changed" | "deactivated" };

/** What a file would do, worked out without doing it. */
export type Plan = {
  planned: Planned[];
  unchanged: number;
  bad: BadRow[];
  /** What those in the file are called there, by their ids: some of them are in no row that is taken. */
  called: ReadonlyMap<string, string>;
};

/** One table of a file. */
export type TableInput = {
  table: TableName;
  /** Rows under the heading, in order. */
  rows: readonly (readonly string[])[];
  /** Line of each row in the file. */
  lines: readonly number[];
  mapping: Mapping;
};

/** How a file is brought in. */
export type PlanSetting = {
  /** Whoever is not in the file is deactivated, or has no limit any more. */
  complete: boolean;
  /** Moment from which what changes counts. */
  from: string;
  /** Last active day of those who are deactivated for not being in the file. */
  lastDay: string;
  /** People with open documents, who cannot be deactivated by a file. */
  withOpenWork: ReadonlySet<string>;
};

export type PlanInput = TableInput & PlanSetting;

const KIND: Record<TableName, Kind> = {
  people: "person",
  units: "unit",
  positions: "position",
  groups: "group",
  limits: "limit",
  locations: "location",
};
const TABLE_OF = {
  person: "people",
  unit: "units",
  position: "positions",
  group: "groups",
  limit: "limits",
  location: "locations",
} as const;
const READ = {
  person: personRow,
  unit: unitRow,
  position: positionRow,
  group: groupRow,
  limit: limitRow,
  location: locationRow,
} as const;
const STEP = 500;

/** Keys of the columns that a table needs and the mapping has not. */
export function missingColumns(table: TableName, mapping: Mapping): string[] {
  const columns: readonly Column[] = TABLES[table].columns;
  return columns.filter((column) => column.needed && mapping[column.key] == null).map((column) => column.key);
}

type Read = { planned: Planned[]; unchanged: number; bad: BadRow[]; seen: Set<string> };

/** The same for a file of one table. */
export function planImport(history: OrganisationHistory, input: PlanInput): Generator<number, Plan> {
  return planTogether(history, [input], input);
}

/**
 * Works out what a file of several tables changes: whatever one of them names may stand in another, in whichever order they come. A generator, so that whoever runs it can tell how far it
 * is and let others go on meanwhile.
 * @yields how many rows have been read
 * @returns the plan; its changes fit together with everything that is not in the file
 */
export function* planTogether(
  history: OrganisationHistory,
  tables: readonly TableInput[],
  setting: PlanSetting,
): Generator<number, Plan> {
  const { currency } = asOf(history, setting.from);
  const known = lookupIn(history, {});
  const found = tables.map((table) => identified(history, table, known));
  const of = (kind: Kind) => found.filter((one) => one.kind === kind).flatMap(namedIn);
  const lookup = lookupIn(history, {
    person: of("person"),
    unit: of("unit"),
    position: of("position"),
    location: of("location"),
  });
  const reading: RowSetting = { history, lookup, from: setting.from, currency };
  const read: Read = { planned: [], unchanged: 0, bad: [], seen: new Set() };
  let rows = 0;
  for (const one of found) {
    const lineOf = new Map<string, number>();
    read.seen = new Set();
    for (const [index] of one.cells.entries()) {
      readRow(one, index, reading, read, lineOf);
      rows += 1;
      if (rows % STEP === 0) yield rows;
    }
    if (setting.complete) read.planned.push(...leftOut(one.kind, read.seen, history, setting));
  }
  const called = new Map(found.flatMap((one) => one.ids.map((id, index) => [id, one.cells[index]!("name") ?? ""])));
  return { ...settle(history, setting, read), called };
}

/** A table with the cells of each row by their columns, and which entry each is about. */
type Identified = TableInput & { kind: Kind; cells: Cells[]; ids: string[] };

function identified(history: OrganisationHistory, table: TableInput, known: Lookup): Identified {
  const kind = KIND[table.table];
  const cells = table.rows.map((row): Cells => {
    return (key) => {
      const at = table.mapping[key];
      return at == null ? undefined : (row[at] ?? "").trim();
    };
  });
  const used = new Set<string>();
  const ids = cells.map((row) => {
    const id = idOfRow(kind, row, history, known, used);
    used.add(id);
    return id;
  });
  return { ...table, kind, cells, ids };
}

const namedIn = ({ ids, cells }: Identified) =>
  ids.map((id, index) => ({ id, words: [cells[index]!("email"), cells[index]!("name")] }));

function readRow(
  { kind, table, cells: all, ids, lines, rows }: Identified,
  index: number,
  setting: RowSetting,
  read: Read,
  lineOf: Map<string, number>,
): void {
  const [cells, id, line] = [all[index]!, ids[index]!, lines[index]!];
  const bad = (column: string, why: CellReason) =>
    read.bad.push({ table, line, column, why, row: rows[index]!.join(", ").slice(0, 120) });
  try {
    const entry = READ[kind as keyof typeof READ](cells, id, setting);
    const first = lineOf.get(entry.after.id);
    if (first !== undefined) return void bad("id", { code: "in another line", values: { line: first } });
    lineOf.set(entry.after.id, line);
    read.seen.add(entry.after.id);
    const change = changeOf(entry, setting.history);
    if (!change) read.unchanged += 1;
    else read.planned.push({ change, line, how: howOf(change) });
  } catch (error) {
    if (!(error instanceof BadCell)) throw error;
    // Somebody in a bad row is still in the file, and not to be deactivated for being left out.
    read.seen.add(id);
    bad(error.column, error.why);
  }
}

function howOf(change: HistoryChange): Planned["how"] {
  if (!change.before) return "added";
  const leaves = change.kind === "person" && change.after.activeUntil && !change.before.activeUntil;
  return leaves ? "deactivated" : "changed";
}

function leftOut(kind: Kind, seen: ReadonlySet<string>, history: OrganisationHistory, input: PlanSetting): Planned[] {
  if (kind === "person")
    return [...history.person.values()]
      .filter((person) => !seen.has(person.id) && !person.activeUntil)
      .map((before) => ({
        line: null,
        how: "deactivated",
        change: { kind, id: before.id, before, after: { ...before, activeUntil: input.lastDay } },
      }));
  if (kind === "limit")
    return [...history.limit.values()]
      .filter((entry) => !seen.has(entry.id) && valueAt(entry.limits, input.from)?.limit.kind !== "none")
      .map((before) => ({
        line: null,
        how: "deactivated",
        change: {
          kind,
          id: before.id,
          before,
          after: { ...before, limits: withValue(before.limits, { from: input.from, limit: { kind: "none" } }) },
        },
      }));
  return [];
}

/** Takes out rows that do not fit with the rest until what is left does. */
function settle(history: OrganisationHistory, input: PlanSetting, read: Read): Omit<Plan, "called"> {
  let { planned } = read;
  const bad = [...read.bad];
  for (;;) {
    const draft = applyChanges(
      history,
      planned.map((one) => one.change),
    );
    const problems = new Map<string, { column: string; why: CellReason }>();
    for (const { id, path, why } of problemsOf(draft, input.from))
      problems.set(id, { column: String(path.at(-1)), why: { code: "does not fit", values: { problem: why } } });
    for (const [id, why] of orphans(draft, planned, input))
      problems.set(id, { column: "activeUntil", why: { code: "still needed", values: { why } } });
    const wrong = planned.filter((one) => problems.has(idIn(one.change)));
    if (wrong.length === 0) break;
    for (const one of wrong)
      bad.push({
        table: TABLE_OF[one.change.kind as keyof typeof TABLE_OF],
        line: one.line ?? 0,
        row: idIn(one.change),
        ...problems.get(idIn(one.change))!,
      });
    planned = planned.filter((one) => !wrong.includes(one));
  }
  return { planned, unchanged: read.unchanged, bad: bad.sort((a, b) => a.line - b.line) };
}

const idIn = (change: HistoryChange) => (change.kind === "limit" ? change.after.holder.id : change.id);

/** People who are to be deactivated although something still hangs on them. */
function orphans(draft: OrganisationHistory, planned: readonly Planned[], input: PlanSetting): [string, StillNeeded][] {
  const leaving = planned.filter((one) => one.how === "deactivated" && one.change.kind === "person");
  if (leaving.length === 0) return [];
  const organisation = asOf(draft, input.from);
  const why = new Map<string, StillNeeded>();
  const going = new Set(leaving.map((one) => one.change.id));
  for (const person of organisation.people)
    if (person.manager && !going.has(person.id) && !person.activeUntil)
      why.set(person.manager, { code: "reports", values: { person: person.id } });
  for (const unit of organisation.units)
    if (unit.head) why.set(unit.head, { code: "heads", values: { unit: unit.id } });
  for (const position of organisation.positions)
    if (position.holder) why.set(position.holder, { code: "holds", values: { position: position.id } });
  for (const group of organisation.groups)
    for (const member of group.members) why.set(member, { code: "in a group", values: { group: group.id } });
  for (const owner of organisation.owners) why.set(owner.person, { code: "owns", values: { key: owner.key } });
  for (const { entries } of organisation.lists)
    for (const { owner, name } of entries) if (owner) why.set(owner, { code: "owns", values: { key: name } });
  for (const entry of organisation.standIns) if (entry.standIn) why.set(entry.standIn, { code: "stands in" });
  for (const id of input.withOpenWork) why.set(id, { code: "open documents" });
  return [...going].flatMap((id): [string, StillNeeded][] => {
    const reason = why.get(id);
    return reason ? [[id, reason]] : [];
  });
}
