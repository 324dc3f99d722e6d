import type { Enclosed } from "../documents/order-head";
import type { AccountReason, OrderReason } from "@/core/stopped-orders";
import type { Duty } from "@/core/segregation";
import type { Money } from "@/core/money";
import type { Payer, WhyNot } from "@/core/payments";
import type { AccountValue, CustomerField, PartySignature, SupplierField } from "@/core/documents";
import type { AccountKind } from "@/core/own-fields";

export type { AccountKind, AccountValue };
/** Fields of an account with their values, those of the organisation's own by their keys; see SUPPLIER_FIELDS and CUSTOMER_FIELDS. */
export type AccountFields = Partial<Record<SupplierField | CustomerField, AccountValue>>;
export type Changed = { field: string; before: AccountValue; after: AccountValue };

/** What happens to an account, in the stream `account:<id>`. */
export type AccountEvent =
  | {
      type: "account entered";
      data: {
        id: string;
        kind: AccountKind;
        name: string;
        status: "asked for" | "open" | "blocked";
        currency: string;
        group: string;
        fields: AccountFields;
        askedBy: string | null;
        /** Of one that was brought in: that and when it was approved before. */
        because?: AccountReason;
      };
    }
  | {
      type: "account filled in";
      data: {
        fields: AccountFields;
        signedBy: string;
        attachments: string[];
        /** Absent where it was signed before signatures had a date and a hash. */
        signature?: PartySignature;
      };
    }
  | { type: "account changed"; data: { changes: Changed[]; because: AccountReason; document: string | null } }
  | { type: "account opened" | "account blocked"; data: { because: AccountReason } }
  | {
      type: "balances read";
      data: { receivables: { number: string; minor: number; due: string }[]; source: string };
    };

/** What happens in the books, in the stream `ledger`. */
export type LedgerEvent =
  | { type: "goods received"; data: { order: string; line: number; quantity: string; by: string } }
  | {
      type: "posted";
      data: {
        document: string;
        kind: "order sent" | "invoice posted" | "claim posted";
        party: string;
        minor: number;
        currency: string;
        detail: string;
      };
    }
  /** What is posted may be paid; `reference` is the number its payee knows it by, `due` null where it is due at once. */
  | { type: "to be paid"; data: { document: string; due: string | null; reference: string } }
  | {
      type: "payment run made";
      data: {
        run: string;
        day: string;
        by: string;
        items: RunItem[];
        /** What was planned by then and left out: with why, or with nothing where somebody did not tick it. */
        left: { document: string; why: WhyNot[] }[];
      };
    }
  | { type: "payment run undone"; data: { run: string; by: string; reason: string } }
  /** Handed to the bank: as of then what is in it counts as paid on its day. `sha256` is of the file. */
  | { type: "payment run exported"; data: { run: string; by: string; payer: Payer; sha256: string } }
  | { type: "payment file fetched"; data: { run: string; by: string; format: "xml" | "csv" | "xlsx" } }
  | {
      type: "sales order entered";
      data: {
        id: string;
        customer: string;
        title: string;
        minor: number;
        /** Why it is stopped; null where it is not. */
        because: OrderReason | null;
        /** Who sells it, where that is known. */
        seller?: string;
      };
    }
  /** A higher limit was asked for because of these orders, by the search or by somebody. */
  | { type: "limit asked for"; data: { number: string; orders: string[] } }
  /** Two acts about one document that should not meet in one person, and did. */
  | { type: "duties met"; data: { document: string; person: string; duty: Duty; with: Duty } }
  | { type: "sales order freed"; data: { id: string; because: OrderReason } }
  | { type: "letter sent"; data: LetterData };

/** One document of a run; its account is hidden but for its end. */
export type RunItem = { document: string; reference: string; payee: string; account: string; amount: Money };

export type LetterData = {
  document: string | null;
  to: string;
  subject: string;
  body: string;
  /** Somebody who works here, and on what they are told; absent for other parties. */
  person?: string;
  occasion?: string;
  /** It carries a link to decide there, which itself is never in the log. */
  decide?: { level: string; revision: number };
  /** The version of a policy it is about. */
  policy?: { id: string; version: number };
  /** An order that goes with it, with the parties as they were. */
  encloses?: Enclosed;
  /** Kept for its reader's daily digest. */
  digest?: boolean;
};
