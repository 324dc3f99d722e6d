import { acceptedOf, type DocumentState } from "@/core/approval";
import { orderChanges, partyKey, times, type AnyDocument, type Change, type PurchaseOrder } from "@/core/documents";
import { tookOverFrom } from "@/core/people";
import { type Refusal } from "@/core/refusal";
import { refuse } from "@/core/words";
import type { App } from "../app";
import { readReferenceData } from "../reference-data";
import { changesOf, orderFacts } from "./orders";
import { readState } from "./state";

/** Whether a document is changed by another one once it is approved: an order is, and not a change of one. */
export function isChangedByOrder({ status, document }: DocumentState): boolean {
  return document.documentType === "purchase-order" && status === "approved" && !document.changeOf;
}

/** What a change order changes against the order as it was before it; null for what changes none. */
export function changesBy(app: App, state: DocumentState): Change[] | null {
  const order = acceptedOf(state);
  if (order.documentType !== "purchase-order" || !order.changeOf) return null;
  const first = readState(app.db, order.changeOf.toLowerCase());
  if (!first) return [];
  const earlier = changesOf(app.db, order.changeOf).filter(
    (one) => one.id !== state.id && (state.closedAt === null || one.closedAt! < state.closedAt),
  );
  const before = acceptedOf(earlier.at(-1) ?? first);
  return before.documentType === "purchase-order" ? orderChanges(before, order) : [];
}

/** A change stands in the place of an order, so that it is of whoever ordered it, and with whom it was ordered. Null for what changes no order. */
export function whyNotChanged(app: App, document: AnyDocument): Refusal | null {
  if (document.documentType !== "purchase-order" || !document.changeOf) return null;
  const changed = readState(app.db, document.changeOf.toLowerCase());
  // One that is not there, or not approved, is remarked on where the document is looked at.
  if (changed?.document.documentType !== "purchase-order") return null;
  const { number, document: order } = changed;
  if (order.changeOf)
    return refuse("change of a change", { order: number, first: order.changeOf, again: order.changeOf }, "changeOf");
  const of = [document.requester, document.onBehalfOf].flatMap((one) =>
    one ? [one, ...tookOverFrom(one, readReferenceData(app).directory, app.clock.now())] : [],
  );
  if (![order.requester, order.onBehalfOf].some((one) => one !== null && of.includes(one)))
    return refuse("change of another’s order", { order: number }, "changeOf");
  if (partyKey(order.supplier) !== partyKey(document.supplier))
    return refuse("change with another supplier", { order: number, supplier: order.supplier }, "supplier");
  return whyNotKept(app, document, number);
}

/** What has come in or was charged stays where it is in a change of its order, since receipts and invoices go by the number of the line. */
function whyNotKept(app: App, change: PurchaseOrder, number: string): Refusal | null {
  const order = orderFacts(app.db, number, null);
  const used = (order?.lines ?? []).flatMap((line, index) => {
    const came = Math.max(times(line.received, 10_000), times(line.invoiced, 10_000));
    return came > 0 ? [{ line, index, came }] : [];
  });
  for (const { line, index, came } of used) {
    const now = change.lines[index];
    if (!now || now.description.trim() !== line.description.trim())
      return refuse("line has come in", { line: index + 1, what: line.description }, `lines.${index}.description`);
    if (times(now.quantity, 10_000) < came)
      return refuse("fewer than have come", { line: index + 1, came: came / 10_000 }, `lines.${index}.quantity`);
  }
  return null;
}
