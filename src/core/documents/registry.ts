import type { Facts, Vocabulary } from "../conditions";
import type { Money } from "../money";
import type { z } from "zod";

/** What every document has, whatever its type. */
export type Basics = {
  documentType: string;
  requester: string;
  onBehalfOf: string | null;
  unit: string;
  /** ISO date of the document, used for rates. */
  date: string;
  currency: string;
};

/** A field that a condition may name. */
export type FieldKind = "text" | "choice" | "amount" | "date" | "flag";
export type Field = {
  key: string;
  kind: FieldKind;
  label: string;
  many?: boolean;
  choices?: Readonly<Record<string, string>>;
  /** A submitted document always has a value here. */
  always?: true;
  /** An edit of it can be told from its old value, so conditions on change may name it. */
  controlled?: true;
};

/** What a policy for a type of document can name: its fields, measures and the people it names. All that designing needs. */
export type TypeWords = {
  key: string;
  name: { one: string; many: string; prefix: string };
  fields: readonly Field[];
  measures: readonly { key: string; label: string }[];
  /** Fields in which a document names a person that a level may ask, with what each is called. */
  peopleFields: Readonly<Record<string, string>>;
};

/** What amount a policy may look at; `of` returns the amount with how it came about. */
export type Measure<D> = { key: string; label: string; of(document: D): { amount: Money; arithmetic: string } };

export type MissingItem = { path: string; message: string };

/** One thing that differs between two revisions, in words. */
export type Change = { label: string; before: string; after: string };

/**
 * All that routing, approval and the board need to know of one type of document. A new type is one file with one of these.
 */
export type DocumentType<D extends Basics = Basics> = Omit<TypeWords, "measures"> & {
  schema: z.ZodType<D>;
  facts(document: D): Facts;
  measures: readonly Measure<D>[];
  /** Everything that is still missing before the document can be submitted, in one list. */
  missing(document: D): MissingItem[];
  /** What an approver must see of an edit: old and new, the total last. */
  changes(before: D, after: D): Change[];
  /** Whose say a document may need: the cost centres, the customer and the supplier it is about, by the keys their owners are kept under. */
  concerns(document: D): Readonly<Partial<Record<"costCentre" | "customer" | "supplier", readonly string[]>>>;
  named(document: D): Readonly<Record<string, string>>;
  /** Title, counterparty and totals for lists. */
  headline(document: D): { title: string; party: string; net: Money; tax: Money; gross: Money };
};

export function vocabularyOf(type: Pick<TypeWords, "fields">): Vocabulary {
  return Object.fromEntries(type.fields.map(({ key, label, many, choices }) => [key, { label, many, choices }]));
}
