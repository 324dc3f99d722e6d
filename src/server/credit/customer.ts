import type { DocumentState } from "@/core/approval";
import { aboutOrders, type OrderOutside } from "@/core/messages";
import { formatMoney, money } from "@/core/money";
import type { App } from "../app";
import { statement } from "../db/statement";
import { emailOf, readAccount, type Account } from "../ledger/accounts";
import { sendLetter, writeLedger } from "../ledger/write";
import { readReferenceData } from "../reference-data";

/** How a customer hears what became of orders of theirs that were stopped for credit. */

type Row = { id: string; title: string; minor: number };

function ordersOf(app: App, account: Account, which: { ids: readonly string[] } | "stopped"): OrderOutside[] {
  const rows = statement(
    app.db,
    "SELECT id, title, minor FROM sales_order WHERE customer = @customer AND (@all = 0 OR status = 'stopped') ORDER BY placed_at, id",
  ).all({ customer: account.id, all: which === "stopped" ? 1 : 0 }) as Row[];
  return rows
    .filter(({ id }) => which === "stopped" || which.ids.includes(id))
    .map(({ id, title, minor }) => ({ number: id, title, amount: formatMoney(money(minor, account.currency)) }));
}

/**
 * Tells a customer of the orders that were released, and of a change of its limit, those that stay on hold. Nothing is sent where there is nothing to say.
 * @param change of the limit: what it is now, and whether it is another than before; null where orders were released for another reason
 * @returns whether it was told, or could not be since no address is known, or nothing was to be said
 */
export function tellReleased(
  app: App,
  account: Account,
  freed: readonly string[],
  change: { limit: string; raised: boolean; document: string | null; because: boolean } | null,
): "told" | "no address" | "nothing" {
  const released = ordersOf(app, account, { ids: freed });
  // Whoever asked for more because of an order is told of it either way; a change made for another reason says nothing of what it did not do.
  const onHold = change?.because ? ordersOf(app, account, "stopped") : [];
  if (released.length + onHold.length === 0) return "nothing";
  const limit = change && { amount: change.limit, raised: change.raised };
  return write(app, account, { released, onHold, limit }, change?.document ?? null);
}

/** Tells a customer that a limit its stopped orders needed was not granted. */
export function tellNotRaised(app: App, state: DocumentState): void {
  if (!isOfStopped(state)) return;
  const account = readAccount(app.db, state.document.customer);
  if (!account) return;
  const onHold = ordersOf(app, account, "stopped");
  if (onHold.length > 0) write(app, account, { released: [], onHold, limit: null }, state.id);
}

function write(
  app: App,
  account: Account,
  what: Omit<Parameters<typeof aboutOrders>[0], "organisation">,
  document: string | null,
) {
  const to = emailOf(account);
  if (!to) return "no address" as const;
  const { name: organisation } = readReferenceData(app).directory.organisation;
  sendLetter(app, { document, to, ...aboutOrders({ ...what, organisation }) });
  return "told" as const;
}

type LimitChange = Extract<DocumentState["document"], { documentType: "credit-limit-change" }>;

/** Whether a change was asked for because of an order that is stopped for credit. */
export function isOfStopped(state: DocumentState): state is DocumentState & { document: LimitChange } {
  const { document } = state;
  return document.documentType === "credit-limit-change" && document.origin === "stopped order";
}

/** Notes with an order that a higher limit was asked for because of it. */
export function markAsked(app: App, before: DocumentState | null, after: DocumentState, command: string): void {
  if (!isOfStopped(after) || !after.document.stoppedOrder) return;
  const { stoppedOrder } = after.document;
  if (before && isOfStopped(before) && before.document.stoppedOrder === stoppedOrder) return;
  writeLedger(app, [{ type: "limit asked for", data: { number: after.number, orders: [stoppedOrder] } }], {
    actor: "system",
    command: `${command}:asked`,
  });
}
