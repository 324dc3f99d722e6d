import type { Facts, Vocabulary } from "../conditions";
import type { Money } from "../money";
import type { z } from "zod";
import type { ExclusionReason } from "../people";
import type { DocumentContext, EvaluationContext } from "./context";
import type { MeasureReason, RemarkReason, UnmeasuredReason, MissingReason } from "./reasons";
import type { Change, Shown } from "./shown";
import type { Attachment } from "./attachment";
import type { ListId } from "../lists";
import type { AccountKind, OwnValues } from "../own-fields";
import type { OrganisationKind, StartingPlan } from "./starting";
import type { StepKind } from "./steps";

/** What every document has, whatever its type. */
export type Basics = {
  documentType: string;
  title: string;
  requester: string;
  onBehalfOf: string | null;
  unit: string;
  /** ISO date of the document, used for rates. */
  date: string;
  currency: string;
  note: string;
  editedBy?: string | undefined;
  attachments: Attachment[];
  /** Fields of the organisation's own. */
  own?: OwnValues | undefined;
};

/** A field that a condition may name. */
export type FieldKind = "text" | "choice" | "amount" | "number" | "date" | "flag";
export type Field = {
  key: string;
  kind: FieldKind;
  label: string;
  many?: boolean;
  /** Several values of the document itself, not of its lines. */
  several?: true;
  /** It is yes where one line says yes. */
  anyLine?: true;
  choices?: Readonly<Record<string, string>>;
  /** The list of the organisation whose keys it holds. */
  list?: string;
  /** A submitted document always has a value here. */
  always?: true;
  /** What it says depends on what is around the document, which is not known while it is being entered. */
  around?: true;
  /** Whoever approves fills it in, at a level that asks for it. */
  byApprovers?: true;
  /** An edit of it can be told from its old value, so conditions on change may name it. */
  controlled?: true;
};

/**
 * What a policy for a type of document can name: its fields, measures and the people it names, and which parts of a policy it has. All that designing needs.
 */
export type TypeWords = {
  key: string;
  name: { one: string; many: string; prefix: string };
  /** As the heading of a column of authority. */
  heading: string;
  /** What it is, to whoever chooses what to enter; what has to be at hand for it; and one as anybody may know it. */
  about: string;
  needs: string;
  example: string;
  /** Steps after the approval that do something to it, besides those of all. */
  steps: readonly StepKind[];
  /** Key of the type that is approved before it for the same thing, as an order is before its invoice. */
  follows?: string;
  /** It has lines, which can have fields of the organisation's own. */
  byLine?: true;
  /** It belongs to the unit that it is for, which its form says; every other to the unit of whose it is. */
  unitChosen?: true;
  /** Whose account is looked at with it, so that fields of the organisation's own on such accounts can be named. */
  account?: AccountKind;
  /** The other party, of this kind of account, fills in and signs a form for it. */
  partyForm?: AccountKind;
  /** Its policies may ask for it by themselves, where an order is stopped for credit. */
  forStoppedOrders?: true;
  fields: readonly Field[];
  measures: readonly { key: string; label: string; totals?: Totals }[];
  /** Fields in which a document names a person that a level may ask, with what each is called. */
  peopleFields: Readonly<Record<string, string>>;
};

/**
 * What a measure may ask of its policy: the currency bands are in, and over how many days totals with a supplier run. `on` is the day on which the
 * document was entered.
 */
export type MeasureAsked = EvaluationContext & { currency: string; on: string; days?: number | undefined };
/** An amount with how it came about, or why it cannot be told. */
export type Measured = { amount: Money; how: MeasureReason } | { why: UnmeasuredReason };

/**
 * What amount a policy may look at.
 * @property adds it is of the document alone, so that what several come to together is their sum
 * @property totals it is a running total over others
 */
export type Measure<D> = {
  key: string;
  label: string;
  adds?: true;
  totals?: Totals;
  of(document: D, asked: MeasureAsked): Measured;
};

/** A running total: of which measure, over documents that say the same in which field. */
export type Totals = { of: string; by: string };

/** What a document still wants, and where. */
export type MissingItem = { path: string; why: MissingReason };

/** What a document names of a list, and where it stands in it; `key` is empty where nothing was chosen. */
export type ListPick = { path: string; list: string; key: string; needed?: true; line?: number };

/** A part of a document that can be accepted or refused by itself: a line, a controlled field. `content` is all that it says. */
export type Part = { key: string; label: string; amount: Money | null; content: unknown };
/** What was refused of a part: all of it, or, where it has an amount, all above `allowed` in minor units. */
export type RefusedPart = { part: string; allowed: number | null };

/** A paper that was supplied for a line, counted from 1, after the document was sent. */
export type SuppliedPaper = { line: number; attachment: Attachment };

/** What is known of a document that is only tried. */
export type Sample = {
  requester: string;
  unit: string;
  date: string;
  currency: string;
  minor: number;
  category?: string | undefined;
  party?: string | undefined;
};

/** An account of the other party: by its name, as documents name suppliers, or by its id. */
export type AccountNamed = { kind: AccountKind } & ({ name: string } | { id: string });

/** What makes an invoice known again when it is sent a second time. */
export type InvoiceIdentity = { supplier: string; invoiceNumber: string; gross: Money; date: string };

/** What is to be looked up around a document before it is looked at. */
export type Surroundings = {
  /** Looked at by the organisation's rules. */
  rules?: true;
  account?: AccountNamed;
  /** The account that it asks to be paid to, for one that is named by its supplier. */
  bank?: string;
  /** Other documents of the type with the same supplier. */
  recent?: true;
  /** The number of an order; `replaces` where this document takes its place. */
  order?: { number: string; replaces?: true };
  duplicatesOf?: InvoiceIdentity;
  /** Hashes of papers, looked for on other documents. */
  receipts?: readonly string[];
  /** Kinds of papers that it needs; `beforeSending` where it is not taken without them, and else an approver is told. */
  papersFor?: { what: "firstLimit" | "newSupplier"; beforeSending?: true };
  /** Entries of a list whose attributes it is looked at by. */
  categories?: { list: ListId; keys: readonly string[] };
};

/** What is kept of a document for as long as it counts, since other documents look it up. */
export type LookedUp = { invoice?: InvoiceIdentity & { order: string | null }; receipts?: readonly string[] };

/** How a document is booked when it is posted; in the name of a person where it is owed to one, and else of its party. */
export type Posting = { kind: "order sent" | "invoice posted" | "claim posted"; person?: string };

/** To whom a document is paid, by when, and by which reference; null for that of its own number. */
export type PaidTo = { to: { supplier: string } | { person: string }; due: string | null; reference: string | null };

/** A document as whoever is outside knows it. `called` is what it is to them, such as “your invoice”. */
export type Outside = { account: AccountNamed | null; called: string; reference: string };

/** Something of a document that an approver should look at, worked out from what is around it. */
export type Remark = { about: RemarkTopic; why: RemarkReason; grave: boolean; line?: number };

/** What a remark is about, by which a hold of a policy finds those that tell more of its condition. */
export type RemarkTopic =
  | "supplier not open"
  | "no e-mail"
  | "no order"
  | "currency"
  | "duplicate"
  | "bank details"
  | "supplier limit"
  | "arithmetic"
  | "match"
  | "not received"
  | "same receipt"
  | "receipt missing"
  | "over a ceiling"
  | "rate"
  | "papers missing"
  | "over the limit"
  | "overdue"
  | "not signed";

/**
 * All that routing, approval and the board need to know of one type of document. A new type is one of these, in a folder of
 * its own and in the list of `types.ts`.
 */
export type DocumentType<D extends Basics = Basics> = Omit<TypeWords, "measures"> & {
  schema: z.ZodType<D>;
  /** A policy to begin with. */
  starting: StartingPlan;
  /** Others that name what the lists of a kind of organisation bring. */
  startingFor?: Readonly<Partial<Record<OrganisationKind, StartingPlan>>>;
  /** What conditions see of it. @param own keys of those fields of the organisation's own that are asked for; all of them where it is absent */
  facts(document: D, looking: EvaluationContext, own?: readonly string[]): Facts;
  measures: readonly Measure<D>[];
  /** Everything that is still missing before the document can be submitted, in one list. */
  missing(document: D): MissingItem[];
  /** What an approver must see of an edit: old and new, the total last. */
  changes(before: D, after: D): Change[];
  /** What it consists of, each line or changed field, as a record shows it. */
  lines(document: D): Shown[];
  /** With whom it is, as an approval is bound to it: the supplier, the customer, whoever is paid. */
  party(document: D): string;
  /** Keys of its amounts and quantities, wherever they stand in it; what is left without them is its wording. */
  amountKeys: readonly string[];
  /** What it refers to: the number of an order, or the id of an account. */
  refers(document: D): string | null;
  around(document: D): Surroundings;
  lookedUp(document: D): LookedUp;
  outside(document: D): Outside;
  /** Null where there is nothing to post. */
  posting(document: D): Posting | null;
  paidTo(document: D): PaidTo | null;
  /** Id of the account that it changes when it is approved. */
  changesAccount(document: D): string | null;
  /** Parts that a decision may accept and refuse one by one; none where a document is taken whole or not at all. */
  parts(document: D): Part[];
  /** Where its lines want a paper each: which of them have none and need one, the paper of a line, and the document with those that were supplied after it was sent. */
  linePapers?: {
    missing(document: D, looking: EvaluationContext): number[];
    /** The hash of it, null where the line has none, undefined where there is no such line. */
    of(document: D, line: number): string | null | undefined;
    with(document: D, supplied: readonly SuppliedPaper[]): D;
  };
  /** What is left of a document when parts are refused. */
  without(document: D, refused: readonly RefusedPart[]): D;
  /** What is odd about it, given what is around it, worst first. */
  remarks(document: D, looking: EvaluationContext): Remark[];
  /** What it names of the organisation's lists, all of it. */
  picks(document: D): ListPick[];
  /** Its lines with rates of tax that the organisation chooses from its list; none where the other party sets them. */
  taxed(document: D): readonly { taxPercent: string }[];
  /** Whose say it may need besides the owners of what it names of lists: the customer and the supplier it is about, by the keys their owners are kept under. */
  concerns(document: D): Readonly<Partial<Record<"customer" | "supplier", readonly string[]>>>;
  named(document: D, around?: DocumentContext): Readonly<Record<string, string>>;
  /** People besides the requester who may never decide on it, with the reason. */
  interested(document: D): { person: string; why: ExclusionReason }[];
  /** A plain document of the type that comes to an amount by most measures, to try a policy with. */
  sample(known: Sample): D;
  /** Which of its totals stands for the document in lists and on buttons. */
  shows: "net" | "gross";
  /** Title, counterparty and totals for lists. */
  headline(document: D): { title: string; party: string; net: Money; tax: Money; gross: Money };
};

/** What the fields of a type and their choices are called. */
export function vocabularyOf(type: Pick<TypeWords, "fields">): Vocabulary {
  return Object.fromEntries(
    type.fields.map(({ key, label, many, several, anyLine, choices }) => [
      key,
      { label, many: many || anyLine, several, choices },
    ]),
  );
}
