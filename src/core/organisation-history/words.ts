import { dayIn } from "../calendar";
import { AUTHORITY_TYPES } from "../documents";
import { lastDayBefore, sayLimit } from "../people";
import { sayDate, joinWords } from "../text";
import { canonical } from "../records";
import { sayConflict } from "../segregation";
import { valueAt } from "./as-of";
import type { EntryOf, Kind, OrganisationHistory, RegisterChange } from "./schema";

/** One thing that differs between an entry before and after, in words; `from` where it counts from another day than that of the change. */
export type Difference = { label: string; before: string; after: string; from?: string };

/** What an entry says at its latest, as labelled words. Two entries that say the same differ in nothing that matters. */
type Facts = Record<string, string>;

/** Says ids as names where the register knows them. */
export type Names = { person(id: string): string; unit(id: string): string; other(kind: Kind, id: string): string };

/** What ids are called by what is known of them now; an id that is not known stands for itself. */
export function namesIn(register: OrganisationHistory): Names {
  return {
    person: (id) => register.person.get(id)?.name ?? id,
    unit: (id) => register.unit.get(id)?.states.at(-1)?.name ?? id,
    other: (kind, id) => (register[kind].get(id) as { name?: string } | undefined)?.name ?? id,
  };
}

/**
 * What a change changes.
 * @param at ISO date-time of the change; values that count only from later say from when
 * @example differencesOf(change, names, "WET", at) // [{ label: "Title", before: "clerk", after: "senior clerk", from: "2026-04-01" }]
 */
export function differencesOf(change: RegisterChange, names: Names, zone: string, at: string): Difference[] {
  const { kind } = change;
  const moment = changedFrom(change);
  const said = (entry: unknown) => (entry ? SAY[kind](entry as never, names, zone, moment) : {});
  const [before, after]: Facts[] = [said(change.before), said(change.after)];
  const labels = [...new Set([...Object.keys(before!), ...Object.keys(after!)])];
  const from = moment && moment > at ? dayIn(moment, zone) : null;
  return labels
    .filter((label) => (before![label] ?? "") !== (after![label] ?? ""))
    .map((label) => ({ label, before: before![label] ?? "", after: after![label] ?? "", ...(from && { from }) }));
}

type Dated = { from: string };

/** The moment from which a dated entry says something else than before; null where it has no dates or none of them differs. */
function changedFrom({ kind, before, after }: RegisterChange): string | null {
  const known = new Set((before ? (datedList(kind, before) ?? []) : []).map((one) => canonical(one)));
  return datedList(kind, after)?.find((one) => !known.has(canonical(one)))?.from ?? null;
}

/** What a dated list says at a moment; at its latest where the moment is null, at its first before it begins. */
function said<T extends Dated>(list: readonly T[], moment: string | null): T | undefined {
  return moment === null ? list.at(-1) : (valueAt(list, moment) ?? list[0]);
}

function datedList(kind: Kind, entry: unknown): readonly Dated[] | undefined {
  const field = {
    person: "seats",
    unit: "states",
    position: "holders",
    group: "members",
    limit: "limits",
    owner: "owners",
  }[kind as string];
  return field ? ((entry as Record<string, unknown>)[field] as Dated[]) : undefined;
}

const nobody = (id: string | null | undefined, names: Names, none = "nobody") => (id ? names.person(id) : none);
const plus = (facts: Record<string, string | undefined>): Facts =>
  Object.fromEntries(Object.entries(facts).filter((entry): entry is [string, string] => Boolean(entry[1])));

const SAY: { [K in Kind]: (entry: EntryOf<K>, names: Names, zone: string, moment: string | null) => Facts } = {
  organisation: ({ name, currency, timeZone, segregation }) => ({
    Name: name,
    Currency: currency,
    "Time zone": timeZone,
    "Kept apart": segregation
      .map((rule) => `${sayConflict(rule)}${rule.exceptions ? ", with a reason" : ""}`)
      .join("; "),
  }),
  person: (person, names, _zone, moment) => {
    const seat = said(person.seats, moment)!;
    return plus({
      Name: person.name,
      "E-mail": person.email,
      Title: seat.title,
      Unit: names.unit(seat.unit),
      "Reports to": nobody(seat.manager, names),
      Location: seat.location ? names.other("location", seat.location) : "none",
      Roles: person.roles.join(", ") || "none",
      "Roles kept together": person.exceptions
        .map(({ roles, reason }) => `${roles.join(" and ")}: ${reason}`)
        .join("; "),
      "Active from": person.activeFrom && sayDate(person.activeFrom),
      "Last day": person.activeUntil && sayDate(person.activeUntil),
      "Open work goes to": person.successor && names.person(person.successor),
    });
  },
  unit: ({ states }, names, _zone, moment) => {
    const state = said(states, moment)!;
    return plus({
      Name: state.name,
      "Lies in": state.parent ? names.unit(state.parent) : "nothing",
      Head: nobody(state.head, names, "vacant"),
      State: state.closed ? "closed" : undefined,
    });
  },
  position: ({ name, unit, heads, holders }, names, _zone, moment) => ({
    Name: name,
    Unit: names.unit(unit),
    Holder: heads ? `whoever heads ${names.unit(unit)}` : nobody(said(holders, moment)?.person, names, "vacant"),
  }),
  group: ({ name, members }, names, _zone, moment) => ({
    Name: name,
    Members: joinWords(said(members, moment)!.people.map(names.person), "and") || "nobody",
  }),
  location: ({ name, timeZone, week, holidays }) => ({
    Name: name,
    "Time zone": timeZone,
    Hours: Object.entries(week)
      .filter(([, shifts]) => shifts.length > 0)
      .map(([day, shifts]) => `${day} ${shifts.map(({ from, to }) => `${from}–${to}`).join(", ")}`)
      .join("; "),
    Holidays: holidays.map(({ date, name: what }) => `${sayDate(date)} ${what}`).join("; "),
  }),
  limit: ({ limits }, _names, _zone, moment) => ({
    Limit: sayLimit((moment === null ? limits.at(-1) : valueAt(limits, moment))?.limit ?? { kind: "none" }),
  }),
  standIn: (entry, names, zone) => ({
    ...plus({
      "Stand-in": nobody(entry.standIn, names),
      From: sayDate(dayIn(entry.from, zone)),
      "Last day": entry.until
        ? entry.until <= entry.from
          ? "never began"
          : sayDate(lastDayBefore(entry.until, zone))
        : "open-ended",
      "For types": entry.documentTypes?.join(", ") ?? "all",
      "Up to": entry.cap ? sayLimit({ kind: "amount", ...entry.cap }) : "any amount",
      Reason: entry.reason,
    }),
  }),
  owner: ({ owners }, names, _zone, moment) => ({ Owner: names.person(said(owners, moment)!.person) }),
};

/** What a change is about, as a noun phrase: "Rui Tavares", "the limit of Head of Fleet for purchase-order". */
export function sayEntry(change: RegisterChange, names: Names): string {
  switch (change.kind) {
    case "organisation":
      return "the settings";
    case "person":
      return change.after.name;
    case "unit":
      return `the unit ${change.after.states.at(-1)!.name}`;
    case "position":
      return `the position ${change.after.name}`;
    case "group":
      return `the group ${change.after.name}`;
    case "location":
      return `the calendar of ${change.after.name}`;
    case "limit": {
      const { holder, documentType } = change.after;
      return `the limit of ${names.other(holder.kind, holder.id)} for ${(AUTHORITY_TYPES[documentType] ?? documentType).toLowerCase()}`;
    }
    case "standIn":
      return `the ${change.after.kind} of ${names.person(change.after.person)}`;
    case "owner":
      return `the owner of ${change.after.key}`;
  }
}

/** Everybody a change is about: those named in it, before or after, at the moment from which it counts. */
export function peopleTouched(change: RegisterChange): string[] {
  const { kind, before, after } = change;
  if (kind === "group") return differing(before, after, changedFrom(change));
  const moment = changedFrom(change);
  const found = new Set<string>();
  for (const entry of [before, after]) {
    if (!entry) continue;
    const add = (...ids: (string | null | undefined)[]) => ids.forEach((id) => id && found.add(id));
    const list = datedList(kind, entry);
    const state = list && (said(list, moment) as { head?: string | null; person?: string | null } | undefined);
    if (kind === "person") add((entry as EntryOf<"person">).id, (entry as EntryOf<"person">).successor);
    if (kind === "unit") add(state?.head);
    if (kind === "position" || kind === "owner") add(state?.person);
    if (kind === "limit" && (entry as EntryOf<"limit">).holder.kind === "person")
      add((entry as EntryOf<"limit">).holder.id);
    if (kind === "standIn") add((entry as EntryOf<"standIn">).person, (entry as EntryOf<"standIn">).standIn);
  }
  return [...found];
}

/** Who came to a group or left it; the others are not concerned. */
function differing(before: EntryOf<"group"> | null, after: EntryOf<"group">, moment: string | null): string[] {
  const old = (before && said(before.members, moment)?.people) ?? [];
  const now = said(after.members, moment)?.people ?? [];
  return [...old.filter((id) => !now.includes(id)), ...now.filter((id) => !old.includes(id))];
}
