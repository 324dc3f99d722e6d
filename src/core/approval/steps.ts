import { no, type Decided } from "./barred";
import type { DocumentCommand, DocumentEvent, DocumentState, Step } from "./types";
import { done } from "./under";

type Command<T> = Extract<DocumentCommand, { type: T }>;

/** The step after the approval that is to be carried out next; null when all are done or skipped. */
export function nextStep(state: DocumentState): Step | null {
  return state.steps?.find((step) => step.status === "waiting" || step.status === "failed") ?? null;
}

/** Steps are carried out in their order, and each once: one that is done is never done again. */
function only(state: DocumentState, step: number): Decided<never> | null {
  const found = state.steps?.find((one) => one.step === step);
  if (!found) return no({ code: "no such step", values: { step } }, "step");
  if (found.status === "done" || found.status === "skipped")
    return no({ code: "step ended", values: { step, status: found.status } });
  if (nextStep(state)?.step !== step) return no({ code: "step not yet", values: { step } });
  return null;
}

/** A step was done. Refused for one that has ended or whose turn it is not. */
export function finishStep(state: DocumentState, { step, result }: Command<"finish step">): Decided<DocumentEvent[]> {
  return only(state, step) ?? done([{ type: "step done", data: { step, result } }]);
}

/** The bank was told to pay it, which happens to what is approved, and once. */
export function notePayment(state: DocumentState, { paid }: Command<"note payment">): Decided<DocumentEvent[]> {
  if (state.status !== "approved") return no({ code: "not approved" });
  if (state.paid) return no({ code: "in a payment run", values: { run: state.paid.run } });
  return done([{ type: "paid", data: paid }]);
}

/** A step went wrong. Refused for one that has ended or whose turn it is not. */
export function failStep(state: DocumentState, command: Command<"fail step">): Decided<DocumentEvent[]> {
  const { step, result, nextAt } = command;
  return only(state, step) ?? done([{ type: "step failed", data: { step, result, nextAt } }]);
}

/** A step is tried again by hand, with why. Refused as `skipStep` is. */
export function retryStep(
  state: DocumentState,
  command: Command<"retry step" | "skip step">,
): Decided<DocumentEvent[]> {
  return byHand(state, command, (step, reason) => ({ type: "step retried", data: { step, reason } }));
}

/** A step is left out by hand, with why. Refused for one that has ended or whose turn it is not, and without a reason. */
export function skipStep(state: DocumentState, command: Command<"retry step" | "skip step">): Decided<DocumentEvent[]> {
  return byHand(state, command, (step, reason) => ({ type: "step skipped", data: { step, reason } }));
}

function byHand(
  state: DocumentState,
  { step, reason }: Command<"retry step" | "skip step">,
  event: (step: number, reason: string) => DocumentEvent,
): Decided<DocumentEvent[]> {
  if (!reason.trim()) return no({ code: "say why" }, "reason");
  return only(state, step) ?? done([event(step, reason.trim())]);
}

const MINUTES = [1, 5, 30, 120, 720];

/**
 * When a step that failed is tried again: after 1, 5, 30 minutes, 2 and 12 hours; then it waits for somebody.
 * @param attempts how often it has been tried
 * @param at ISO date-time in UTC of the last attempt
 */
export function nextTry(attempts: number, at: string): string | null {
  const minutes = MINUTES[attempts - 1];
  return minutes === undefined ? null : new Date(Date.parse(at) + minutes * 60_000).toISOString();
}
