import type { Organisation } from "../people";
import type { OrganisationHistory } from "./schema";

type FromWhen = { from: string };

/** The value of a dated list that counts at a moment: the last that has begun; undefined before the first. */
export function valueAt<T extends FromWhen>(list: readonly T[], at: string): T | undefined {
  return list.findLast((one) => one.from <= at);
}

/**
 * The organisation as it was, is or will be at a moment. Persons, units, positions and groups that had not begun then are not in it; those
 * who have left are, since documents name them.
 * @param at ISO date-time in UTC
 */
export function asOf(register: OrganisationHistory, at: string): Organisation {
  const settings = register.organisation.get("organisation");
  const list = <T, R>(map: ReadonlyMap<string, T>, make: (item: T) => R | null): R[] => {
    const made: R[] = [];
    for (const item of map.values()) {
      const one = make(item);
      if (one !== null) made.push(one);
    }
    return made;
  };
  return {
    name: settings?.name ?? "Bandeira",
    currency: settings?.currency ?? "EUR",
    timeZone: settings?.timeZone ?? "UTC",
    people: list(register.person, ({ seats, exceptions: _, ...person }) => {
      const seat = valueAt(seats, at);
      return seat ? { ...person, ...withoutFrom(seat) } : null;
    }),
    units: list(register.unit, ({ id, states }) => {
      const state = valueAt(states, at);
      return state ? { id, ...withoutFrom(state) } : null;
    }),
    positions: list(register.position, ({ id, name, unit, heads, holders }) => {
      const begun = holders.length === 0 ? { person: null } : valueAt(holders, at);
      return begun ? { id, name, unit, heads, holder: heads ? null : begun.person } : null;
    }),
    groups: list(register.group, ({ id, name, members }) => {
      const begun = valueAt(members, at);
      return begun ? { id, name, members: begun.people } : null;
    }),
    locations: [...register.location.values()],
    limits: list(register.limit, ({ holder, documentType, limits }) => {
      const begun = valueAt(limits, at);
      return begun && begun.limit.kind !== "none" ? { holder, documentType, limit: begun.limit } : null;
    }),
    standIns: list(register.standIn, (entry) => (entry.until === null || entry.until > at ? entry : null)),
    owners: list(register.owner, ({ of, key, owners }) => {
      const begun = valueAt(owners, at);
      return begun ? { of, key, person: begun.person } : null;
    }),
  };
}

function withoutFrom<T extends FromWhen>({ from: _, ...rest }: T): Omit<T, "from"> {
  return rest;
}

/** Moments after `at` from which something differs, soonest first. Up to the first of them a snapshot made at `at` stays true. */
export function turningPoints(register: OrganisationHistory, at: string): string[] {
  const found = new Set<string>();
  const note = (moment: string | null) => {
    if (moment !== null && moment > at) found.add(moment);
  };
  const dated = (lists: Iterable<readonly FromWhen[]>) => {
    for (const list of lists)
      for (let index = list.length - 1; index >= 0 && list[index]!.from > at; index -= 1) note(list[index]!.from);
  };
  const pick = <T, R>(map: ReadonlyMap<string, T>, of: (item: T) => R) => Array.from(map.values(), of);
  dated(pick(register.person, (entry) => entry.seats));
  dated(pick(register.unit, (entry) => entry.states));
  dated(pick(register.position, (entry) => entry.holders));
  dated(pick(register.group, (entry) => entry.members));
  dated(pick(register.limit, (entry) => entry.limits));
  dated(pick(register.owner, (entry) => entry.owners));
  for (const entry of register.standIn.values()) note(entry.until);
  return [...found].sort();
}
