import { LIST_IDS, type Entry, type List } from "../lists";
import { currencyCodes } from "../money";
import type { OwnField } from "../own-fields";
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
export function asOf(history: OrganisationHistory, at: string): Organisation {
  const settings = history.organisation.get("organisation");
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
    // Before it is set up nothing of it is in any currency.
    currency: settings?.currency ?? currencyCodes[0]!,
    timeZone: settings?.timeZone ?? "UTC",
    people: list(history.person, ({ seats, exceptions: _, ...person }) => {
      const seat = valueAt(seats, at);
      return seat ? { ...person, ...withoutFrom(seat) } : null;
    }),
    units: list(history.unit, ({ id, states }) => {
      const state = valueAt(states, at);
      return state ? { id, ...withoutFrom(state) } : null;
    }),
    positions: list(history.position, ({ id, name, unit, heads, holders }) => {
      const begun = holders.length === 0 ? { person: null } : valueAt(holders, at);
      return begun ? { id, name, unit, heads, holder: heads ? null : begun.person } : null;
    }),
    groups: list(history.group, ({ id, name, members }) => {
      const begun = valueAt(members, at);
      return begun ? { id, name, members: begun.people } : null;
    }),
    locations: [...history.location.values()],
    limits: list(history.limit, ({ holder, documentType, limits }) => {
      const begun = valueAt(limits, at);
      return begun && begun.limit.kind !== "none" ? { holder, documentType, limit: begun.limit } : null;
    }),
    standIns: list(history.standIn, (entry) => (entry.until === null || entry.until > at ? entry : null)),
    owners: list(history.owner, ({ of, key, owners }) => {
      const begun = valueAt(owners, at);
      return begun ? { of, key, person: begun.person } : null;
    }),
    lists: listsAt(history, at),
    fields: fieldsAt(history, at),
  };
}

const byKey = (a: Entry, b: Entry) => a.key.localeCompare(b.key, "en", { numeric: true });

/** Every list with what stood in it at a moment, by their keys, numbers in them as numbers. */
function listsAt(history: OrganisationHistory, at: string): List[] {
  const entries = new Map<string, Entry[]>(LIST_IDS.map((id) => [id, []]));
  const names = new Map<string, string>();
  for (const { id, states } of history.list.values()) {
    const state = valueAt(states, at);
    if (!state) continue;
    names.set(id, state.name);
    entries.set(id, []);
  }
  for (const { list, key, firstDay, lastDay, states } of history.listItem.values()) {
    const state = valueAt(states, at);
    if (state) entries.get(list)?.push({ key, firstDay, lastDay, ...withoutFrom(state) });
  }
  return Array.from(entries, ([id, all]) => ({ id, name: names.get(id) ?? "", entries: all.toSorted(byKey) }));
}

/** Every field that the organisation had begun to have at a moment, ended or not, in the order of the form. */
function fieldsAt(history: OrganisationHistory, at: string): OwnField[] {
  const fields = [...history.field.values()].flatMap(({ id: _, states, ...fixed }): OwnField[] => {
    const state = valueAt(states, at);
    return state ? [{ ...fixed, ...withoutFrom(state) }] : [];
  });
  return fields.toSorted((a, b) => a.place - b.place || a.key.localeCompare(b.key, "en"));
}

function withoutFrom<T extends FromWhen>({ from: _, ...rest }: T): Omit<T, "from"> {
  return rest;
}

/** Moments after `at` from which something differs, soonest first. Up to the first of them a snapshot made at `at` stays true. */
export function turningPoints(history: OrganisationHistory, at: string): string[] {
  const found = new Set<string>();
  const note = (moment: string | null) => {
    if (moment !== null && moment > at) found.add(moment);
  };
  const dated = (lists: Iterable<readonly FromWhen[]>) => {
    for (const list of lists)
      for (let index = list.length - 1; index >= 0 && list[index]!.from > at; index -= 1) note(list[index]!.from);
  };
  const pick = <T, R>(map: ReadonlyMap<string, T>, of: (item: T) => R) => Array.from(map.values(), of);
  dated(pick(history.person, (entry) => entry.seats));
  dated(pick(history.unit, (entry) => entry.states));
  dated(pick(history.position, (entry) => entry.holders));
  dated(pick(history.group, (entry) => entry.members));
  dated(pick(history.limit, (entry) => entry.limits));
  dated(pick(history.owner, (entry) => entry.owners));
  dated(pick(history.list, (entry) => entry.states));
  dated(pick(history.listItem, (entry) => entry.states));
  dated(pick(history.field, (entry) => entry.states));
  for (const entry of history.standIn.values()) note(entry.until);
  return [...found].sort();
}
