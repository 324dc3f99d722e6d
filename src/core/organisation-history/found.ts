import type { Organisation } from "../people";
import { USUAL_SEGREGATION } from "../segregation";
import { LIST_IDS } from "../lists";
import { itemId, limitId, type EntryOf, type Kind, type HistoryChange } from "./schema";

/**
 * The entries of a history that says from a moment on what an organisation says; for an empty one.
 * @param from ISO date-time in UTC
 */
export function found(organisation: Organisation, from: string): HistoryChange[] {
  const made = <K extends Kind>(kind: K, after: EntryOf<K>) =>
    ({ kind, id: after.id, before: null, after }) as unknown as HistoryChange;
  const { name, currency, timeZone } = organisation;
  return [
    made("organisation", { id: "organisation", name, currency, timeZone, segregation: [...USUAL_SEGREGATION] }),
    ...organisation.locations.map((location) => made("location", location)),
    ...organisation.units.map(({ id, closed: _, ...state }) => made("unit", { id, states: [{ from, ...state }] })),
    ...organisation.people.map(({ title, unit, manager, location, successor, ...person }) =>
      made("person", {
        ...person,
        ...(successor && { successor }),
        exceptions: [],
        seats: [{ from, title, unit, manager, location: location ?? null }],
      }),
    ),
    ...organisation.positions.map(({ id, name: called, unit, heads, holder }) =>
      made("position", { id, name: called, unit, heads, holders: heads ? [] : [{ from, person: holder }] }),
    ),
    ...organisation.groups.map((group) =>
      made("group", { id: group.id, name: group.name, members: [{ from, people: group.members }] }),
    ),
    ...organisation.limits.map(({ holder, documentType, limit }) =>
      made("limit", { id: limitId(holder, documentType), holder, documentType, limits: [{ from, limit }] }),
    ),
    ...organisation.standIns.map((entry) => made("standIn", entry)),
    ...organisation.owners.map(({ of, key, person }) =>
      made("owner", { id: `${of}.${key}`, of, key, owners: [{ from, person }] }),
    ),
    ...organisation.lists.flatMap(({ id, name: called, entries }) => [
      ...((LIST_IDS as readonly string[]).includes(id) ? [] : [made("list", { id, states: [{ from, name: called }] })]),
      ...entries.map(({ key, firstDay, lastDay, ...state }) =>
        made("listItem", { id: itemId(id, key), list: id, key, firstDay, lastDay, states: [{ from, ...state }] }),
      ),
    ]),
    ...organisation.fields.map(({ key, kind, part, list, several, firstDay, lastDay, ...state }) =>
      made("field", { id: key, key, kind, part, list, several, firstDay, lastDay, states: [{ from, ...state }] }),
    ),
  ];
}
