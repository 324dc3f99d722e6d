import { acceptedOf, type DocumentState } from "@/core/approval";
import { matchOf, orderTotals, times, type OrderFacts, type PurchaseOrder } from "@/core/documents";
import { statement } from "../db/statement";
import type { Db } from "../db/open";
import { readState } from "./state";

/** An approved order as it stands: under its own number, with the lines of its latest approved change. */
export type OrderNow = { number: string; first: DocumentState; latest: DocumentState; order: PurchaseOrder };

/**
 * The order of a number, whichever of it and its changes has it: the number of a change leads to the order that it changed, since what comes in and is charged is kept
 * under that one. Null where it is not an approved order.
 */
export function orderNow(db: Db, number: string): OrderNow | null {
  const named = readState(db, number.trim().toLowerCase());
  if (named?.document.documentType !== "purchase-order" || named.status !== "approved") return null;
  const root = named.document.changeOf ? readState(db, named.document.changeOf.toLowerCase()) : named;
  if (root?.document.documentType !== "purchase-order" || root.status !== "approved" || root.document.changeOf)
    return null;
  const latest = changesOf(db, root.number).at(-1) ?? root;
  const order = acceptedOf(latest);
  return order.documentType === "purchase-order" ? { number: root.number, first: root, latest, order } : null;
}

/** The approved changes of an order, the first approved first. */
export function changesOf(db: Db, number: string): DocumentState[] {
  const ids = statement(
    db,
    "SELECT id FROM document WHERE refers = ? AND type = 'purchase-order' AND status = 'approved' ORDER BY closed_at, id",
  )
    .pluck()
    .all(number) as string[];
  return ids.map((id) => readState(db, id)!);
}

/** The invoices on an order that are neither declined nor withdrawn, drafts left out, in the order of their ids. */
export function invoicesOn(db: Db, number: string): DocumentState[] {
  const ids = statement(db, "SELECT document FROM invoice WHERE order_number = ? AND live = 1 ORDER BY document")
    .pluck()
    .all(number) as string[];
  return ids.map((id) => readState(db, id)!);
}

/** An approved order with what came in of it and what other invoices have charged. @param own number of an invoice that does not count */
export function orderFacts(db: Db, number: string, own: string | null): OrderFacts | null {
  const now = orderNow(db, number);
  if (!now) return null;
  const { order } = now;
  const { net, gross } = orderTotals(order);
  const lines = order.lines.map(({ description, quantity, unitPrice, taxPercent }) => ({
    description,
    quantity,
    unitPrice,
    taxPercent,
    received: "0",
    invoiced: "0",
  }));
  const facts = {
    number: now.number,
    supplier: order.supplier,
    status: now.latest.status,
    currency: order.currency,
    committed: { net, gross },
    lines,
  };
  const received = receivedOf(db, now.number);
  const invoiced = sums(chargedOn(db, facts, own));
  const amount = (of: ReadonlyMap<number, string>, index: number) => of.get(index + 1) ?? "0";
  return {
    ...facts,
    lines: lines.map((line, index) => ({
      ...line,
      received: amount(received, index),
      invoiced: amount(invoiced, index),
    })),
  };
}

/** What has come in of an order, by the number of its line from 1, as decimal text. @param number of the order itself and not of a change */
export function receivedOf(db: Db, number: string): ReadonlyMap<number, string> {
  return sums(statement(db, "SELECT line, quantity FROM receipt WHERE order_number = ?").all(number) as Quantity[]);
}

type Quantity = { line: number; quantity: string };

/** What other invoices charge on an order, also those that came before it was approved and met no order then. */
function chargedOn(db: Db, order: OrderFacts, own: string | null): Quantity[] {
  return invoicesOn(db, order.number).flatMap((state) => {
    if (state.number === own || state.document.documentType !== "supplier-invoice") return [];
    const { lines } = state.document;
    const looking = { around: { order, ...state.around }, toCurrency: () => null };
    return matchOf(state.document, looking).lines.flatMap(({ line, orderLine }) =>
      orderLine === null ? [] : [{ line: orderLine, quantity: lines[line - 1]!.quantity }],
    );
  });
}

/** Quantities have four decimals at most, so they are added as whole ten-thousandths. */
function sums(quantities: readonly Quantity[]): Map<number, string> {
  const total = new Map<number, number>();
  for (const { line, quantity } of quantities) total.set(line, (total.get(line) ?? 0) + times(quantity, 10_000));
  return new Map([...total].map(([line, sum]) => [line, String(sum / 10_000)]));
}
