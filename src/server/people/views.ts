import { addDays, dayIn, startOfDay } from "@/core/calendar";
import { authorityOf, type Authority } from "@/core/authority";
import { AUTHORITY_TYPES } from "@/core/documents";
import {
  inEffect,
  isActive,
  lastDayBefore,
  type Directory,
  type Limit,
  type Person,
  type StandIn,
} from "@/core/people";
import { formatAmount } from "@/core/money";
import { valueAt, type Register } from "@/core/register";
import { conflictsOf, sayConflict } from "@/core/segregation";
import { sayDate } from "@/core/words";
import { authorise } from "../access/authorise";
import { maskedDetails } from "../access/private-details";
import { sessionsOf, type Session } from "../access/sessions";
import { credentialOf } from "../access/sign-in";
import type { App } from "../app";
import type { Visit } from "../http/page";
import { deskOf } from "../documents/queries";
import { directoryAt, inForce, readWorld } from "../world";
import { historyOf, type HistoryLine } from "./history";
import { plain } from "./queries";

export type Link = { id: string; name: string };
export type PersonRow = Link & {
  title: string;
  unit: string;
  unitName: string;
  manager: Link | null;
  location: string;
  roles: string[];
  state: PersonState;
};

/** What has to be known of a person beside their name: away, leaving, gone. */
export type PersonState =
  | { kind: "present" }
  | { kind: "away"; until: string; standIn: string | null }
  | { kind: "leaves"; on: string }
  | { kind: "gone"; since: string }
  | { kind: "coming"; on: string };

export function stateOf(person: Person, directory: Directory, at: string): PersonState {
  const zone = directory.organisation.timeZone;
  if (!isActive(person, at)) {
    if (person.activeUntil && person.activeUntil < at.slice(0, 10)) return { kind: "gone", since: person.activeUntil };
    return { kind: "coming", on: person.activeFrom ?? "" };
  }
  const absence = directory.standInsOf(person.id).find((entry) => entry.kind === "absence" && inEffect(entry, at));
  if (absence)
    return {
      kind: "away",
      until: absence.until ? lastDayBefore(absence.until, zone) : "",
      standIn: absence.standIn && (directory.person(absence.standIn)?.name ?? absence.standIn),
    };
  return person.activeUntil ? { kind: "leaves", on: person.activeUntil } : { kind: "present" };
}

export function linkTo(directory: Directory, id: string | null | undefined): Link | null {
  return id ? { id, name: directory.person(id)?.name ?? id } : null;
}

export function rowOf(person: Person, directory: Directory, at: string): PersonRow {
  return {
    id: person.id,
    name: person.name,
    title: person.title,
    unit: person.unit,
    unitName: directory.unit(person.unit)?.name ?? person.unit,
    manager: linkTo(directory, person.manager),
    location: directory.organisation.locations.find((one) => one.id === person.location)?.name ?? "",
    roles: person.roles,
    state: stateOf(person, directory, at),
  };
}

export type UnitNode = Link & {
  depth: number;
  head: Link | null;
  headState: PersonState | null;
  people: number;
  below: number;
};

/** All open units from the top down, each with its head and how many active people sit in it and below it. */
export function unitTree(directory: Directory, at: string): UnitNode[] {
  const { units, people } = directory.organisation;
  const counts = new Map<string, number>();
  const withBelow = new Map<string, number>();
  for (const person of people) {
    if (!isActive(person, at)) continue;
    counts.set(person.unit, (counts.get(person.unit) ?? 0) + 1);
    for (const unit of directory.unitsAbove(person.unit)) withBelow.set(unit.id, (withBelow.get(unit.id) ?? 0) + 1);
  }
  const nodes: UnitNode[] = [];
  const walk = (parent: string | null, depth: number) => {
    for (const unit of units.filter((one) => (one.parent ?? null) === parent && !one.closed)) {
      const head = unit.head ? directory.person(unit.head) : undefined;
      nodes.push({
        id: unit.id,
        name: unit.name,
        depth,
        head: linkTo(directory, unit.head),
        headState: head ? stateOf(head, directory, at) : null,
        people: counts.get(unit.id) ?? 0,
        below: withBelow.get(unit.id) ?? 0,
      });
      walk(unit.id, depth + 1);
    }
  };
  walk(null, 0);
  return nodes;
}

export type UnitView = Link & {
  parent: Link | null;
  head: Link | null;
  /** Who headed it from when, and what it was called, latest first. */
  states: { from: string; name: string; head: string; later: boolean }[];
  positions: { id: string; name: string; heads: boolean; holder: Link | null; before: string }[];
  below: (Link & { head: Link | null })[];
  people: PersonRow[];
};

export function unitView(register: Register, directory: Directory, id: string, at: string): UnitView | null {
  const unit = directory.unit(id);
  const entry = register.unit.get(id);
  if (!unit || !entry) return null;
  const zone = directory.organisation.timeZone;
  const name = (person: string | null) => (person ? (directory.person(person)?.name ?? person) : "vacant");
  const parent = unit.parent ? directory.unit(unit.parent) : undefined;
  return {
    id,
    name: unit.name,
    parent: parent ? { id: parent.id, name: parent.name } : null,
    head: linkTo(directory, unit.head),
    states: entry.states
      .map((state) => ({
        from: dayIn(state.from, zone),
        name: state.name,
        head: name(state.head),
        later: state.from > at,
      }))
      .toReversed(),
    positions: directory.organisation.positions
      .filter((position) => position.unit === id)
      .map((position) => ({
        id: position.id,
        name: position.name,
        heads: position.heads,
        holder: linkTo(directory, directory.holderOf(position.id)),
        before: sayHolders(register, position.id, zone, name),
      })),
    below: directory.organisation.units
      .filter((one) => one.parent === id && !one.closed)
      .map((one) => ({ id: one.id, name: one.name, head: linkTo(directory, one.head) })),
    people: directory.organisation.people
      .filter((person) => person.unit === id && isActive(person, at))
      .map((person) => rowOf(person, directory, at)),
  };
}

function sayHolders(register: Register, position: string, zone: string, name: (id: string | null) => string): string {
  const holders = register.position.get(position)?.holders ?? [];
  if (holders.length < 2) return "";
  return holders.map((one) => `${name(one.person)} from ${sayDate(dayIn(one.from, zone))}`).join(", ");
}

export type TableFilter = { q?: string; unit?: string; show?: string; sort?: string; page?: string };
export const TABLE_PAGE = 50;

/** A page of the people whose name, title, address or unit has the words searched for. */
export function peopleTable(
  directory: Directory,
  filter: TableFilter,
  at: string,
): { rows: PersonRow[]; total: number; page: number } {
  const words = plain(filter.q ?? "")
    .split(/\s+/)
    .filter(Boolean);
  const inside = (person: Person) =>
    !filter.unit || directory.unitsAbove(person.unit).some((unit) => unit.id === filter.unit);
  const found = directory.organisation.people.filter((person) => {
    const text = plain(`${person.name} ${person.title} ${person.email} ${directory.unit(person.unit)?.name ?? ""}`);
    return inside(person) && words.every((word) => text.includes(word));
  });
  const rows = found.map((person) => rowOf(person, directory, at)).filter((row) => shows(filter.show, row));
  const by = SORTS[filter.sort ?? "name"] ?? SORTS.name!;
  rows.sort((a, b) => by(a).localeCompare(by(b), "en") || a.name.localeCompare(b.name, "en"));
  const page = Math.max(1, Math.min(Number(filter.page) || 1, Math.ceil(rows.length / TABLE_PAGE) || 1));
  return { rows: rows.slice((page - 1) * TABLE_PAGE, page * TABLE_PAGE), total: rows.length, page };
}

const SORTS: Record<string, (row: PersonRow) => string> = {
  name: (row) => row.name,
  unit: (row) => row.unitName,
  title: (row) => row.title,
  manager: (row) => row.manager?.name ?? "",
};

function shows(what: string | undefined, { state, roles }: PersonRow): boolean {
  switch (what) {
    case "away":
    case "leaves":
    case "gone":
      return state.kind === what;
    case "everybody":
      return true;
    case undefined:
    case "":
      return state.kind !== "gone";
    default:
      return state.kind !== "gone" && roles.includes(what);
  }
}

export type StandInView = {
  id: string;
  kind: StandIn["kind"];
  person: Link;
  standIn: Link | null;
  from: string;
  until: string | null;
  when: "now" | "later" | "over";
  types: string[] | null;
  cap: { minor: number; currency: string } | null;
  reason: string;
};

function standInView(entry: StandIn, directory: Directory, at: string): StandInView {
  const zone = directory.organisation.timeZone;
  return {
    id: entry.id,
    kind: entry.kind,
    person: linkTo(directory, entry.person)!,
    standIn: linkTo(directory, entry.standIn),
    from: dayIn(entry.from, zone),
    until: entry.until && lastDayBefore(entry.until, zone),
    when: inEffect(entry, at) ? "now" : entry.from > at && entry.until !== entry.from ? "later" : "over",
    types: entry.documentTypes?.map((type) => AUTHORITY_TYPES[type] ?? type) ?? null,
    cap: entry.cap,
    reason: entry.reason,
  };
}

/** Absences and delegations that are in effect or still to come, soonest first. */
export function awayView(directory: Directory, at: string): StandInView[] {
  return directory.organisation.standIns
    .map((entry) => standInView(entry, directory, at))
    .filter((one) => one.when !== "over")
    .sort((a, b) => (a.from < b.from ? -1 : 1));
}

export type PersonView = {
  row: PersonRow;
  email: string;
  path: Link[];
  activeFrom: string | null;
  activeUntil: string | null;
  successor: Link | null;
  lineUp: (Link & { title: string; state: PersonState })[];
  lineDown: (Link & { title: string; state: PersonState })[];
  heads: Link[];
  positions: Link[];
  groups: Link[];
  owns: string[];
  authority: (Authority & { typeName: string })[];
  standIns: StandInView[];
  standsInFor: StandInView[];
  waits:
    | {
        id: string;
        number: string;
        title: string;
        amount: { minor: number; currency: string };
        forWhom: string | null;
      }[]
    | null;
  conflicts: { words: string; reason: string | null }[];
  masked: ReturnType<typeof maskedDetails> | null;
  mayOpen: boolean;
  history: HistoryLine[] | null;
  access: { hasPassword: boolean; hasCodes: boolean; sessions: Session[] } | null;
};

/**
 * A person as somebody may see them, on a day.
 * @param on ISO date; null for now. A past day is answered with what held then, as far as policies and people go.
 */
export function personView(visit: Visit, id: string, on: string | null): PersonView | null {
  const { app, now, zone } = visit;
  const { register } = readWorld(app);
  const at = on ? momentOn(on, now, zone) : now;
  const directory = on ? directoryAt(register, at) : visit.directory;
  const person = directory.person(id);
  if (!person) return null;
  const member = directory.organisation.groups.filter((group) => group.members.includes(id));
  const near = (one: Person) => ({ id: one.id, name: one.name, title: one.title, state: stateOf(one, directory, at) });
  return {
    row: rowOf(person, directory, at),
    email: person.email,
    path: directory.unitsAbove(person.unit).map((unit) => ({ id: unit.id, name: unit.name })),
    activeFrom: person.activeFrom ?? null,
    activeUntil: person.activeUntil ?? null,
    successor: linkTo(directory, person.successor),
    lineUp: directory.lineUp(id).map(near),
    lineDown: directory
      .lineDown(id)
      .filter((one) => isActive(one, at))
      .map(near),
    heads: directory.organisation.units
      .filter((unit) => unit.head === id)
      .map((unit) => ({ id: unit.id, name: unit.name })),
    positions: directory.positionsOf(id).map((position) => ({ id: position.id, name: position.name })),
    groups: member.map((group) => ({ id: group.id, name: group.name })),
    owns: directory.organisation.owners.filter((owner) => owner.person === id).map((owner) => owner.key),
    authority: Object.entries(AUTHORITY_TYPES).map(([type, typeName]) => ({
      typeName,
      ...authorityOf(id, type, inForce(readWorld(app), at), directory, at),
    })),
    standIns: [...register.standIn.values()]
      .filter((entry) => entry.person === id)
      .map((entry) => standInView(entry, directory, at))
      .toReversed(),
    standsInFor: directory.standsInFor(id).map((entry) => standInView(entry, directory, at)),
    ...privateParts(visit, person, register),
  };
}

/** The end of a past or later day, at which what was set on it counts. */
export function momentOn(day: string, now: string, zone: string): string {
  if (day === dayIn(now, zone)) return now;
  return new Date(Date.parse(startOfDay(addDays(day, 1), zone)) - 1).toISOString();
}

function privateParts(
  visit: Visit,
  person: Person,
  register: Register,
): Pick<PersonView, "waits" | "conflicts" | "masked" | "mayOpen" | "history" | "access"> {
  const { app, person: viewer } = visit;
  const about = { about: person };
  const own = viewer.id === person.id;
  const mayManage = !authorise(viewer, "access.manage");
  const credential = mayManage ? credentialOf(app, person.id) : undefined;
  const settings = register.organisation.get("organisation");
  const exceptions = register.person.get(person.id)?.exceptions ?? [];
  return {
    waits: own || !authorise(viewer, "documents.readAll") ? waitsFor(app, person) : null,
    conflicts: conflictsOf(person.roles, settings?.segregation ?? []).map((rule) => ({
      words: sayConflict(rule),
      reason: exceptions.find((one) => one.roles.every((role) => rule.roles.includes(role)))?.reason ?? null,
    })),
    masked: own || !authorise(viewer, "people.private", about) || mayManage ? maskedDetails(app, person.id) : null,
    mayOpen: !authorise(viewer, "people.private", about),
    history: authorise(viewer, "people.history", about) ? null : historyOf(app, person.id),
    access: mayManage
      ? {
          hasPassword: credential !== undefined,
          hasCodes: Boolean(credential?.code_secret),
          sessions: sessionsOf(app, person.id),
        }
      : null,
  };
}

function waitsFor(app: App, person: Person): NonNullable<PersonView["waits"]> {
  const { directory } = readWorld(app);
  const { waiting, blocked } = deskOf(app, person);
  return [...waiting, ...blocked.map((row) => ({ ...row, inNameOf: null }))].slice(0, 12).map((row) => ({
    id: row.id,
    number: row.number,
    title: row.title,
    amount: row.net,
    forWhom: row.inNameOf && (directory.person(row.inNameOf)?.name ?? row.inNameOf),
  }));
}

export type LimitCell = {
  words: string;
  minor: number | null;
  currency: string;
  kind: "amount" | "unlimited" | "none";
  later: string;
};
export type LimitRow = { kind: "person" | "position"; id: string; name: string; about: string; cells: LimitCell[] };

/** Limits by holder and type, positions first; people only where they have a limit or could decide. */
export function limitMatrix(register: Register, directory: Directory, at: string, all: boolean): LimitRow[] {
  const { positions, people, currency } = directory.organisation;
  const cells = (kind: "person" | "position", id: string) =>
    Object.keys(AUTHORITY_TYPES).map((type) => cellOf(register, `${kind}.${id}.${type}`, directory, at, currency));
  const held = positions.map((position): LimitRow => {
    const holder = linkTo(directory, directory.holderOf(position.id));
    return {
      kind: "position",
      id: position.id,
      name: position.name,
      about: holder?.name ?? "vacant",
      cells: cells("position", position.id),
    };
  });
  const own = people
    .filter((person) => isActive(person, at) && person.roles.includes("approver"))
    .map((person): LimitRow => ({
      kind: "person",
      id: person.id,
      name: person.name,
      about: person.title,
      cells: cells("person", person.id),
    }))
    .filter((row) => all || row.cells.some((cell) => cell.kind !== "none" || cell.later));
  return [...held, ...own];
}

function sayCell(limit: Limit): string {
  return limit.kind === "amount" ? formatAmount(limit) : limit.kind;
}

function cellOf(register: Register, id: string, { organisation }: Directory, at: string, currency: string): LimitCell {
  const entry = register.limit.get(id);
  const limit = entry && valueAt(entry.limits, at)?.limit;
  const next = entry?.limits.find((one) => one.from > at);
  const later = next ? `${sayCell(next.limit)} from ${sayDate(dayIn(next.from, organisation.timeZone))}` : "";
  if (limit?.kind === "amount")
    return { kind: "amount", minor: limit.minor, currency: limit.currency, words: sayCell(limit), later };
  return { kind: limit?.kind ?? "none", minor: null, currency, words: limit ? sayCell(limit) : "", later };
}

/** Groups with their members and what keeps each from deciding now. */
export function groupViews(directory: Directory, at: string) {
  return directory.organisation.groups.map((group) => ({
    id: group.id,
    name: group.name,
    members: group.members.map((id) => {
      const person = directory.person(id);
      return {
        id,
        name: person?.name ?? id,
        state: person ? stateOf(person, directory, at) : { kind: "present" as const },
      };
    }),
  }));
}

/** Positions with who holds each now and did before. */
export function positionViews(register: Register, directory: Directory, at: string) {
  const name = (person: string | null) => (person ? (directory.person(person)?.name ?? person) : "vacant");
  return directory.organisation.positions.map((position) => {
    const holder = directory.holderOf(position.id);
    const person = holder ? directory.person(holder) : undefined;
    return {
      id: position.id,
      name: position.name,
      unit: directory.unit(position.unit)?.name ?? position.unit,
      heads: position.heads,
      holder: person ? { id: person.id, name: person.name, state: stateOf(person, directory, at) } : null,
      before: sayHolders(register, position.id, directory.organisation.timeZone, name),
    };
  });
}
