import { acceptedOf, type DocumentState } from "@/core/approval";
import { invoiceTotals, times, type OrderFacts, documentType } from "@/core/documents";
import { blockingHolds } from "@/core/holds";
import { sum, type Money } from "@/core/money";
import type { Named, Outcome } from "@/core/outcome";
import type { App } from "../app";
import { statement } from "../db/statement";
import { paymentOf } from "../payments/views";
import { changesOf, orderFacts, orderNow, invoicesOn } from "./orders";

/** What became of a document after it was decided. */
export function outcomeOf(app: App, state: DocumentState): Outcome[] {
  if (state.status === "declined" || state.status === "withdrawn") return [{ code: "closed", status: state.status }];
  if (state.status !== "approved") return [];
  if (state.document.documentType === "purchase-order") return ofOrder(app, state);
  return documentType(state.document.documentType).paidTo(state.document) ? ofPayment(app, state) : ofSteps(app, state);
}

function ofSteps(_: App, { steps = [] }: DocumentState): Outcome[] {
  return steps.map(({ kind, status, result }) => ({ code: "step", kind, status, result }));
}

function ofPayment(app: App, state: DocumentState): Outcome[] {
  const payment = paymentOf(app, state);
  const holds = blockingHolds(state.holds, "post");
  if (!payment && holds.length > 0) return [{ code: "kept back", holds: holds.map((hold) => hold.code) }];
  if (!payment) return ofSteps(app, state).filter((one) => one.code === "step" && one.status !== "done");
  const posted = statement(app.db, "SELECT minor, currency FROM posting WHERE document = ? AND kind <> 'order sent'");
  return [{ code: "payment", payment, amount: posted.get(state.id) as Money }];
}

function ofOrder(app: App, state: DocumentState): Outcome[] {
  const { document } = state;
  if (document.documentType !== "purchase-order") return [];
  const sent = ofSteps(app, state).filter((one) => one.code === "step" && one.kind === "send to supplier");
  const now = orderNow(app.db, state.number);
  if (!now) return sent;
  const facts = orderFacts(app.db, now.number, null)!;
  if (document.changeOf) return [...sent, { code: "changes", order: named(now.first) }, ...laterThan(app, state)];
  return [...sent, ...laterThan(app, state), ...cameIn(facts), ...charged(app, facts)];
}

const named = ({ id, number }: DocumentState): Named => ({ id, number });

/** The approved change by which an order, or an earlier change of it, is replaced. */
function laterThan(app: App, state: DocumentState): Outcome[] {
  const root = (state.document.documentType === "purchase-order" && state.document.changeOf) || state.number;
  const latest = changesOf(app.db, root).at(-1);
  return latest && latest.id !== state.id ? [{ code: "changed by", order: named(latest) }] : [];
}

function cameIn({ lines }: OrderFacts): Outcome[] {
  const came = lines.map(({ quantity, received }) => ({
    ordered: times(quantity, 10_000),
    received: times(received, 10_000),
  }));
  return [
    {
      code: "came in",
      lines: lines.length,
      whole: came.filter((line) => line.received >= line.ordered).length,
      any: came.some((line) => line.received > 0),
    },
  ];
}

function charged(app: App, facts: OrderFacts): Outcome[] {
  const states = invoicesOn(app.db, facts.number);
  const nets = states.flatMap((one) => {
    const invoice = acceptedOf(one);
    return invoice.documentType === "supplier-invoice" && invoice.currency === facts.currency
      ? [invoiceTotals(invoice).net]
      : [];
  });
  if (states.length === 0) return [];
  return [{ code: "charged", by: states.map(named), amount: sum(nets, facts.currency), of: facts.committed.net }];
}
