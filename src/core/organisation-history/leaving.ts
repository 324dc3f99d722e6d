import { addDays, dayIn, startOfDay } from "../calendar";
import { refused } from "../refusal";
import { joinWords } from "../text";
import { asOf, valueAt } from "./as-of";
import type { Setting } from "./dates";
import { withState, withValue } from "./dates";
import { changeTo, nameOf, type Edit } from "./edit";
import { applyChanges, type EntryOf, type OrganisationHistory, type RegisterChange } from "./schema";

/** What would be left without somebody when a person goes. Ids, each with a name to show. */
export type LeftBehind = {
  reports: Named[];
  heads: Named[];
  positions: Named[];
  groups: Named[];
  owns: Named[];
  standsInFor: Named[];
};
type Named = { id: string; name: string };

/** Everything that hangs on a person at a moment. */
export function leftBehind(register: OrganisationHistory, person: string, at: string): LeftBehind {
  const organisation = asOf(register, at);
  const day = dayIn(at, organisation.timeZone);
  return {
    reports: organisation.people
      .filter((one) => one.manager === person && !(one.activeUntil && one.activeUntil < day))
      .map(({ id, name }) => ({ id, name })),
    heads: organisation.units.filter((unit) => unit.head === person).map(({ id, name }) => ({ id, name })),
    positions: organisation.positions.filter((one) => one.holder === person).map(({ id, name }) => ({ id, name })),
    groups: organisation.groups.filter((one) => one.members.includes(person)).map(({ id, name }) => ({ id, name })),
    owns: organisation.owners
      .filter((one) => one.person === person)
      .map(({ of, key }) => ({ id: `${of}.${key}`, name: key })),
    standsInFor: organisation.standIns
      .filter((one) => one.standIn === person)
      .map((one) => ({ id: one.id, name: nameOf(register, one.person) })),
  };
}

/** Where each thing goes; null leaves it vacant, which has to be said. */
export type Handing = {
  /** Last day on which the person is active; yesterday makes it at once. */
  lastDay: string;
  /** Takes over what is open in documents: decisions asked of the person, and their own requests. */
  successor: string | null;
  reportsTo: string | null;
  heads: Record<string, string | null>;
  positions: Record<string, string | null>;
  ownedBy: string | null;
  standIn: string | null;
};

/**
 * Deactivates a person after a last day and hands on everything that hangs on them from then on. Refused as long as something would be left
 * without an answer.
 * @param openDocuments how many documents wait for the person or are theirs and not closed
 */
export function leave(
  register: OrganisationHistory,
  id: string,
  handing: Handing,
  openDocuments: number,
  setting: Setting,
): Edit {
  const person = register.person.get(id);
  if (!person) return refused("unknown", `There is no person “${id}”`);
  const today = dayIn(setting.at, setting.zone);
  if (handing.lastDay < addDays(today, -1))
    return refused("past", "The last day cannot lie before yesterday", "lastDay");
  const at = handing.lastDay < today ? setting.at : startOfDay(addDays(handing.lastDay, 1), setting.zone);
  const left = leftBehind(register, id, at);
  const refusal = unanswered(register, person, left, handing, openDocuments);
  if (refusal) return refusal;
  const { successor } = handing;
  const changes: RegisterChange[] = changeTo(register, "person", {
    ...person,
    activeUntil: handing.lastDay,
    ...(successor && { successor }),
  });
  return { ok: true, value: [...changes, ...handOn(applyChanges(register, changes), id, left, handing, at)] };
}

function unanswered(
  register: OrganisationHistory,
  person: EntryOf<"person">,
  left: LeftBehind,
  handing: Handing,
  openDocuments: number,
): Edit | null {
  const names = (list: Named[]) =>
    joinWords(
      list.map((one) => one.name),
      "and",
    );
  const taken = [
    handing.successor,
    handing.reportsTo,
    handing.ownedBy,
    handing.standIn,
    ...Object.values(handing.heads),
    ...Object.values(handing.positions),
  ];
  if (taken.includes(person.id)) return refused("invalid", `Nothing can go to ${person.name}, who leaves`);
  const leaver = taken
    .map((id) => (id ? register.person.get(id) : undefined))
    .find((one) => one?.activeUntil && one.activeUntil <= handing.lastDay);
  if (leaver) return refused("invalid", `Nothing can go to ${leaver.name}, who leaves as well`);
  if (openDocuments > 0 && !handing.successor)
    return refused(
      "open work",
      `${openDocuments} open ${openDocuments === 1 ? "document hangs" : "documents hang"} on ${person.name}; say who takes over`,
      "successor",
    );
  if (left.reports.length > 0 && !handing.reportsTo)
    return refused("open work", `Say to whom ${names(left.reports)} will report`, "reportsTo");
  const head = left.heads.find(({ id }) => handing.heads[id] === undefined);
  if (head) return refused("open work", `Say who heads ${head.name}, or that it stays vacant`, `heads.${head.id}`);
  const position = left.positions.find(({ id }) => handing.positions[id] === undefined);
  if (position)
    return refused("open work", `Say who holds ${position.name}, or that it stays vacant`, `positions.${position.id}`);
  if (left.owns.length > 0 && !handing.ownedBy)
    return refused("open work", `Say who owns ${names(left.owns)} from then on`, "ownedBy");
  return null;
}

function handOn(
  register: OrganisationHistory,
  person: string,
  left: LeftBehind,
  handing: Handing,
  from: string,
): RegisterChange[] {
  const above = valueAt(register.person.get(person)!.seats, from)?.manager ?? null;
  const reports = left.reports.flatMap(({ id }) => {
    const entry = register.person.get(id)!;
    // One of the reports may take the place; they then report to whom the leaver reported.
    const manager = id === handing.reportsTo ? above : handing.reportsTo;
    const seat = { ...valueAt(entry.seats, from)!, manager, from };
    return changeTo(register, "person", { ...entry, seats: withState(entry.seats, seat) });
  });
  const heads = left.heads.flatMap(({ id }) => {
    const entry = register.unit.get(id)!;
    const state = { ...valueAt(entry.states, from)!, head: handing.heads[id] ?? null, from };
    return changeTo(register, "unit", { ...entry, states: withState(entry.states, state) });
  });
  const positions = left.positions.flatMap(({ id }) => {
    const entry = register.position.get(id)!;
    const holder = { from, person: handing.positions[id] ?? null };
    return changeTo(register, "position", { ...entry, holders: withValue(entry.holders, holder) });
  });
  const groups = left.groups.flatMap(({ id }) => {
    const entry = register.group.get(id)!;
    const people = valueAt(entry.members, from)!.people.filter((member) => member !== person);
    return changeTo(register, "group", { ...entry, members: withValue(entry.members, { from, people }) });
  });
  const owners = left.owns.flatMap(({ id }) => {
    const entry = register.owner.get(id)!;
    return changeTo(register, "owner", {
      ...entry,
      owners: withValue(entry.owners, { from, person: handing.ownedBy! }),
    });
  });
  const standIns = left.standsInFor.flatMap(({ id }) =>
    standInAfter(register, register.standIn.get(id)!, handing.standIn, from),
  );
  return [...reports, ...heads, ...positions, ...groups, ...owners, ...standIns];
}

/** An absence goes on with another stand-in, or with none; a delegation with nobody to act ends. */
function standInAfter(
  register: OrganisationHistory,
  entry: EntryOf<"standIn">,
  standIn: string | null,
  from: string,
): RegisterChange[] {
  const begun = entry.from < from;
  const ended = begun ? changeTo(register, "standIn", { ...entry, until: from }) : [];
  if (entry.kind === "delegation" && !standIn)
    return begun ? ended : changeTo(register, "standIn", { ...entry, until: entry.from });
  const goesOn = standIn === entry.person ? null : standIn;
  if (!begun) return changeTo(register, "standIn", { ...entry, standIn: goesOn });
  return [...ended, ...changeTo(register, "standIn", { ...entry, id: `${entry.id}.next`, standIn: goesOn, from })];
}

/** Takes somebody back who was to leave or has left, from now on. Positions and groups have to be given again. */
export function comeBack(register: OrganisationHistory, id: string): Edit {
  const person = register.person.get(id);
  if (!person) return refused("unknown", `There is no person “${id}”`);
  if (!person.activeUntil) return refused("already", `${person.name} is not to leave`);
  const { activeUntil: _, successor: __, ...back } = person;
  return { ok: true, value: changeTo(register, "person", back) };
}
