import type { Organisation, PeopleGroup, Person, Unit } from "./schema";

/** An organisation indexed for looking people up. Build it once, use it for many documents. */
export type Directory = {
  readonly organisation: Organisation;
  person(id: string): Person | undefined;
  unit(id: string): Unit | undefined;
  group(id: string): PeopleGroup | undefined;
  /** The unit itself and every unit above it, nearest first. */
  unitsAbove(id: string): readonly Unit[];
};

export function directoryOf(organisation: Organisation): Directory {
  const people = new Map(organisation.people.map((person) => [person.id, person]));
  const units = new Map(organisation.units.map((unit) => [unit.id, unit]));
  const groups = new Map(organisation.groups.map((group) => [group.id, group]));
  const above = new Map<string, readonly Unit[]>();
  const unitsAbove = (id: string): readonly Unit[] => {
    const known = above.get(id);
    if (known) return known;
    const chain: Unit[] = [];
    for (
      let unit = units.get(id);
      unit && !chain.includes(unit);
      unit = unit.parent ? units.get(unit.parent) : undefined
    ) {
      chain.push(unit);
    }
    above.set(id, chain);
    return chain;
  };
  return {
    organisation,
    person: (id) => people.get(id),
    unit: (id) => units.get(id),
    group: (id) => groups.get(id),
    unitsAbove,
  };
}

/**
 * Whether a person counts as active at a moment: from the first to the last active day, both included.
 * @param at ISO date or date-time
 */
export function isActive(person: Person, at: string): boolean {
  const day = at.slice(0, 10);
  return (!person.activeFrom || person.activeFrom <= day) && (!person.activeUntil || day <= person.activeUntil);
}
