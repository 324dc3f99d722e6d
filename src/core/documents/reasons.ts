import type { PickReason } from "../lists";
import type { OwnReason } from "../own-fields";
import type { AccountFault } from "../payments";
import type { Money } from "../money";
import type { Coded } from "../reason";

/** Why something about a document is as it is, as data; the words are made of it in core/words. Dates are ISO, numbers of lines count from 1. */

/** How the amount that a policy measures came about. */
export type MeasureReason = Coded<{
  "net of lines": { lines: number; net: Money };
  "net and tax": { net: Money; tax: Money; gross: Money };
  "net and tax as stated": { net: Money; tax: Money };
  "net as stated": { net: Money };
  "largest line": { line: number; amount: Money; net: boolean };
  "lines claimed": { lines: number; total: Money };
  /** What may be owed after the change: the new limit, or receivables and orders if these are more. */
  "limit or what is owed": { limit: Money; receivables: Money; orders: Money };
  increase: { after: Money; before: Money };
  "largest invoice": { amount: Money };
  /** Nothing is known of how it came about but the amount, as of a document of the past. */
  "as it was kept": null;
  /** `others` are the numbers of other documents with the same supplier entered on `since` or later, which come to `before`. */
  "total with the supplier": {
    supplier: string;
    own: Money;
    others: string[];
    since: string;
    before: Money;
    total: Money;
  };
}>;

/** Why an amount cannot be measured. `number` is of another document, null for this one. */
export type UnmeasuredReason = Coded<{
  "no rate for a total": { to: string; number: string | null };
  "no rate for the old limit": { to: string };
  "total too large": { supplier: string };
  "increase too large": null;
  "what is owed is not known": { customer: string };
}>;

/** Why another invoice may be the same one. */
export type DuplicateReason = Coded<{
  "same number": { invoiceNumber: string };
  "number written alike": { invoiceNumber: string };
  "same amount": { gross: Money; date: string };
}>;

/** What an invoice charges otherwise than its order and what came in let it. Quantities are decimal text. */
export type DifferenceReason = Coded<{
  "not on the order": { order: string };
  "order in another currency": { order: string; its: string; own: string };
  /** `charged` and `ordered` are prices of one; `net` of the line. */
  price: { charged: Money; ordered: Money; net: Money; by: Money; withEarlier: boolean; tolerance: Money };
  tax: { charged: string; ordered: string };
  "more than ordered": { charged: string; most: string; before: string };
  "more than received": { charged: string; most: string; before: string };
  "beside the lines": { by: Money; tolerance: Money };
}>;

/** How an invoice stands to an order. */
export type MatchReason = Coded<{
  "names no order": null;
  "no such order": { order: string };
  "order with another": { order: string; supplier: string };
  "charged against": { order: string };
}>;

/** What of an invoice a rule of EN 16931 is about; percentages are decimal text. */
export type RuleSubject = Coded<{
  "line amount": null;
  "sum of lines": null;
  "total without tax": null;
  "tax at": { percent: string };
  "taxed in all": null;
  "taxed at": { percent: string };
  "sum of taxes": null;
  "total with tax": null;
  "amount due": null;
  "paid already": null;
  "rounding of the due": null;
}>;

/** What an approver should look at. Names of parties are as the document or its account has them. */
export type RemarkReason =
  | MatchReason
  | DifferenceReason
  | Coded<{
      "no account": { party: string };
      "account blocked": { party: string };
      "account not approved": { party: string };
      "no e-mail": { party: string };
      "no order to change": { order: string };
      "change in another currency": { order: string; its: string; own: string };
      "maybe the same invoice": { number: string; why: DuplicateReason };
      "to another account": { party: string };
      "account changed": { party: string; on: string };
      "over the supplier’s limit": { by: Money; limit: Money };
      arithmetic: { rule: string; about: RuleSubject; stated: Money; computed: Money; by: Money };
      "same receipt on line": { line: number };
      "same receipt on document": { number: string };
      "receipt missing": null;
      "over a ceiling": { by: Money; ceiling: Money; category: string };
      "over the daily allowance": { by: Money; allowance: Money };
      "contained in the allowance": { date: string; category: string };
      "more than the rate": { spent: Money; atRate: Money };
      "no rate of the day": { spent: Money };
      "paper missing": { paper: string };
      "over the new limit": { by: Money };
      overdue: { amount: Money; days: number };
      "would be paid elsewhere": { party: string };
      "not signed by the party": null;
    }>;

/** Why a document cannot be sent in yet. Fields by what its type calls them, lines by their numbers. */
export type MissingReason = Coded<{
  "no title": null;
  /** Nobody is named, such as the supplier. */
  "nobody named": { who: string };
  /** A field that is not filled in, in the middle of a sentence. */
  "field empty": { field: string };
  "no lines": null;
  "line not described": { line: number };
  "line comes to nothing": { line: number };
  "amount not above zero": { line: number };
  "line dated later": { line: number };
  "claimed more than spent": { line: number };
  "receipt not attached": { line: number };
  "discount incomplete": null;
  "comes to nothing": null;
  "no field changed": null;
  "no first limit": null;
  "same value": { label: string };
  "wrong account number": { label: string; fault: AccountFault };
  "no e-mail address": { label: string; typed: string };
  "needed for a new account": { label: string };
  "paper needed for a new account": { paper: string };
  /** What is chosen from a list, on a line or, where that is null, of the whole document. */
  "of a list": { line: number | null; why: PickReason };
  /** A field of the organisation's own, on a line or, where that is null, on the document. */
  "own field": { line: number | null; why: OwnReason };
}>;
