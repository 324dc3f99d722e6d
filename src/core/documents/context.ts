import type { Money, ToCurrency } from "../money";
import type { DuplicateReason, RemarkReason } from "./reasons";
import type { Attributes } from "../lists";
import type { OwnValues } from "../own-fields";
import type { Rules } from "./rules";

/**
 * What is known around a document when it is routed: accounts, orders, receipts and other documents it has to do with. It is looked up once by
 * the server, stored with the route, and everything the types compute from it can be computed again.
 */
export type DocumentContext = {
  supplier?: SupplierFacts;
  /**
   * Other documents of the same type with the same supplier by its account, submitted and not declined or withdrawn, entered within the longest time any
   * policy asks for. `entered` is the day of the organisation on which it was sent in.
   */
  recent?: readonly { number: string; entered: string; net: Money }[];
  order?: OrderFacts;
  /** Other invoices that may be the same one, with why; see `likelyDuplicates`. */
  duplicates?: readonly { number: string; why: DuplicateReason }[];
  /** Other claims on which a receipt of this one stands, by the hash of its content. */
  receiptsElsewhere?: readonly { hash: string; number: string }[];
  customer?: CustomerFacts;
  /** Kinds of papers that it needs, by their keys. */
  papers?: readonly string[];
  /** What the list of its categories says of those it names, by their keys. */
  categories?: Readonly<Record<string, Attributes>>;
  /** A finding of the lookout is open about it, or about what its requester and its party did before. */
  lookedInto?: true;
  /** Those by which documents are looked at; who may do what about them is asked of the rules as they stand. */
  rules?: EvaluationRules;
};

export type EvaluationRules = Omit<Rules, "duties" | "payments" | "letterhead" | "controlled">;

export type AccountStatus = "asked for" | "open" | "blocked";

/** A supplier's account as it stands; `limit` is the largest invoice taken without a closer look. */
export type SupplierFacts = {
  id: string;
  name: string;
  status: AccountStatus;
  limit: Money | null;
  /** ISO date of the last change of its bank account, if that is recent by the rules. */
  bankChanged: string | null;
  /** There is nowhere to send an order to. */
  noEmail?: true;
  /** An invoice asks to be paid to another account than its supplier has; which ones they are is not kept here. */
  otherBank?: boolean;
  /** What its account says in fields of the organisation's own. */
  own?: OwnValues;
};

/** Why nothing is bought from or paid to a party whose account is not open. */
export function whyNotOpen({ name: party, status }: Pick<SupplierFacts, "name" | "status">): RemarkReason {
  return { code: status === "blocked" ? "account blocked" : "account not approved", values: { party } };
}

/** An order as an invoice or a change order meets it. */
export type OrderFacts = {
  number: string;
  supplier: string;
  status: string;
  currency: string;
  committed: { net: Money; gross: Money };
  lines: readonly {
    description: string;
    quantity: string;
    unitPrice: number;
    taxPercent: string;
    /** Quantities as decimal text: what has come in, and what other invoices have charged already. */
    received: string;
    invoiced: string;
  }[];
};

/** What a customer owes, has ordered, and may owe. */
export type CustomerFacts = {
  id: string;
  name: string;
  status: AccountStatus;
  limit: Money | null;
  receivables: Money;
  openOrders: Money;
  stoppedOrders: Money;
  overdue: Money;
  /** Days since the oldest unpaid due date; 0 when nothing is overdue. */
  daysOverdue: number;
  /** What its account says in fields of the organisation's own. */
  own?: OwnValues;
};

/** What facts and measures may look at besides the document. */
export type EvaluationContext = { around: DocumentContext; toCurrency: ToCurrency };

/** Nothing known around, and no conversion: for what is looked at before it is routed. */
export const NO_CONTEXT: EvaluationContext = {
  around: {},
  toCurrency: (amount, currency) => (amount.currency === currency ? amount : null),
};
