import { AUTHORITY_TYPES, typeWords, vocabularyOf } from "../documents";
import {
  changesOf,
  type Facts,
  type FieldChange,
  type Kind,
  type OrganisationHistory,
  type HistoryChange,
} from "../organisation-history";
import { formatMoney } from "../money";
import { sayLimit } from "../people";
import { joinWords, sayDate } from "../text";
import { sayCondition } from "./conditions";
import { sayConflict } from "./duties";
import { ATTRIBUTE_WORDS, listName } from "./list-names";
import { FIELD_KINDS, PART_WORDS, REQUIRED, sayBound, saySeenBy, sayTaken } from "./field-names";
import { IDS } from "./names";
import { speak } from "./wording";

/** One thing that differs between an entry before and after, in words; `from` where it counts from another day than that of the change. */
export type Difference = { label: string; before: string; after: string; from?: string };

/** What the ids of entries are called. */
export type EntryNames = {
  person(id: string): string;
  unit(id: string): string;
  other(kind: Kind, id: string): string;
};

/** What ids are called by what is known of them now; an id that is not known stands for itself. */
export function namesIn(history: OrganisationHistory): EntryNames {
  return {
    person: (id) => history.person.get(id)?.name ?? id,
    unit: (id) => history.unit.get(id)?.states.at(-1)?.name ?? id,
    other: (kind, id) =>
      kind === "list"
        ? listName(id, history.list.get(id)?.states.at(-1)?.name)
        : ((history[kind].get(id) as { name?: string } | undefined)?.name ?? id),
  };
}

/**
 * What a change changes, in words; parameters as in `changesOf`.
 * @example differencesOf(change, names, "WET", at) // [{ label: "Title", before: "clerk", after: "senior clerk", from: "2026-04-01" }]
 */
export function differencesOf(change: HistoryChange, names: EntryNames, zone: string, at: string): Difference[] {
  return changesOf(change, zone, at).map((one) => sayFieldChange(one, names));
}

function sayFieldChange({ field, before, after, from }: FieldChange, names: EntryNames): Difference {
  const { label, say } = FIELDS[field];
  const said = (value: unknown) => (value === undefined ? "" : speak(say(value as never, names)));
  return { label, before: said(before), after: said(after), ...(from && { from }) };
}

type Words<F extends keyof Facts> = { label: string; say: (value: Facts[F], names: EntryNames) => string };

const itself = (text: string) => text;
const person = (id: string | null, names: EntryNames) => (id ? names.person(id) : "nobody");

const FIELDS: { [F in keyof Facts]: Words<F> } = {
  name: { label: "Name", say: itself },
  currency: { label: "Currency", say: itself },
  timeZone: { label: "Time zone", say: itself },
  segregation: {
    label: "Kept apart",
    say: (rules) => rules.map((rule) => `${sayConflict(rule)}${rule.exceptions ? ", with a reason" : ""}`).join("; "),
  },
  email: { label: "E-mail", say: itself },
  title: { label: "Title", say: itself },
  unit: { label: "Unit", say: (id, names) => names.unit(id) },
  manager: { label: "Reports to", say: person },
  location: { label: "Location", say: (id, names) => (id ? names.other("location", id) : "none") },
  roles: { label: "Roles", say: (roles) => roles.join(", ") || "none" },
  exceptions: {
    label: "Roles kept together",
    say: (kept) => kept.map(({ roles, reason }) => `${roles.join(" and ")}: ${reason}`).join("; "),
  },
  activeFrom: { label: "Active from", say: sayDate },
  activeUntil: { label: "Last day", say: sayDate },
  successor: { label: "Open work goes to", say: person },
  parent: { label: "Parent unit", say: (id, names) => (id ? names.unit(id) : "nothing") },
  head: { label: "Head", say: (id, names) => (id ? names.person(id) : "vacant") },
  closed: { label: "State", say: () => "closed" },
  holder: {
    label: "Holder",
    say: (holder, names) =>
      "headOf" in holder
        ? `whoever heads ${names.unit(holder.headOf)}`
        : holder.person
          ? names.person(holder.person)
          : "vacant",
  },
  members: { label: "Members", say: (people, names) => joinWords(people.map(names.person), "and") || "nobody" },
  week: {
    label: "Hours",
    say: (week) =>
      Object.entries(week)
        .filter(([, shifts]) => shifts.length > 0)
        .map(([day, shifts]) => `${day} ${shifts.map(({ from, to }) => `${from}–${to}`).join(", ")}`)
        .join("; "),
  },
  holidays: { label: "Holidays", say: (days) => days.map(({ date, name }) => `${sayDate(date)} ${name}`).join("; ") },
  limit: { label: "Limit", say: sayLimit },
  standIn: { label: "Stand-in", say: person },
  from: { label: "From", say: sayDate },
  lastDay: {
    label: "Last day",
    say: (day) => (day === null ? "open-ended" : day === "never" ? "never began" : sayDate(day)),
  },
  documentTypes: { label: "For types", say: (types) => types?.join(", ") ?? "all" },
  cap: { label: "Up to", say: (cap) => (cap ? sayLimit({ kind: "amount", ...cap }) : "any amount") },
  reason: { label: "Reason", say: itself },
  owner: { label: "Owner", say: person },
  list: { label: "List", say: (id, names) => names.other("list", id) },
  key: { label: "Key", say: itself },
  firstDay: { label: "First day", say: sayDate },
  percent: { label: ATTRIBUTE_WORDS.percent, say: (percent) => `${percent} %` },
  country: { label: ATTRIBUTE_WORDS.country, say: itself },
  days: { label: ATTRIBUTE_WORDS.days, say: String },
  usual: { label: ATTRIBUTE_WORDS.usual, say: () => "yes" },
  tax: { label: ATTRIBUTE_WORDS.tax, say: itself },
  ceiling: { label: ATTRIBUTE_WORDS.ceiling, say: formatMoney },
  receiptFrom: { label: ATTRIBUTE_WORDS.receiptFrom, say: formatMoney },
  allowance: { label: ATTRIBUTE_WORDS.allowance, say: formatMoney },
  inAllowance: { label: ATTRIBUTE_WORDS.inAllowance, say: () => "yes" },
  firstLimit: { label: ATTRIBUTE_WORDS.firstLimit, say: () => "yes" },
  newSupplier: { label: ATTRIBUTE_WORDS.newSupplier, say: () => "yes" },
  kind: { label: "Kind", say: (kind) => FIELD_KINDS[kind] },
  part: { label: "Stands", say: (part) => PART_WORDS[part] },
  several: { label: "Several", say: () => "yes" },
  place: { label: "Place on the form", say: String },
  required: { label: "Required", say: (required) => REQUIRED[required] },
  when: { label: "Required if", say: ({ condition, type }) => sayCondition(condition, vocabularyOf(typeWords(type))) },
  help: { label: "Help", say: itself },
  group: { label: "Heading", say: itself },
  least: { label: "At least", say: sayBound },
  most: { label: "At most", say: sayBound },
  begins: { label: "Begins with", say: itself },
  pattern: { label: "Has to fit", say: itself },
  patternSays: { label: "Has to fit, in words", say: itself },
  taken: { label: "Takes over", say: (taken) => sayTaken(taken, IDS) },
  atOnce: { label: "Changes at once", say: () => "yes" },
  seenBy: { label: "Hidden, opened by", say: saySeenBy },
};

/** What a change is about, as a noun phrase: "Rui Tavares", "the limit of Head of Fleet for purchase-order". */
export function sayEntry(change: HistoryChange, names: EntryNames): string {
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
    case "list":
      return `the list ${change.after.states.at(-1)!.name}`;
    case "listItem":
      return `${change.after.states.at(-1)!.name} in ${names.other("list", change.after.list)}`;
    case "field":
      return `the field ${change.after.states.at(-1)!.name}`;
  }
}
