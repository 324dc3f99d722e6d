import { typeWords } from "../documents";
import { isKeyOf } from "../ids";
import { formatMoney } from "../money";
import {
  HIDDEN,
  isByLine,
  type AccountKind,
  type Bound,
  type ByLine,
  type FilledValue,
  type FilledValues,
  type OwnField,
  type OwnKind,
  type OwnPart,
  type OwnValue,
  type SeenBy,
  type Taken,
} from "../own-fields";
import { joinWords, sayDate } from "../text";
import type { ListNames } from "./list-names";

/** What can stand in a field, as a noun. */
export const FIELD_KINDS: Readonly<Record<OwnKind, string>> = {
  text: "text",
  number: "a number",
  amount: "an amount",
  date: "a date",
  flag: "yes or no",
  choice: "a choice from a list",
  person: "a person",
};

/** When a field has to be filled in. */
export const REQUIRED: Readonly<Record<OwnField["required"], string>> = {
  no: "no",
  always: "always",
  when: "under a condition",
};

/** What the parts of a definition are called, at the beginning of a sentence. */
export const FIELD_PARTS: Readonly<Record<keyof OwnField, string>> = {
  key: "The key",
  kind: "The kind",
  part: "The place, on the document, on its lines or on an account,",
  list: "The list",
  several: "Whether several may be chosen",
  by: "Who fills it in",
  firstDay: "The first day",
  lastDay: "The last day",
  name: "The name",
  on: "The types of documents",
  place: "The place on the form",
  required: "Whether it is required",
  when: "The condition",
  help: "The help",
  group: "The heading",
  least: "A least",
  most: "A most",
  usual: "What a document begins with",
  pattern: "A pattern",
  patternSays: "The pattern in words",
  taken: "What a document takes over",
  atOnce: "Whether a change counts at once",
  seenBy: "Who may see it",
};

const SEEN_BY_WORDS: Readonly<Record<SeenBy, string>> = {
  approvers: "whoever is asked to decide",
  clerk: "clerks",
  controller: "controllers",
  reviewer: "policy reviewers",
  administrator: "administrators",
};

/** One of those who may. */
export const saySeen = (one: SeenBy): string => SEEN_BY_WORDS[one];

/** Who may open what stands in a hidden field. @example saySeenBy(["clerk"]) // "clerks and auditors" */
export function saySeenBy(seenBy: readonly SeenBy[]): string {
  return joinWords([...seenBy.map(saySeen), "auditors"], "and");
}

/** Where a field stands. */
export const PART_WORDS: Readonly<Record<OwnPart, string>> = {
  document: "on the document",
  line: "on each line",
  account: "on accounts",
};

const TAKEN_WORDS: Readonly<Record<Taken, string>> = {
  requester: "its requester",
  "manager of the requester": "its requester’s manager",
  "head of the unit": "the head of its unit",
  "cost centre of the unit": "the cost centre of its unit",
};

/** What a new document takes over, as a noun: of its requester, of their unit, or of the other party's account. */
export function sayTaken(taken: string, names: Pick<FieldNames, "field">): string {
  return isKeyOf(TAKEN_WORDS, taken) ? TAKEN_WORDS[taken] : `the ${names.field(taken)} of the account`;
}

/** A limit of a field as it is read: a number, an amount or a day. */
export function sayBound(bound: Bound): string {
  if (typeof bound === "object") return formatMoney(bound);
  return /^\d{4}-\d{2}-\d{2}$/.test(bound) ? sayDate(bound) : bound;
}

/** What limits a field besides its kind, in words; of a text without its letters. @example sayLimits(years) // ["at least 0", "at most 60"] */
export function sayLimits({ kind, least, most, patternSays }: OwnField): string[] {
  const [from, until] = kind === "date" ? ["not before", "not after"] : ["at least", "at most"];
  // Days that are counted from filling in are said as they are typed.
  const said = (bound: Bound) =>
    kind === "date" && typeof bound === "string" && /^-?\d{1,5}$/.test(bound)
      ? `${bound} days from the day of filling in`
      : sayBound(bound);
  const bounds = kind === "text" ? [] : [least && `${from} ${said(least)}`, most && `${until} ${said(most)}`];
  return [...bounds, patternSays].filter((one) => one !== undefined && one !== "") as string[];
}

/** What fields of the organisation's own are called, and what stands in them. */
export type FieldNames = {
  /** What a field is called, in the middle of a sentence; its key where it is not known. */
  field(key: string): string;
  /** The same as what a sentence is about: a yes or no is called as it is asked. @example "the account", "“to be capitalised”" */
  theField(key: string): string;
  /** What stands in a field, as it is read; of what was filled in line by line, with the numbers of the lines. */
  fieldValue(key: string, value: FilledValue): string;
  /** Fields in the order of the form; those that are not known come last. */
  inFormOrder(keys: readonly string[]): readonly string[];
};

/** What a document or a line of it says in fields of the organisation's own, in the order of the form: what each is called, and what stands in it. */
export function sayOwnValues(own: FilledValues | undefined, names: FieldNames): [name: string, value: string][] {
  if (!own) return [];
  return names.inFormOrder(Object.keys(own)).map((key) => [names.field(key), names.fieldValue(key, own[key]!)]);
}

/**
 * What fields are called by what they are or were.
 * @param entry says what an entry of a list is called @param person says the name of a person by id
 */
export function namesOfFields(
  fields: readonly OwnField[],
  entry: ListNames["entry"],
  person: (id: string) => string = (id) => id,
): FieldNames {
  const known = new Map(fields.map((field) => [field.key, field]));
  const places = new Map(fields.map(({ key }, index) => [key, index]));
  const placeOf = (key: string) => places.get(key) ?? fields.length;
  const sayValue = (key: string, value: OwnValue): string => {
    if (value === HIDDEN) return "hidden";
    const { kind, list = "" } = known.get(key) ?? {};
    if (typeof value === "boolean") return value ? "yes" : "no";
    if (Array.isArray(value))
      return joinWords(
        value.map((chosen) => entry(list, chosen)),
        "and",
      );
    if (typeof value === "object") return formatMoney(value);
    if (kind === "choice") return entry(list, value);
    if (kind === "person") return person(value);
    return kind === "date" && /^\d{4}-\d{2}-\d{2}$/.test(value) ? sayDate(value) : value;
  };
  return {
    inFormOrder: (keys) => keys.toSorted((a, b) => placeOf(a) - placeOf(b)),
    field: (key) => known.get(key)?.name ?? key,
    theField: (key) => {
      const { name = key, kind } = known.get(key) ?? {};
      return kind === "flag" ? `“${name}”` : `the ${name}`;
    },
    fieldValue: (key, value) =>
      isByLine(value) ? sayByLine(value, (one) => sayValue(key, one)) : sayValue(key, value),
  };
}

/** What stands on lines, those that say the same together. @example "6230 on lines 1 and 3, 6240 on line 2" */
function sayByLine(values: ByLine, say: (value: OwnValue) => string): string {
  const lines = new Map<string, string[]>();
  for (const [line, value] of Object.entries(values)) {
    const said = say(value);
    lines.set(said, [...(lines.get(said) ?? []), line]);
  }
  return [...lines]
    .map(([said, of]) => `${said} on ${of.length === 1 ? "line" : "lines"} ${joinWords(of, "and")}`)
    .join(", ");
}

const HOLDERS: Readonly<Record<AccountKind, { one: string; many: string }>> = {
  supplier: { one: "supplier", many: "suppliers" },
  customer: { one: "customer", many: "customers" },
};

/** What has fields of the organisation's own: documents of a type, or accounts of a kind. */
export function nameOfHolder(on: string): { one: string; many: string } {
  return isKeyOf(HOLDERS, on) ? HOLDERS[on] : typeWords(on).name;
}

/** What a field of a type is called, the program's or the organisation's own, in the middle of a sentence. */
export function sayFieldName(documentType: string, key: string, names: Pick<FieldNames, "field">): string {
  return typeWords(documentType).fields.find((field) => field.key === key)?.label ?? names.field(key);
}

/** What is written in a field of a kind. */
export const WRITTEN: Readonly<Record<OwnKind, string>> = {
  text: "text",
  number: "a number such as 3 or 2.5, with at most four decimals",
  amount: "an amount with its currency",
  date: "a day such as 2026-03-10",
  flag: "yes or no",
  choice: "what its list has",
  person: "a person",
};
