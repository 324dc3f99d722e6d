import { dayIn } from "../calendar";
import { entriesOf, entryOf } from "../lists";
import type { AuthorityLimit, Organisation, PeopleGroup, Person, Position, StandIn, Unit } from "./schema";

/** An organisation indexed for looking people up. Build it once, use it for many documents. */
export type Directory = {
  readonly organisation: Organisation;
  person(id: string): Person | undefined;
  unit(id: string): Unit | undefined;
  group(id: string): PeopleGroup | undefined;
  position(id: string): Position | undefined;
  /** Whether a person is active at a moment: from the first to the last active day of the organisation’s zone, both included. */
  isActive(person: Person, at: string): boolean;
  /** The unit itself and every unit above it, nearest first. */
  unitsAbove(id: string): readonly Unit[];
  /** The person's manager, the manager's manager, and so on, nearest first. */
  lineUp(person: string): readonly Person[];
  /** Who reports to the person directly. */
  lineDown(person: string): readonly Person[];
  /** Who heads a unit: the person named as head. */
  headOf(unit: string): string | null;
  /** Positions held; whoever heads a unit holds its heading positions. */
  positionsOf(person: string): readonly Position[];
  holderOf(position: string): string | null;
  /** Every limit of a person for a type of document, their own first, then those of positions they hold. */
  limitsOf(person: string, documentType: string): readonly AuthorityLimit[];
  /** Absences and delegations of a person. */
  standInsOf(person: string): readonly StandIn[];
  /** Absences and delegations in which the person acts for somebody. */
  standsInFor(person: string): readonly StandIn[];
  /** Those whose open work goes to the person when they leave. */
  predecessorsOf(person: string): readonly Person[];
  /** Who owns a customer, a supplier, or what stands in a list. @param of “customer”, “supplier” or the id of a list */
  ownerOf(of: string, key: string): string | null;
  /** Keys of what a person owns of one kind; see `ownerOf`. */
  ownedBy(of: string, person: string): readonly string[];
};

/** An organisation with its people, units, positions, groups and limits by id, and who is above and below whom. */
export function directoryOf(organisation: Organisation): Directory {
  const byId = <T extends { id: string }>(items: readonly T[]) => new Map(items.map((item) => [item.id, item]));
  const [people, units, groups, positions] = [
    byId(organisation.people),
    byId(organisation.units),
    byId(organisation.groups),
    byId(organisation.positions),
  ];
  const reports = gather(organisation.people, (person) => person.manager);
  const standIns = gather(organisation.standIns, (entry) => entry.person);
  const standsIn = gather(organisation.standIns, (entry) => entry.standIn);
  const predecessors = gather(organisation.people, (person) => person.successor);
  const limits = gather(
    organisation.limits,
    ({ holder, documentType }) => `${holder.kind} ${holder.id} ${documentType}`,
  );
  const owners = new Map(organisation.owners.map(({ of, key, person }) => [`${of} ${key}`, person]));
  const headOf = (unit: string) => units.get(unit)?.head ?? null;
  const holderOf = (id: string) => {
    const position = positions.get(id);
    return position ? (position.heads ? headOf(position.unit) : position.holder) : null;
  };
  const held = gather(organisation.positions, (position) => holderOf(position.id));
  const positionsOf = (person: string) => held.get(person) ?? [];
  const climb = <T extends { id: string }>(start: T | undefined, next: (item: T) => T | undefined): T[] => {
    const chain: T[] = [];
    for (let item = start; item && !chain.includes(item); item = next(item)) chain.push(item);
    return chain;
  };
  const managerOf = (person: Person | undefined) => (person?.manager ? people.get(person.manager) : undefined);
  const above = new Map<string, readonly Unit[]>();
  const unitsAbove = (id: string): readonly Unit[] => {
    const known = above.get(id) ?? climb(units.get(id), (unit) => (unit.parent ? units.get(unit.parent) : undefined));
    above.set(id, known);
    return known;
  };
  // Looking up the day costs more than all the rest, and one moment is asked about for many people.
  let asked = { at: "", day: "" };
  const dayAt = (at: string): string => {
    if (asked.at !== at) asked = { at, day: dayIn(at, organisation.timeZone) };
    return asked.day;
  };
  return {
    organisation,
    isActive: ({ activeFrom, activeUntil }, at) => {
      if (!activeFrom && !activeUntil) return true;
      const day = dayAt(at);
      return (!activeFrom || activeFrom <= day) && (!activeUntil || day <= activeUntil);
    },
    person: (id) => people.get(id),
    unit: (id) => units.get(id),
    group: (id) => groups.get(id),
    position: (id) => positions.get(id),
    unitsAbove,
    lineUp: (id) => climb(managerOf(people.get(id)), managerOf),
    lineDown: (id) => reports.get(id) ?? [],
    headOf,
    holderOf,
    positionsOf,
    limitsOf: (person, type) => [
      ...(limits.get(`person ${person} ${type}`) ?? []),
      ...positionsOf(person).flatMap((position) => limits.get(`position ${position.id} ${type}`) ?? []),
    ],
    standInsOf: (person) => standIns.get(person) ?? [],
    standsInFor: (person) => standsIn.get(person) ?? [],
    predecessorsOf: (person) => predecessors.get(person) ?? [],
    ownerOf: (of, key) => owners.get(`${of} ${key}`) ?? entryOf(organisation.lists, of, key)?.owner ?? null,
    ownedBy: (of, person) => [
      ...organisation.owners.filter((one) => one.of === of && one.person === person).map(({ key }) => key),
      ...entriesOf(organisation.lists, of)
        .filter(({ owner }) => owner === person)
        .map(({ key }) => key),
    ],
  };
}

function gather<T>(items: readonly T[], keyOf: (item: T) => string | null | undefined): Map<string, T[]> {
  const found = new Map<string, T[]>();
  for (const item of items) {
    const key = keyOf(item);
    if (key == null) continue;
    const list = found.get(key);
    if (list) list.push(item);
    else found.set(key, [item]);
  }
  return found;
}
