import { filledValues, type DocumentState } from "@/core/approval";
import { orderTotals, times } from "@/core/documents";
import { formatMoney, money, type Money } from "@/core/money";
import type { App } from "../app";
import { statement } from "../db/statement";
import { orderNow, receivedOf } from "../documents/orders";
import { namesFor } from "../documents/names";
import { readState } from "../documents/state";
import { sayOwnValues } from "@/core/words";
import { readReferenceData } from "../reference-data";
import { customerFacts, readAccount, readRules } from "./accounts";
import type { Changed } from "./events";
import type { AccountReason, OrderReason } from "@/core/stopped-orders";
import { sayAccountReason, sayOrderReason } from "@/core/audit-narrative";

/** What the places of the back office show. Lists are paged or bounded. */

/** What deciders filled in of a document, such as the account on which it is booked; of what is hidden from some, that it is. */
export function filledOn(app: App, id: string): [name: string, value: string][] {
  const state = readState(app.db, id);
  return state ? sayOwnValues(filledValues(state), namesFor(readReferenceData(app), state)) : [];
}

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

/** So many of the latest approved orders are looked at for what has not come in yet. */
export const MOST_ORDERS_LOOKED_AT = 2_000;

/** Approved orders of which something has not come in yet, the latest approved first, each as its changes left it. */
export function openReceipts(app: App): OpenReceipt[] {
  const rows = app.db
    .prepare(
      `SELECT d.number FROM document d WHERE d.type = 'purchase-order' AND d.status = 'approved' AND d.refers IS NULL
       ORDER BY d.closed_at DESC LIMIT ${MOST_ORDERS_LOOKED_AT}`,
    )
    .pluck()
    .all() as string[];
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
    net: orderTotals(now.order).net,
    approvedAt: closedAt(app, now.first.id),
    changedBy: now.latest.id === now.first.id ? null : now.latest.number,
    lines,
  };
}
function closedAt({ db }: App, id: string): string | null {
  const row = statement(db, "SELECT closed_at AS at FROM document WHERE id = ?").get(id);
  return (row as { at: string | null } | undefined)?.at ?? null;
}
export type OpenReceipt = {
  id: string;
  number: string;
  title: string;
  party: string;
  net: Money;
  /** When the order was approved. */
  approvedAt: string | null;
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
