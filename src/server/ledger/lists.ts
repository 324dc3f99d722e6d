import { dayIn } from "@/core/calendar";
import type { Column } from "@/core/listing";
import { money, type Money } from "@/core/money";
import { sayDate } from "@/core/text";
import { sayField } from "@/core/words";
import { atHand, type Looker, type Source } from "../listing/source";
import { findRows, type SqlColumn, type SqlList } from "../listing/sql";
import { namesNow } from "../reference-data";
import { customerFacts, findAccounts } from "./accounts";
import { filledOn, openReceipts, type OpenReceipt } from "./views";

/** The lists of the back office: accounts, what has not come in yet, and what is booked. */

export type SupplierLine = {
  id: string;
  name: string;
  status: string;
  terms: string;
  limit: Money | null;
  bankAt: string | null;
};

const SUPPLIER_COLUMNS: readonly Column<SupplierLine>[] = [
  { key: "name", name: "Supplier", kind: "text", plain: true, value: (row) => row.name },
  { key: "status", name: "Account", kind: "choice", value: (row) => row.status },
  { key: "terms", name: "Terms", kind: "choice", value: (row) => row.terms },
  { key: "limit", name: "Own invoice limit", kind: "amount", unsummed: true, value: (row) => row.limit },
  { key: "bank", name: "Bank account changed", kind: "moment", value: (row) => row.bankAt },
];

const isMoney = (value: unknown): value is Money => typeof value === "object" && value !== null && "minor" in value;

export const suppliersSource: Source<SupplierLine> = atHand({
  action: "ledger.read",
  size: 50,
  columns: () => SUPPLIER_COLUMNS,
  rowsOf({ app }) {
    const names = namesNow(app);
    return findAccounts(app.db, { kind: "supplier", limit: -1 }).map(({ id, name, status, fields, bankAt }) => ({
      id,
      name,
      status,
      terms: fields.paymentTerms ? sayField("paymentTerms", fields.paymentTerms, names) : "",
      limit: isMoney(fields.limit) ? fields.limit : null,
      bankAt,
    }));
  },
});

export type CustomerLine = {
  id: string;
  name: string;
  status: string;
  group: string;
  limit: Money | null;
  /** What is owed and ordered. */
  exposure: Money;
  overdue: Money;
  daysOverdue: number;
};

const CUSTOMER_COLUMNS: readonly Column<CustomerLine>[] = [
  { key: "name", name: "Customer", kind: "text", plain: true, value: (row) => row.name },
  { key: "status", name: "Account", kind: "choice", extra: true, value: (row) => row.status },
  { key: "group", name: "Group", kind: "choice", value: (row) => row.group },
  { key: "limit", name: "Limit", kind: "amount", unsummed: true, value: (row) => row.limit },
  { key: "exposure", name: "Owed and ordered", kind: "amount", value: (row) => row.exposure },
  { key: "used", name: "Of the limit, per cent", kind: "count", value: usedOf },
  { key: "overdue", name: "Overdue", kind: "amount", value: (row) => row.overdue },
  { key: "days", name: "Days overdue", kind: "count", value: (row) => row.daysOverdue },
];

/** How much of the limit is taken, in hundredths; null where there is none to take from. */
function usedOf({ limit, exposure }: CustomerLine): number | null {
  return limit && limit.minor > 0 ? Math.round((exposure.minor / limit.minor) * 100) : null;
}

export const customersSource: Source<CustomerLine> = atHand({
  action: "ledger.read",
  size: 50,
  columns: () => CUSTOMER_COLUMNS,
  rowsOf({ app }) {
    return findAccounts(app.db, { kind: "customer", limit: -1 }).map((account) => {
      const { limit, receivables, openOrders, stoppedOrders, overdue, daysOverdue } = customerFacts(app, account);
      const exposure = money(receivables.minor + openOrders.minor + stoppedOrders.minor, account.currency);
      const { id, name, status, group } = account;
      return { id, name, status, group, limit: limit ?? null, exposure, overdue, daysOverdue };
    });
  },
});

const ORDER_COLUMNS: readonly Column<OpenReceipt>[] = [
  { key: "number", name: "Order", kind: "text", plain: true, value: (row) => row.number },
  { key: "title", name: "What", kind: "text", plain: true, value: (row) => row.title },
  { key: "party", name: "Supplier", kind: "text", value: (row) => row.party },
  { key: "net", name: "Net", kind: "amount", value: (row) => row.net },
  { key: "approved", name: "Approved", kind: "moment", value: (row) => row.approvedAt },
];

/** Approved orders of which something has not come in yet. */
export const ordersSource: Source<OpenReceipt> = atHand({
  action: "ledger.read",
  size: 40,
  usual: "-approved",
  columns: () => ORDER_COLUMNS,
  rowsOf: ({ app }) => openReceipts(app),
});

export type PostingLine = {
  id: string;
  at: string;
  kind: string;
  document: string;
  number: string;
  party: string;
  amount: Money;
  detail: string;
  run: string | null;
  /** When it is or was paid, in words; empty for what is not paid. */
  payment: string;
  /** What deciders filled in, such as the account on which it is booked. */
  filled: [name: string, value: string][];
};

/** Every kind of entry there is. */
const POSTED = ["order sent", "invoice posted", "claim posted"];

type StoredPosting = {
  document: string;
  kind: string;
  party: string;
  minor: number;
  currency: string;
  at: string;
  detail: string;
  payable: number;
  run: string | null;
  paid: string | null;
  number: string;
};

const POSTING_COLUMNS: readonly SqlColumn<PostingLine>[] = [
  { key: "at", name: "When", kind: "moment", sql: "p.at", value: (row) => row.at },
  { key: "kind", name: "Entry", kind: "choice", sql: "p.kind", value: (row) => row.kind },
  { key: "number", name: "Document", kind: "text", sql: "d.number", value: (row) => row.number },
  { key: "party", name: "Party", kind: "text", sql: "p.party", value: (row) => row.party },
  { key: "amount", name: "Amount", kind: "amount", sql: "p.minor", currency: "p.currency", value: (row) => row.amount },
  { key: "detail", name: "Detail", kind: "text", sql: "p.detail", value: (row) => row.detail },
  { key: "payment", name: "Paid", kind: "text", plain: true, extra: true, sql: "p.paid", value: (row) => row.payment },
];

function postings({ app, now, zone }: Looker): SqlList<PostingLine, StoredPosting> {
  const today = dayIn(now, zone);
  return {
    columns: POSTING_COLUMNS,
    select: "p.*, d.number",
    from: "posting p JOIN document d ON d.id = p.document",
    usual: "p.at DESC, p.document",
    toRow: ({ minor, currency, payable, run, paid, ...row }) => ({
      ...row,
      id: `${row.document} ${row.kind}`,
      run,
      payment: payable === 0 ? "" : sayPayment(run, paid, today),
      amount: money(minor, currency),
      filled: filledOn(app, row.document),
    }),
  };
}

function sayPayment(run: string | null, paid: string | null, today: string): string {
  if (!run) return "not paid yet";
  if (!paid) return "not exported yet, in";
  return `${paid <= today ? "paid" : "to be paid"} ${sayDate(paid)} by`;
}

/** What is booked, the newest first. */
export const postingsSource: Source<PostingLine> = {
  action: "ledger.read",
  size: 50,
  usual: "-at",
  columns: () => POSTING_COLUMNS,
  find: (looker, query, _, size) => ({
    ...findRows(looker.app.db, postings(looker), query, { size, zone: looker.zone }),
    choices: { kind: POSTED.map((name) => ({ key: name, name })) },
  }),
};
