import type { DocumentState } from "@/core/approval";
import { documentType } from "@/core/documents";
import { blockingHolds } from "@/core/holds";
import type { Money } from "@/core/money";
import type { Outcome } from "@/core/outcome";
import type { App } from "../app";
import { statement } from "../db/statement";
import { paymentOf } from "../payments/views";
import { ofOrder } from "./order-outcome";

/** What became of a document after it was decided. */
export function outcomeOf(app: App, state: DocumentState): Outcome[] {
  if (state.status === "declined" || state.status === "withdrawn") return [{ code: "closed", status: state.status }];
  if (state.status !== "approved") return [];
  if (documentType(state.document.documentType).paidTo(state.document)) return ofPayment(app, state);
  return ofOrder(app, state) ?? ofSteps(state);
}

function ofSteps({ steps = [] }: DocumentState): Outcome[] {
  return steps.map(({ kind, status, result }) => ({ code: "step", kind, status, result }));
}

function ofPayment(app: App, state: DocumentState): Outcome[] {
  const payment = paymentOf(app, state);
  const holds = blockingHolds(state.holds, "post");
  if (!payment && holds.length > 0) return [{ code: "kept back", holds: holds.map((hold) => hold.code) }];
  if (!payment) return ofSteps(state).filter((one) => one.code === "step" && one.status !== "done");
  const posted = statement(app.db, "SELECT minor, currency FROM posting WHERE document = ? AND kind <> 'order sent'");
  return [{ code: "payment", payment, amount: posted.get(state.id) as Money }];
}
