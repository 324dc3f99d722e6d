import { acceptedOf, type DocumentState } from "@/core/approval";
import { documentType, invoiceTotals, times, type OrderFacts } from "@/core/documents";
import { sum } from "@/core/money";
import type { Named, Outcome } from "@/core/outcome";
import type { App } from "../app";
import { changesOf, invoicesOn, orderFacts, orderNow } from "./orders";

/** What became of an approved order: what was sent, what changed it, what came in and what was charged. Null for what is no order. */
export function ofOrder(app: App, state: DocumentState): Outcome[] | null {
  const { document } = state;
  if (document.documentType !== "purchase-order") return null;
  const sent = sendings(state);
  const now = orderNow(app.db, state.number);
  if (!now) return sent;
  const facts = orderFacts(app.db, now.number, null)!;
  if (document.changeOf) return [...sent, { code: "changes", order: named(now.first) }, ...laterThan(app, state)];
  return [...sent, ...laterThan(app, state), ...cameIn(facts), ...charged(app, facts)];
}

function sendings({ steps = [] }: DocumentState): Outcome[] {
  return steps.flatMap(({ kind, status, result }): Outcome[] =>
    kind === "send to supplier" ? [{ code: "step", kind, status, result }] : [],
  );
}

const named = ({ id, number }: DocumentState): Named => ({ id, number });

/** The approved change by which an order, or an earlier change of it, is replaced. */
function laterThan(app: App, state: DocumentState): Outcome[] {
  const root = documentType(state.document.documentType).refers(state.document) ?? state.number;
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
