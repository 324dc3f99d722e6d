import { dayIn } from "../calendar";
import type { Money } from "../money";
import type { Condition } from "../conditions";
import type { Attributes } from "../lists";
import type { Bound, OwnField, SeenBy } from "../own-fields";
import { lastDayBefore, type Limit, type Role } from "../people";
import { canonical } from "../records";
import { valueAt } from "./as-of";
import type { EntryOf, Kind, HistoryChange, SegregationRule } from "./schema";
import { changedFrom, said } from "./touched";

/** What an entry says, by field: people, units and the rest by their ids, days as ISO dates in the organisation's zone. */
export type Facts = {
  name: string;
  currency: string;
  timeZone: string;
  segregation: readonly SegregationRule[];
  email: string;
  title: string;
  unit: string;
  manager: string | null;
  location: string | null;
  roles: readonly Role[];
  exceptions: readonly { roles: readonly Role[]; reason: string }[];
  activeFrom: string;
  activeUntil: string;
  successor: string;
  parent: string | null;
  head: string | null;
  closed: true;
  /** The unit whose head holds a position, or who holds it, if anybody does. */
  holder: { headOf: string } | { person: string | null };
  members: readonly string[];
  week: EntryOf<"location">["week"];
  holidays: EntryOf<"location">["holidays"];
  limit: Limit;
  standIn: string | null;
  from: string;
  /** The last day, included; null where there is none, and “never” for what was taken back before it began. */
  lastDay: string | "never" | null;
  documentTypes: readonly string[] | null;
  cap: Money | null;
  reason: string;
  owner: string;
  list: string;
  key: string;
  firstDay: string;
  // Of a field of the organisation's own.
  kind: OwnField["kind"];
  part: OwnField["part"];
  several: true;
  place: number;
  required: OwnField["required"];
  /** With the type whose words say it. */
  when: { condition: Condition; type: string };
  help: string;
  group: string;
  least: Bound;
  most: Bound;
  begins: string;
  pattern: string;
  patternSays: string;
  taken: string;
  atOnce: true;
  seenBy: readonly SeenBy[];
} & Required<Omit<Attributes, "owner" | "unit">>;

type Said = { [F in keyof Facts]?: Facts[F] | undefined };

/** A field that differs between an entry before and after; absent on one side where the entry did not say it. `from` where it counts from another day than that of the change. */
export type FieldChange = {
  [F in keyof Facts]: { field: F; before?: Facts[F] | undefined; after?: Facts[F] | undefined; from?: string };
}[keyof Facts];

/**
 * What a change changes, field by field, as data.
 * @param zone where days begin
 * @param at ISO date-time of the change; values that count only from later have the day from which they do
 */
export function changesOf(change: HistoryChange, zone: string, at: string): FieldChange[] {
  const { kind } = change;
  const moment = changedFrom(change);
  const facts = (entry: unknown): Said => (entry ? FACTS[kind](entry as never, zone, moment) : {});
  const [before, after] = [facts(change.before), facts(change.after)];
  const fields = [...new Set([...Object.keys(before), ...Object.keys(after)])] as (keyof Facts)[];
  const from = moment && moment > at ? dayIn(moment, zone) : null;
  return fields
    .filter((field) => textOf(before[field]) !== textOf(after[field]))
    .map((field) => ({ field, before: before[field], after: after[field], ...(from && { from }) }) as FieldChange);
}

const textOf = (value: unknown) => (value === undefined ? "" : canonical(value));

const FACTS: { [K in Kind]: (entry: EntryOf<K>, zone: string, moment: string | null) => Said } = {
  organisation: ({ name, currency, timeZone, segregation }) => ({ name, currency, timeZone, segregation }),
  person: (person, _zone, moment) => {
    const { title, unit, manager, location } = said(person.seats, moment)!;
    const { name, email, roles, exceptions, activeFrom, activeUntil, successor } = person;
    return {
      name,
      email,
      title: title || undefined,
      unit,
      manager,
      location,
      roles,
      exceptions:
        exceptions.length > 0 ? exceptions.map((one) => ({ roles: one.roles, reason: one.reason })) : undefined,
      activeFrom,
      activeUntil,
      successor: successor ?? undefined,
    };
  },
  unit: ({ states }, _zone, moment) => {
    const { name, parent, head, closed } = said(states, moment)!;
    return { name, parent, head, closed: closed ? true : undefined };
  },
  position: ({ name, unit, heads, holders }, _zone, moment) => ({
    name,
    unit,
    holder: heads ? { headOf: unit } : { person: said(holders, moment)?.person ?? null },
  }),
  group: ({ name, members }, _zone, moment) => ({ name, members: said(members, moment)!.people }),
  location: ({ name, timeZone, week, holidays }) => ({ name, timeZone, week, holidays }),
  limit: ({ limits }, _zone, moment) => ({
    limit: (moment === null ? limits.at(-1) : valueAt(limits, moment))?.limit ?? { kind: "none" },
  }),
  standIn: ({ standIn, from, until, documentTypes, cap, reason }, zone) => ({
    standIn,
    from: dayIn(from, zone),
    lastDay: until === null ? null : until <= from ? "never" : lastDayBefore(until, zone),
    documentTypes,
    cap,
    reason: reason || undefined,
  }),
  owner: ({ owners }, _zone, moment) => ({ owner: said(owners, moment)!.person }),
  list: ({ states }, _zone, moment) => ({ name: said(states, moment)!.name }),
  listItem: ({ list, key, firstDay, lastDay, states }, _zone, moment) => {
    const { from: _, ...state } = said(states, moment)!;
    return { list, key, firstDay, lastDay, ...state };
  },
  field: ({ key, kind, part, list, several, firstDay, lastDay, states }, _zone, moment) => {
    const { from: _, on, when, usual: begins, ...state } = said(states, moment)!;
    const under = when && { condition: when, type: on[0]! };
    return { key, kind, part, list, several, firstDay, lastDay, ...state, documentTypes: on, when: under, begins };
  },
};
