import type { Duty } from "@/core/segregation";
import type { FieldChange, SupplierField, CustomerField } from "@/core/documents";

export type AccountKind = "supplier" | "customer";
export type AccountValue = FieldChange["before"];
/** Controlled fields of an account with their values; see SUPPLIER_FIELDS and CUSTOMER_FIELDS. */
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
      };
    }
  | { type: "account filled in"; data: { fields: AccountFields; signedBy: string; attachments: string[] } }
  | { type: "account changed"; data: { changes: Changed[]; because: string; document: string | null } }
  | { type: "account opened" | "account blocked"; data: { because: string } }
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
  | { type: "put in payment run"; data: { document: string; day: string } }
  | { type: "taken out of payment run"; data: { document: string; day: string; because: string } }
  | {
      type: "payment run made";
      data: { day: string; by: string; paid: string[]; left: { document: string; why: string }[] };
    }
  | {
      type: "sales order entered";
      data: { id: string; customer: string; title: string; minor: number; stopped: boolean; because: string };
    }
  /** Two acts about one document that should not meet in one person, and did. */
  | { type: "duties met"; data: { document: string; person: string; duty: Duty; with: Duty } }
  | { type: "sales order freed"; data: { id: string; because: string } }
  | { type: "letter sent"; data: LetterData };

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
  /** Kept for its reader's daily digest. */
  digest?: boolean;
};
