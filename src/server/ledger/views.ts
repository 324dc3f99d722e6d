import type { DocumentState } from "@/core/approval";
import { orderTotals, times } from "@/core/documents";
import { dayIn } from "@/core/calendar";
import { formatMoney, money } from "@/core/money";
import { sayDate } from "@/core/text";
import type { App } from "../app";
import { likeText } from "../db/like";
import { statement } from "../db/statement";
import { orderNow, receivedOf } from "../documents/orders";
import { sayField } from "@/core/words";
import { namesNow, readReferenceData } from "../reference-data";
import { customerFacts, findAccounts, readAccount, readRules, type AccountFilter } from "./accounts";
import type { Changed } from "./events";
import type { AccountReason, OrderReason } from "@/core/stopped-orders";
import { sayAccountReason, sayOrderReason } from "@/core/audit-narrative";

/** What the places of the back office show. Lists are paged or bounded. */

export const BOOKED_A_PAGE = 50;

type Posting = {
  document: string;
  number: string;
  kind: string;
  party: string;
  minor: number;
  currency: string;
  at: string;
  detail: string;
  payable: number;
  run: string | null;
  paid: string | null;
};

/** What is booked, the newest first, a page at a time, with when each is paid. */
export function postingsOf(app: App, { kind = "", page = 1 }: { kind?: string | undefined; page?: number }) {
  const today = dayIn(app.clock.now(), readReferenceData(app).directory.organisation.timeZone);
  const total = app.db
    .prepare("SELECT COUNT(*) FROM posting WHERE (@kind = '' OR kind = @kind)")
    .pluck()
    .get({ kind }) as number;
  const rows = app.db
    .prepare(
      `SELECT p.*, d.number FROM posting p JOIN document d ON d.id = p.document WHERE (@kind = '' OR p.kind = @kind)
       ORDER BY p.at DESC, p.document LIMIT ${BOOKED_A_PAGE} OFFSET @offset`,
    )
    .all({ kind, offset: (Math.max(1, page) - 1) * BOOKED_A_PAGE }) as Posting[];
  return {
    total,
    page,
    rows: rows.map(({ minor, currency, payable, run, paid, ...row }) => ({
      ...row,
      run,
      payment: payable === 0 ? "" : sayPayment(run, paid, today),
      amount: formatMoney(money(minor, currency)),
    })),
  };
}

function sayPayment(run: string | null, paid: string | null, today: string): string {
  if (!run) return "not paid yet";
  if (!paid) return "not exported yet, in";
  return `${paid <= today ? "paid" : "to be paid"} ${sayDate(paid)} by`;
}

/** Suppliers as the back office lists them. */
export function supplierList(app: App, filter: Omit<AccountFilter, "kind">) {
  const names = namesNow(app);
  return findAccounts(app.db, { ...filter, kind: "supplier" }).map((account) => ({
    id: account.id,
    name: account.name,
    status: account.status,
    terms: account.fields.paymentTerms ? sayField("paymentTerms", account.fields.paymentTerms, names) : "",
    limit: sayField("limit", account.fields.limit ?? null, names),
    bankAt: account.bankAt,
  }));
}

/** Customers with what they owe and how much of their limit it takes. */
export function customerList(app: App, filter: Omit<AccountFilter, "kind">) {
  return findAccounts(app.db, { ...filter, kind: "customer" }).map((account) => {
    const facts = customerFacts(app, account);
    const owed = facts.receivables.minor + facts.openOrders.minor + facts.stoppedOrders.minor;
    return {
      id: account.id,
      name: account.name,
      status: account.status,
      group: account.group,
      currency: account.currency,
      limit: facts.limit ? formatMoney(facts.limit) : "none",
      exposure: formatMoney(money(owed, account.currency)),
      used: facts.limit && facts.limit.minor > 0 ? owed / facts.limit.minor : owed > 0 ? Infinity : 0,
      overdue: formatMoney(facts.overdue),
      daysOverdue: facts.daysOverdue,
    };
  });
}
export type CustomerRow = ReturnType<typeof customerList>[number];

/** The groups that customers are in, each once. */
export function customerGroups(app: App): string[] {
  return app.db
    .prepare("SELECT DISTINCT grp FROM account WHERE kind = 'customer' AND grp <> '' ORDER BY grp")
    .pluck()
    .all() as string[];
}

/** Everything about one account: what it says, what is under way for it, what it owes or has been paid. */
export function accountView(app: App, id: string) {
  const account = readAccount(app.db, id);
  if (!account) return null;
  const documents = app.db
    .prepare(
      `SELECT id, number, title, status, updated_at AS updatedAt FROM document
       WHERE (refers = @id OR (@kind = 'supplier' AND party = @name AND type IN ('purchase-order', 'supplier-invoice'))) ORDER BY updated_at DESC LIMIT 12`,
    )
    .all({ id, name: account.name, kind: account.kind }) as {
    id: string;
    number: string;
    title: string;
    status: DocumentState["status"];
    updatedAt: string;
  }[];
  const receivables = app.db
    .prepare("SELECT number, minor, due FROM receivable WHERE customer = ? ORDER BY due")
    .all(id) as { number: string; minor: number; due: string }[];
  const orders = app.db
    .prepare(
      "SELECT id, title, minor, status, placed_at AS placedAt, because FROM sales_order WHERE customer = ? ORDER BY placed_at DESC LIMIT 20",
    )
    .all(id) as {
    id: string;
    title: string;
    minor: number;
    status: string;
    placedAt: string;
    because: string | null;
  }[];
  const amount = (minor: number) => formatMoney(money(minor, account.currency));
  return {
    account,
    controlled: readRules(app).controlled,
    changes: changesOf(app, id),
    documents,
    facts: account.kind === "customer" ? customerFacts(app, account) : null,
    receivables: receivables.map((one) => ({ ...one, amount: amount(one.minor) })),
    orders: orders.map((one) => ({ ...one, because: sayBecause(one.because), amount: amount(one.minor) })),
  };
}

const MOST_CHANGES = 50;

/** What was changed of an account, the latest first: each as old and new, with who or what did it and why. */
function changesOf(app: App, id: string) {
  const rows = statement(
    app.db,
    `SELECT at, person, because, changes, document FROM account_change WHERE account = ? ORDER BY seq DESC LIMIT ${MOST_CHANGES}`,
  ).all(id) as { at: string; person: string; because: string; changes: string; document: string | null }[];
  return rows.map(({ because, changes, ...row }) => ({
    ...row,
    why: sayAccountReason(JSON.parse(because) as AccountReason),
    changes: JSON.parse(changes) as Changed[],
  }));
}

/** Approved orders of which something has not come in yet, the latest approved first, each as its changes left it. */
export function openReceipts(app: App, text = ""): OpenReceipt[] {
  const rows = app.db
    .prepare(
      `SELECT d.number FROM document d WHERE d.type = 'purchase-order' AND d.status = 'approved' AND d.refers IS NULL
         AND (@text = '' OR d.number LIKE @like ESCAPE '\\' OR d.party LIKE @like ESCAPE '\\' OR d.title LIKE @like ESCAPE '\\')
       ORDER BY d.closed_at DESC LIMIT 60`,
    )
    .pluck()
    .all({ text, like: `%${likeText(text)}%` }) as string[];
  return rows.flatMap((number) => openReceipt(app, number) ?? []);
}

/** What is still to come of an order, by its own number or that of a change of it; null where nothing is. */
export function openReceipt(app: App, number: string): OpenReceipt | null {
  const now = orderNow(app.db, number);
  if (!now) return null;
  const received = receivedOf(app.db, now.number);
  const lines = now.order.lines.map((line, index) => ({
    line: index + 1,
    description: line.description,
    ordered: line.quantity,
    received: received.get(index + 1) ?? "0",
  }));
  if (lines.every((line) => times(line.received, 10_000) >= times(line.ordered, 10_000))) return null;
  return {
    id: now.first.id,
    number: now.number,
    title: now.order.title,
    party: now.order.supplier,
    net: formatMoney(orderTotals(now.order).net),
    changedBy: now.latest.id === now.first.id ? null : now.latest.number,
    lines,
  };
}
export type OpenReceipt = {
  id: string;
  number: string;
  title: string;
  party: string;
  net: string;
  /** The latest approved change, whose lines these are. */
  changedBy: string | null;
  lines: { line: number; description: string; ordered: string; received: string }[];
};

/** The newest rate of each pair of currencies. */
export function latestRates(app: App) {
  return app.db
    .prepare(
      `SELECT source_currency AS "from", target_currency AS "to", MAX(date) AS date, rate, source FROM rate
       GROUP BY source_currency, target_currency ORDER BY source_currency`,
    )
    .all() as { from: string; to: string; date: string; rate: string; source: string }[];
}

/** Why an order stands as it does, as it is kept; empty where it was never stopped. */
export function sayBecause(because: string | null): string {
  return because ? sayOrderReason(JSON.parse(because) as OrderReason) : "";
}
