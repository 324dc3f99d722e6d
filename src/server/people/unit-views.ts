import { dayIn } from "@/core/calendar";
import { type Directory } from "@/core/people";
import type { OrganisationHistory } from "@/core/organisation-history";
import { sayDate } from "@/core/text";
import { linkTo, rowOf, stateOf, type Link, type PersonRow, type PersonState } from "./rows";

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
    if (!directory.isActive(person, at)) continue;
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

/** A unit as its page shows it at a moment; null where there is none. */
export function unitView(history: OrganisationHistory, directory: Directory, id: string, at: string): UnitView | null {
  const unit = directory.unit(id);
  const entry = history.unit.get(id);
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
        before: sayHolders(history, position.id, zone, name),
      })),
    below: directory.organisation.units
      .filter((one) => one.parent === id && !one.closed)
      .map((one) => ({ id: one.id, name: one.name, head: linkTo(directory, one.head) })),
    people: directory.organisation.people
      .filter((person) => person.unit === id && directory.isActive(person, at))
      .map((person) => rowOf(person, directory, at)),
  };
}

function sayHolders(
  history: OrganisationHistory,
  position: string,
  zone: string,
  name: (id: string | null) => string,
): string {
  const holders = history.position.get(position)?.holders ?? [];
  if (holders.length < 2) return "";
  return holders.map((one) => `${name(one.person)} from ${sayDate(dayIn(one.from, zone))}`).join(", ");
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
export function positionViews(history: OrganisationHistory, directory: Directory, at: string) {
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
      before: sayHolders(history, position.id, directory.organisation.timeZone, name),
    };
  });
}

/** Who owns which cost centre, supplier or customer. */
export function ownerViews(directory: Directory, at: string) {
  return directory.organisation.owners.map(({ of, key, person: id }) => {
    const person = directory.person(id);
    const state = person ? stateOf(person, directory, at) : { kind: "present" as const };
    return { of, key, person: { id, name: person?.name ?? id, state } };
  });
}
