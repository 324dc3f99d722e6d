import { oneDay } from "../calendar";
import { AUTHORITY_TYPES, documentTypeKeys, typeWords } from "../documents";
import { idFrom } from "../ids";
import { isCurrency, parseMoney, type AmountReason } from "../money";
import { RoleSchema, type Limit, type OrganisationProblem, type Role } from "../people";
import { canonical } from "../records";
import {
  ENTRY_SCHEMAS,
  newPersonId,
  limitId,
  valueAt,
  withState,
  withValue,
  type EntryOf,
  type Kind,
  type OrganisationHistory,
  type HistoryChange,
} from "../organisation-history";
import type { Coded } from "../reason";
import { conflictsOf, inOrder, type Separation } from "../segregation";
import type { Lookup } from "./lookup";

/** Why a cell is not taken; what somebody wrote as it was written. */
export type CellReason = Coded<{
  empty: { column: string };
  "nothing of that name": { what: "person" | "unit" | "location"; typed: string };
  "no person or position": { typed: string };
  "no date": { typed: string };
  "no role": { typed: string };
  "roles apart": { rule: Separation };
  "neither yes nor no": { typed: string };
  "no document type": { typed: string };
  "no currency": { typed: string };
  /** Hours of a day, of a location. */
  "no hours": { typed: string };
  "no amount": { typed: string; why: AmountReason };
  "limit below zero": null;
  malformed: { column: string; found: string };
  "in another line": { line: number };
  "does not fit": { problem: OrganisationProblem };
  "still needed": { why: StillNeeded };
}>;

/** What still hangs on somebody who is to be deactivated by a file. */
export type StillNeeded = Coded<{
  reports: { person: string };
  heads: { unit: string };
  holds: { position: string };
  "in a group": { group: string };
  owns: { key: string };
  "stands in": null;
  "open documents": null;
}>;

/** Why a row cannot be taken, and under which column. */
export class BadCell extends Error {
  constructor(
    readonly column: string,
    readonly why: CellReason,
  ) {
    super(why.code);
  }
}

/** A row as its cells by column; undefined where the file has no such column. */
export type Cells = (key: string) => string | undefined;

/** What every row is read with. `from` is the moment from which dated values count. */
export type RowSetting = { history: OrganisationHistory; lookup: Lookup; from: string; currency: string };

type Entry<K extends Kind> = { kind: K; after: EntryOf<K> };
export type RowEntry = { [K in Kind]: Entry<K> }[Kind];

/** What stands under a column that has to say something. @throws BadCell where it is empty */
export function needed(cells: Cells, key: string, label = key): string {
  const text = cells(key);
  if (!text) throw new BadCell(key, { code: "empty", values: { column: label } });
  return text;
}

/** A reference that may be left out: undefined without the column, null where the cell is empty. */
function reference(
  cells: Cells,
  key: string,
  find: (text: string) => string | null,
  what: "person" | "unit" | "location",
): string | null | undefined {
  const text = cells(key);
  if (text === undefined || text === "") return text === undefined ? undefined : null;
  const id = find(text);
  if (!id) throw new BadCell(key, { code: "nothing of that name", values: { what, typed: text } });
  return id;
}

/** A row about a person as an entry from a day on; a column that is not there leaves what was. @throws BadCell for a cell that says nothing that is known */
export function personRow(cells: Cells, id: string, { history, lookup, from }: RowSetting): RowEntry {
  const known = history.person.get(id);
  const now = known && (valueAt(known.seats, from) ?? known.seats[0]!);
  const unit = reference(cells, "unit", lookup.unit, "unit");
  if (!unit) throw new BadCell("unit", { code: "empty", values: { column: "unit" } });
  const manager = reference(cells, "manager", lookup.person, "person");
  const location = reference(cells, "location", lookup.location, "location");
  const seat = {
    title: cells("title") || now?.title || "employee",
    unit,
    manager: manager === undefined ? (now?.manager ?? null) : manager,
    location: location === undefined ? (now?.location ?? null) : location,
  };
  const same = now && (Object.keys(seat) as (keyof typeof seat)[]).every((key) => now[key] === seat[key]);
  const roles = rolesIn(cells("roles"), known, history);
  const typedDay = cells("activeUntil");
  const lastDay = typedDay ? oneDay(typedDay) : typedDay;
  if (lastDay === null) throw new BadCell("activeUntil", { code: "no date", values: { typed: typedDay! } });
  const { activeUntil, ...rest } = known ?? { exceptions: [] };
  const until = lastDay === undefined ? activeUntil : lastDay;
  return {
    kind: "person",
    after: {
      ...rest,
      id,
      name: needed(cells, "name"),
      email: needed(cells, "email", "e-mail"),
      roles,
      exceptions: rest.exceptions.filter((one) => one.roles.every((role) => roles.includes(role))),
      ...(until && { activeUntil: until }),
      seats: same ? known!.seats : withState(known?.seats ?? [], { from, ...seat }),
    },
  };
}

function rolesIn(text: string | undefined, known: EntryOf<"person"> | undefined, history: OrganisationHistory): Role[] {
  if (!text) return known?.roles ?? ["requester"];
  const words = text === "none" ? [] : text.split(/[\s,;|]+/).filter(Boolean);
  const roles = words.map((word) => {
    const role = RoleSchema.safeParse(word.toLowerCase());
    if (!role.success) throw new BadCell("roles", { code: "no role", values: { typed: word } });
    return role.data;
  });
  const rules = history.organisation.get("organisation")?.segregation ?? [];
  const kept = known?.exceptions ?? [];
  const conflict = conflictsOf(roles, rules).find(
    (rule) => !kept.some((one) => one.roles.every((role) => rule.roles.includes(role))),
  );
  if (conflict) throw new BadCell("roles", { code: "roles apart", values: { rule: conflict } });
  return inOrder(roles);
}

/** A row about a unit, as `personRow`. @throws BadCell */
export function unitRow(cells: Cells, id: string, { history, lookup, from }: RowSetting): RowEntry {
  const known = history.unit.get(id);
  const now = known && (valueAt(known.states, from) ?? known.states[0]!);
  const parent = reference(cells, "parent", lookup.unit, "unit");
  const head = reference(cells, "head", lookup.person, "person");
  const state = {
    name: needed(cells, "name"),
    parent: parent === undefined ? (now?.parent ?? null) : parent,
    head: head === undefined ? (now?.head ?? null) : head,
  };
  const same = now && now.name === state.name && now.parent === state.parent && now.head === state.head;
  return {
    kind: "unit",
    after: { id, states: same ? known!.states : withState(known?.states ?? [], { from, ...state }) },
  };
}

/** A row about a position and who holds it, as `personRow`. @throws BadCell */
export function positionRow(cells: Cells, id: string, { history, lookup, from }: RowSetting): RowEntry {
  const known = history.position.get(id);
  const unit = reference(cells, "unit", lookup.unit, "unit");
  if (!unit) throw new BadCell("unit", { code: "empty", values: { column: "unit" } });
  const heads = cells("heads") === undefined ? (known?.heads ?? false) : yesOrNo("heads", cells("heads")!);
  const person = heads ? undefined : reference(cells, "holder", lookup.person, "person");
  const now = known ? (valueAt(known.holders, from)?.person ?? null) : undefined;
  const holders = known?.holders ?? [];
  return {
    kind: "position",
    after: {
      id,
      name: needed(cells, "name"),
      unit,
      heads,
      holders: person === undefined || person === now ? holders : withValue(holders, { from, person }),
    },
  };
}

function yesOrNo(column: string, text: string): boolean {
  if (/^(yes|true|1|y)$/i.test(text)) return true;
  if (/^(no|false|0|n|)$/i.test(text)) return false;
  throw new BadCell(column, { code: "neither yes nor no", values: { typed: text } });
}

/** Members as a cell names them: between signs or on lines of their own, by id, address or name; ids and addresses between spaces too. */
function membersIn(text: string, lookup: Lookup): string[] {
  const apart = text
    .split(/[,;|\n]+/)
    .map((word) => word.trim())
    .filter(Boolean);
  return apart.flatMap((word) => (lookup.person(word) || !/\s/.test(word) ? [word] : word.split(/\s+/)));
}

/** A row about a group, its members between signs or spaces, as `personRow`. @throws BadCell */
export function groupRow(cells: Cells, id: string, { history, lookup, from }: RowSetting): RowEntry {
  const known = history.group.get(id);
  const now = known && valueAt(known.members, from);
  const text = cells("members");
  const words = text === undefined ? (now?.people ?? []) : membersIn(text, lookup);
  const people = [...new Set(words.map((word) => reference(() => word, "members", lookup.person, "person")!))];
  const same = now && now.people.length === people.length && now.people.every((one) => people.includes(one));
  return {
    kind: "group",
    after: {
      id,
      name: needed(cells, "name"),
      members: same ? known!.members : withValue(known?.members ?? [], { from, people }),
    },
  };
}

/** A type of document by its key or whatever it is called, one or many, however it is written. */
function typeCalled(text: string): string | undefined {
  const letters = (word: string) => word.toLocaleLowerCase("en").replace(/[^\p{L}]/gu, "");
  const typed = letters(text);
  return Object.entries(AUTHORITY_TYPES).find(([key, label]) => {
    const { one = "", many = "" } = documentTypeKeys.includes(key) ? typeWords(key).name : {};
    return [key, `${key}s`, label, one, many].some((word) => word !== "" && letters(word) === typed);
  })?.[0];
}

/** A row about the limit of a person or position for a type of document, as `personRow`. @throws BadCell */
export function limitRow(cells: Cells, _id: string, { history, lookup, from, currency }: RowSetting): RowEntry {
  const text = needed(cells, "holder");
  const holder = lookup.holder(text);
  if (!holder) throw new BadCell("holder", { code: "no person or position", values: { typed: text } });
  const typeText = needed(cells, "documentType", "document type");
  const documentType = typeCalled(typeText);
  if (!documentType) throw new BadCell("documentType", { code: "no document type", values: { typed: typeText } });
  const limit = limitIn(needed(cells, "amount"), cells("currency") || currency);
  const id = limitId(holder, documentType);
  const known = history.limit.get(id);
  const now = known ? valueAt(known.limits, from)?.limit : undefined;
  const same = now !== undefined && canonical(now) === canonical(limit);
  return {
    kind: "limit",
    after: { id, holder, documentType, limits: same ? known!.limits : withValue(known?.limits ?? [], { from, limit }) },
  };
}

function limitIn(text: string, currency: string): Limit {
  if (/^unlimited$/i.test(text)) return { kind: "unlimited" };
  if (/^none$/i.test(text)) return { kind: "none" };
  if (!isCurrency(currency)) throw new BadCell("currency", { code: "no currency", values: { typed: currency } });
  const parsed = parseMoney(text, currency);
  if (!parsed.ok) throw new BadCell("amount", { code: "no amount", values: { typed: text, why: parsed.why } });
  if (parsed.money.minor < 0) throw new BadCell("amount", { code: "limit below zero" });
  return { kind: "amount", ...parsed.money };
}

/** The id of the entry a row is about: what it says, or that of the entry with the same address or name, or a new one made of the name. */
export function idOfRow(
  kind: Kind,
  cells: Cells,
  history: OrganisationHistory,
  lookup: Lookup,
  used: ReadonlySet<string>,
): string {
  if (kind === "limit") return `${cells("holder")} ${cells("documentType")}`.toLowerCase();
  const given = cells("id");
  if (given) {
    const known = history[kind].has(given) ? given : null;
    return known ?? idFrom(given);
  }
  if (kind === "person") {
    const known = cells("email") && lookup.person(cells("email")!);
    if (known) return known;
  }
  if (kind === "unit" || kind === "location") {
    const known = cells("name") && lookup[kind](cells("name")!);
    if (known) return known;
  }
  const name = cells("name") ?? "";
  return kind === "person" ? newPersonId(history, { name, email: cells("email") ?? "" }, used) : idFrom(name);
}

/** A row’s entry as a change; null where nothing differs. @throws BadCell where the entry does not fit its schema */
export function changeOf({ kind, after }: RowEntry, history: OrganisationHistory): HistoryChange | null {
  const parsed = ENTRY_SCHEMAS[kind].safeParse(after);
  if (!parsed.success) {
    const issue = parsed.error.issues[0]!;
    const field = String(issue.path[0] ?? "id");
    throw new BadCell(field === "seats" ? "title" : field, {
      code: "malformed",
      values: { column: field, found: issue.message },
    });
  }
  const before = history[kind].get(after.id) ?? null;
  if (before && canonical(before) === canonical(after)) return null;
  return { kind, id: after.id, before, after } as unknown as HistoryChange;
}
