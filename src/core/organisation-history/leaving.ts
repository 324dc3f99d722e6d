import { addDays, dayIn, startOfDay } from "../calendar";
import { asOf, valueAt } from "./as-of";
import type { Setting } from "./dates";
import { withState, withValue } from "./dates";
import { changeTo } from "./edit";
import { noSuch, notEdited, type Edit } from "./reasons";
import { applyChanges, itemId, type EntryOf, type OrganisationHistory, type HistoryChange } from "./schema";

/** What would be left without somebody when a person goes. Ids, each with a name to show. */
export type LeftBehind = {
  reports: Named[];
  heads: Named[];
  positions: Named[];
  groups: Named[];
  /** Customers and suppliers, and what stands in lists. */
  owns: (Named & { kind: "owner" | "listItem" })[];
  standsInFor: Named[];
};
type Named = { id: string; name: string };

/** Everything that hangs on a person at a moment. */
export function leftBehind(history: OrganisationHistory, person: string, at: string): LeftBehind {
  const organisation = asOf(history, at);
  const day = dayIn(at, organisation.timeZone);
  return {
    reports: organisation.people
      .filter((one) => one.manager === person && !(one.activeUntil && one.activeUntil < day))
      .map(({ id, name }) => ({ id, name })),
    heads: organisation.units.filter((unit) => unit.head === person).map(({ id, name }) => ({ id, name })),
    positions: organisation.positions.filter((one) => one.holder === person).map(({ id, name }) => ({ id, name })),
    groups: organisation.groups.filter((one) => one.members.includes(person)).map(({ id, name }) => ({ id, name })),
    owns: [
      ...organisation.owners
        .filter((one) => one.person === person)
        .map(({ of, key }) => ({ kind: "owner" as const, id: `${of}.${key}`, name: key })),
      ...organisation.lists.flatMap(({ id: list, entries }) =>
        entries
          // What has ended too: documents that name it may still ask its owner.
          .filter(({ owner }) => owner === person)
          .map(({ key, name }) => ({ kind: "listItem" as const, id: itemId(list, key), name })),
      ),
    ],
    standsInFor: organisation.standIns
      .filter((one) => one.standIn === person)
      .map((one) => ({ id: one.id, name: history.person.get(one.person)?.name ?? one.person })),
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
  history: OrganisationHistory,
  id: string,
  handing: Handing,
  openDocuments: number,
  setting: Setting,
): Edit {
  const person = history.person.get(id);
  if (!person) return noSuch("person", id);
  const today = dayIn(setting.at, setting.zone);
  if (handing.lastDay < addDays(today, -1)) return notEdited({ code: "last day too early" }, "lastDay");
  const at = handing.lastDay < today ? setting.at : startOfDay(addDays(handing.lastDay, 1), setting.zone);
  const left = leftBehind(history, id, at);
  const refusal = unanswered(history, person, left, handing, openDocuments);
  if (refusal) return refusal;
  const { successor } = handing;
  const changes: HistoryChange[] = changeTo(history, "person", {
    ...person,
    activeUntil: handing.lastDay,
    ...(successor && { successor }),
  });
  return { ok: true, value: [...changes, ...handOn(applyChanges(history, changes), id, left, handing, at)] };
}

function unanswered(
  history: OrganisationHistory,
  person: EntryOf<"person">,
  left: LeftBehind,
  handing: Handing,
  openDocuments: number,
): Edit | null {
  const taken = [
    handing.successor,
    handing.reportsTo,
    handing.ownedBy,
    handing.standIn,
    ...Object.values(handing.heads),
    ...Object.values(handing.positions),
  ];
  if (taken.includes(person.id)) return notEdited({ code: "goes to the leaver", values: { person: person.id } });
  const leaver = taken
    .map((id) => (id ? history.person.get(id) : undefined))
    .find((one) => one?.activeUntil && one.activeUntil <= handing.lastDay);
  if (leaver) return notEdited({ code: "goes to another leaver", values: { person: leaver.id } });
  if (openDocuments > 0 && !handing.successor)
    return notEdited(
      { code: "documents without a successor", values: { person: person.id, open: openDocuments } },
      "successor",
    );
  if (left.reports.length > 0 && !handing.reportsTo)
    return notEdited(
      { code: "reports without a manager", values: { people: left.reports.map((one) => one.id) } },
      "reportsTo",
    );
  const head = left.heads.find(({ id }) => handing.heads[id] === undefined);
  if (head) return notEdited({ code: "unit without a head", values: { unit: head.id } }, `heads.${head.id}`);
  const position = left.positions.find(({ id }) => handing.positions[id] === undefined);
  if (position)
    return notEdited(
      { code: "position without a holder", values: { position: position.id } },
      `positions.${position.id}`,
    );
  if (left.owns.length > 0 && !handing.ownedBy)
    return notEdited(
      { code: "ownership without an owner", values: { owned: left.owns.map((one) => one.name) } },
      "ownedBy",
    );
  return null;
}

function handOn(
  history: OrganisationHistory,
  person: string,
  left: LeftBehind,
  handing: Handing,
  from: string,
): HistoryChange[] {
  const above = valueAt(history.person.get(person)!.seats, from)?.manager ?? null;
  const reports = left.reports.flatMap(({ id }) => {
    const entry = history.person.get(id)!;
    // One of the reports may take the place; they then report to whom the leaver reported.
    const manager = id === handing.reportsTo ? above : handing.reportsTo;
    const seat = { ...valueAt(entry.seats, from)!, manager, from };
    return changeTo(history, "person", { ...entry, seats: withState(entry.seats, seat) });
  });
  const heads = left.heads.flatMap(({ id }) => {
    const entry = history.unit.get(id)!;
    const state = { ...valueAt(entry.states, from)!, head: handing.heads[id] ?? null, from };
    return changeTo(history, "unit", { ...entry, states: withState(entry.states, state) });
  });
  const positions = left.positions.flatMap(({ id }) => {
    const entry = history.position.get(id)!;
    const holder = { from, person: handing.positions[id] ?? null };
    return changeTo(history, "position", { ...entry, holders: withValue(entry.holders, holder) });
  });
  const groups = left.groups.flatMap(({ id }) => {
    const entry = history.group.get(id)!;
    const people = valueAt(entry.members, from)!.people.filter((member) => member !== person);
    return changeTo(history, "group", { ...entry, members: withValue(entry.members, { from, people }) });
  });
  const owners = left.owns.flatMap(({ kind, id }) => {
    if (kind === "listItem") {
      const item = history.listItem.get(id)!;
      const state = { ...valueAt(item.states, from)!, owner: handing.ownedBy!, from };
      return changeTo(history, "listItem", { ...item, states: withState(item.states, state) });
    }
    const entry = history.owner.get(id)!;
    return changeTo(history, "owner", {
      ...entry,
      owners: withValue(entry.owners, { from, person: handing.ownedBy! }),
    });
  });
  const standIns = left.standsInFor.flatMap(({ id }) =>
    standInAfter(history, history.standIn.get(id)!, handing.standIn, from),
  );
  return [...reports, ...heads, ...positions, ...groups, ...owners, ...standIns];
}

/** An absence goes on with another stand-in, or with none; a delegation with nobody to act ends. */
function standInAfter(
  history: OrganisationHistory,
  entry: EntryOf<"standIn">,
  standIn: string | null,
  from: string,
): HistoryChange[] {
  const begun = entry.from < from;
  const ended = begun ? changeTo(history, "standIn", { ...entry, until: from }) : [];
  if (entry.kind === "delegation" && !standIn)
    return begun ? ended : changeTo(history, "standIn", { ...entry, until: entry.from });
  const goesOn = standIn === entry.person ? null : standIn;
  if (!begun) return changeTo(history, "standIn", { ...entry, standIn: goesOn });
  return [...ended, ...changeTo(history, "standIn", { ...entry, id: `${entry.id}.next`, standIn: goesOn, from })];
}

/** Takes somebody back who was to leave or has left, from now on. Positions and groups have to be given again. */
export function comeBack(history: OrganisationHistory, id: string): Edit {
  const person = history.person.get(id);
  if (!person) return noSuch("person", id);
  if (!person.activeUntil) return notEdited({ code: "is not to leave", values: { person: id } });
  const { activeUntil: _, successor: __, ...back } = person;
  return { ok: true, value: changeTo(history, "person", back) };
}
