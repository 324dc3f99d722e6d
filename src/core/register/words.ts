import { dayIn } from "../calendar";
import { AUTHORITY_TYPES } from "../documents";
import { lastDayBefore, sayLimit } from "../people";
import { sayDate, joinWords } from "../words";
import { sayConflict } from "../segregation";
import type { EntryOf, Kind, Register, RegisterChange } from "./schema";

/** One thing that differs between an entry before and after, in words; `from` where it counts from another day than that of the change. */
export type Difference = { label: string; before: string; after: string; from?: string };

/** What an entry says at its latest, as labelled words. Two entries that say the same differ in nothing that matters. */
type Facts = Record<string, string>;

/** Says ids as names where the register knows them. */
export type Names = { person(id: string): string; unit(id: string): string; other(kind: Kind, id: string): string };

export function namesIn(register: Register): Names {
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
  const [before, after] = [
    change.before ? factsOf(change.kind, change.before, names, zone) : {},
    factsOf(change.kind, change.after, names, zone),
  ];
  const labels = [...new Set([...Object.keys(before), ...Object.keys(after)])];
  const from = laterFrom(change, zone, at);
  return labels
    .filter((label) => (before[label] ?? "") !== (after[label] ?? ""))
    .map((label) => ({ label, before: before[label] ?? "", after: after[label] ?? "", ...(from && { from }) }));
}

function laterFrom({ kind, before, after }: RegisterChange, zone: string, at: string): string | null {
  const list = datedList(kind, after);
  const last = list?.at(-1);
  const known = before ? datedList(kind, before)?.at(-1)?.from : undefined;
  return last && last.from !== known && last.from > at ? dayIn(last.from, zone) : null;
}

function datedList(kind: Kind, entry: unknown): readonly { from: string }[] | undefined {
  const field = {
    person: "seats",
    unit: "states",
    position: "holders",
    group: "members",
    limit: "limits",
    owner: "owners",
  }[kind as string];
  return field ? ((entry as Record<string, unknown>)[field] as { from: string }[]) : undefined;
}

function factsOf<K extends Kind>(kind: K, entry: unknown, names: Names, zone: string): Facts {
  return SAY[kind](entry as never, names, zone);
}

const nobody = (id: string | null | undefined, names: Names, none = "nobody") => (id ? names.person(id) : none);
const plus = (facts: Record<string, string | undefined>): Facts =>
  Object.fromEntries(Object.entries(facts).filter((entry): entry is [string, string] => Boolean(entry[1])));

const SAY: { [K in Kind]: (entry: EntryOf<K>, names: Names, zone: string) => Facts } = {
  organisation: ({ name, currency, timeZone, segregation }) => ({
    Name: name,
    Currency: currency,
    "Time zone": timeZone,
    "Kept apart": segregation
      .map((rule) => `${sayConflict(rule)}${rule.exceptions ? ", with a reason" : ""}`)
      .join("; "),
  }),
  person: (person, names) => {
    const seat = person.seats.at(-1)!;
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
  unit: ({ states }, names) => {
    const state = states.at(-1)!;
    return plus({
      Name: state.name,
      "Lies in": state.parent ? names.unit(state.parent) : "nothing",
      Head: nobody(state.head, names, "vacant"),
      State: state.closed ? "closed" : undefined,
    });
  },
  position: ({ name, unit, heads, holders }, names) => ({
    Name: name,
    Unit: names.unit(unit),
    Holder: heads ? `whoever heads ${names.unit(unit)}` : nobody(holders.at(-1)?.person, names, "vacant"),
  }),
  group: ({ name, members }, names) => ({
    Name: name,
    Members: joinWords(members.at(-1)!.people.map(names.person), "and") || "nobody",
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
  limit: ({ limits }) => ({ Limit: sayLimit(limits.at(-1)!.limit) }),
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
  owner: ({ owners }, names) => ({ Owner: names.person(owners.at(-1)!.person) }),
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

/** Everybody a change is about: those named in it, before or after. */
export function peopleTouched({ kind, before, after }: RegisterChange): string[] {
  const found = new Set<string>();
  for (const entry of [before, after]) {
    if (!entry) continue;
    const add = (...ids: (string | null | undefined)[]) => ids.forEach((id) => id && found.add(id));
    const dated = datedList(kind, entry)?.at(-1) as
      { head?: string | null; person?: string | null; people?: string[] } | undefined;
    if (kind === "person") add((entry as EntryOf<"person">).id, (entry as EntryOf<"person">).successor);
    if (kind === "unit") add(dated?.head);
    if (kind === "position" || kind === "owner") add(dated?.person);
    if (kind === "group") for (const member of differing(before as never, after as never)) found.add(member);
    if (kind === "limit" && (entry as EntryOf<"limit">).holder.kind === "person")
      add((entry as EntryOf<"limit">).holder.id);
    if (kind === "standIn") add((entry as EntryOf<"standIn">).person, (entry as EntryOf<"standIn">).standIn);
  }
  return [...found];
}

/** Who came to a group or left it; the others are not concerned. */
function differing(before: EntryOf<"group"> | null, after: EntryOf<"group">): string[] {
  const [old, now] = [before?.members.at(-1)?.people ?? [], after.members.at(-1)!.people];
  return [...old.filter((id) => !now.includes(id)), ...now.filter((id) => !old.includes(id))];
}
