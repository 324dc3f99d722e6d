import { canonical } from "../records";
import { money, type Money } from "../money";
import { ownFact, type OwnValue } from "../own-fields";
import type { Coded } from "../reason";
import type { Attachment } from "./attachment";

/** A value of a document as it is shown, as data: dates in ISO form, people by their ids, choices and fields by what the type calls them. */
export type Shown = Coded<{
  text: { text: string };
  /** What stands in a list under a key. */
  entry: { list: string; key: string };
  amount: { amount: Money };
  date: { date: string };
  person: { person: string };
  papers: { names: string[] };
  /** So many at a net price each, such as “3 × 2.50 EUR”. */
  priced: { quantity: string; price: Money };
  /** The same of a named thing, as its supplier reads it. */
  "ordered at": { quantity: string; what: string; price: Money };
  net: { amount: Money };
  tax: { percent: string };
  "no receipt": null;
  "as it is": null;
  /** What stands in a field of the organisation's own. */
  own: { field: string; value: OwnValue };
  /** The same under its name. */
  "own field": { field: string; value: OwnValue };
  /** One after the other. */
  parts: { of: Shown[] };
  /** A field with what it was and what it is to be. */
  changed: { label: string; before: Shown | null; after: Shown | null };
}>;

/** One thing that differs between two revisions, by what the type calls it, by the number of its line or by the key of a field of the organisation's own; null on the side where it is not there. */
export type Change = {
  label: string | { line: number } | { field: string };
  before: Shown | null;
  after: Shown | null;
};

/** What somebody wrote; null where they wrote nothing. */
export const text = (written: string | null | undefined): Shown | null =>
  written ? { code: "text", values: { text: written } } : null;
/** An entry of a list by its key; null where none was chosen. */
export const entry = (list: string, key: string): Shown | null =>
  key ? { code: "entry", values: { list, key } } : null;
/** An amount of money. */
export const amount = (shown: Money): Shown => ({ code: "amount", values: { amount: shown } });
/** A day, in ISO form; null where there is none. */
export const date = (day: string | null | undefined): Shown | null =>
  day ? { code: "date", values: { date: day } } : null;
/** Somebody by their id; null for nobody. */
export const person = (id: string | null | undefined): Shown | null =>
  id ? { code: "person", values: { person: id } } : null;
/** Papers by their names; null where there are none. */
export const papers = (attached: readonly Attachment[]): Shown | null =>
  attached.length > 0 ? { code: "papers", values: { names: attached.map((one) => one.name) } } : null;
/** @param minor price of one in minor units of the currency */
export const priced = (quantity: string | number, minor: number, currency: string): Shown => ({
  code: "priced",
  values: { quantity: String(quantity), price: money(minor, currency) },
});
/** Several things in a row; what is not there is left out. */
export const parts = (...of: (Shown | null)[]): Shown => ({
  code: "parts",
  values: { of: of.filter((one) => one !== null) },
});
/** A value of a field that holds a text or an amount. */
export const value = (held: string | Money | null): Shown | null =>
  held === null || held === "" ? null : typeof held === "string" ? text(held) : amount(held);

/** What stands in a field of the organisation's own, by itself or under its name; null where nothing does. */
export function ownShown(code: "own" | "own field", field: string, held: OwnValue | undefined): Shown | null {
  return held === undefined || ownFact(held) === null ? null : { code, values: { field, value: held } };
}

/** A value of a field of the program's on an account, which for some is the key of an entry of a list. */
export function shownValue(field: string, held: string | Money | null): Shown | null {
  return field === "paymentTerms" && typeof held === "string" ? entry("payment-terms", held) : value(held);
}

/** Collects what differs between two revisions. */
export function differences(): {
  found: Change[];
  compare(label: Change["label"], before: Shown | null, after: Shown | null): void;
  /** Compares two lists of lines one by one. */
  compareLines(before: readonly Shown[], after: readonly Shown[]): void;
} {
  const found: Change[] = [];
  const compare = (label: Change["label"], before: Shown | null, after: Shown | null) => {
    if (canonical(before) !== canonical(after)) found.push({ label, before, after });
  };
  return {
    found,
    compare,
    compareLines: (before, after) => {
      for (let index = 0; index < Math.max(before.length, after.length); index += 1)
        compare({ line: index + 1 }, before[index] ?? null, after[index] ?? null);
    },
  };
}
