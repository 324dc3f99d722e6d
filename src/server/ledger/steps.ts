import { acceptedOf, nextTry, type DocumentState, type Step, type StepDone } from "@/core/approval";
import { documentType, type AnyDocument } from "@/core/documents";
import { blockingHolds, type Block } from "@/core/holds";
import { formatMoney } from "@/core/money";
import { isAddress, personCalled } from "@/core/people";
import { askerOf } from "@/core/routing";
import type { App } from "../app";
import { inTransaction } from "../db/all-or-nothing";
import { commandBySystem } from "../documents/commands";
import { readState } from "../documents/state";
import { callHook } from "../hooks/hooks";
import { readReferenceData } from "../reference-data";
import { writeTo } from "../messages/letters";
import { applyChanges } from "./apply";
import { book, done, failed, whyNotBook } from "./booking";
import { sendOrder } from "./send-order";
import { sendLetter, writeLedger } from "./write";

/** What each step would do to a document that a hold can keep from happening. */
export const BLOCKED_BY: Partial<Record<Step["kind"], Block>> = {
  "send to supplier": "send",
  post: "post",
  "apply changes": "use",
};

const running = new Set<string>();

/**
 * Carries out the next step of a document if it is due and no hold is in its way. What happens inside Bandeira is written together with the note that
 * it is done, so it is never done twice; an address outside is called with the id of the step, by which its receiver can tell a repetition.
 * @param number of the step, counted from 1
 * @returns whether anything was done or failed
 */
export async function runStep(app: App, id: string, number: number): Promise<boolean> {
  if (running.has(id)) return false;
  running.add(id);
  try {
    const state = readState(app.db, id);
    const step = state?.steps?.find((one) => one.step === number);
    if (!state || !step || step.status === "done" || step.status === "skipped") return false;
    if (step.kind !== "call address") return runInside(app, id, number);
    settle(app, state, step, await callHook(app, state, step));
    return true;
  } finally {
    running.delete(id);
  }
}

/** The same for a step that stays inside Bandeira: what it does and the note that it is done, in one transaction. */
export function runInside(app: App, id: string, number: number): boolean {
  return inTransaction(app, () => {
    const state = readState(app.db, id);
    const step = state?.steps?.find((one) => one.step === number);
    const block = step && BLOCKED_BY[step.kind];
    if (!state || !step || step.status === "done" || step.status === "skipped" || step.kind === "call address")
      return false;
    if (block && blockingHolds(state.holds, block).length > 0) return false;
    const outcome = doStep(app, state, step);
    settle(app, state, step, outcome);
    return true;
  });
}

function settle(app: App, state: DocumentState, step: Step, outcome: StepDone): void {
  const attempt = step.attempts + 1;
  const command = `step:${state.id}:${state.revision}:${step.step}:${attempt}:${step.nextAt ?? ""}`;
  const at = app.clock.now();
  commandBySystem(
    app,
    state.id,
    outcome.ok
      ? { type: "finish step", step: step.step, result: outcome.result }
      : { type: "fail step", step: step.step, result: outcome.result, nextAt: nextTry(attempt, at) },
    command,
  );
}

function doStep(app: App, state: DocumentState, step: Step): StepDone {
  const document = acceptedOf(state);
  switch (step.kind) {
    case "release holds": {
      const before = blockingHolds(state.holds).filter((hold) => hold.kind === "policy").length;
      commandBySystem(app, state.id, { type: "release by step" }, `release:${state.id}:${state.revision}:${step.step}`);
      return done(before === 0 ? { code: "nothing was held" } : { code: "holds released", values: { count: before } });
    }
    case "apply changes":
      return applyChanges(app, state, document);
    case "send to supplier":
      return sendOrder(app, state, document);
    case "post":
      return post(app, state, document);
    case "next payment run":
      return planPayment(app, state, document);
    case "tell":
      return tellInside(app, state, document, step);
    case "call address":
      return failed({ code: "outside the books" });
  }
}

function post(app: App, state: DocumentState, document: AnyDocument): StepDone {
  const why = whyNotBook(app, document);
  if (why) return failed(why);
  const { party, gross, title } = documentType(document.documentType).headline(document);
  const posting = documentType(document.documentType).posting(document);
  if (!posting) return failed({ code: "nothing to post" });
  const { kind, person } = posting;
  const payee = person && (readReferenceData(app).directory.person(person)?.name ?? person);
  book(app, state, kind, { party: payee ?? party, amount: gross, detail: title });
  if (person) return done({ code: "posted for a person", values: { amount: gross, person } });
  return done(
    kind === "order sent"
      ? { code: "order booked", values: { amount: gross } }
      : { code: "posted for a party", values: { amount: gross, party } },
  );
}

/** It may be paid from now on; in which run is worked out whenever somebody looks, since holds and runs change it. */
function planPayment(app: App, state: DocumentState, document: AnyDocument): StepDone {
  const posted = app.db.prepare("SELECT 1 FROM posting WHERE document = ? AND kind <> 'order sent'").get(state.id);
  if (!posted) return failed({ code: "not posted yet" });
  const { due, reference } = documentType(document.documentType).paidTo(document) ?? { due: null, reference: null };
  const data = { document: state.id, due, reference: reference ?? state.number };
  writeLedger(app, [{ type: "to be paid", data }], { actor: "system" });
  return done({ code: "to be paid", values: { by: due } });
}

/** Tells somebody by their name, id or address that it is approved; an address of nobody here gets no word meant for inside. */
function tellInside(app: App, state: DocumentState, document: AnyDocument, step: Step): StepDone {
  const { directory } = readReferenceData(app);
  const asker = directory.person(askerOf(document));
  const to = step.note.trim();
  const known = personCalled(directory, to);
  // Whoever asked for it has heard of the approval by then.
  if (!to || (known && known.id === asker?.id)) return done({ code: "requester knows" });
  const { title, party, net } = documentType(document.documentType).headline(document);
  // A change of particulars comes to nothing.
  const what = [title, party, ...(net.minor === 0 ? [] : [formatMoney(net)])].filter(Boolean).join(", ");
  const subject = `${state.number} is approved`;
  if (known) {
    const body = `${what}, asked for by ${asker?.name ?? document.requester}, is approved.`;
    writeTo(app, { person: known.id, document: state.id, occasion: "copy", subject, body });
    return done({ code: "person told", values: { person: known.id } });
  }
  if (!isAddress(to)) return failed({ code: "nobody by that name", values: { note: to } });
  sendLetter(app, { document: state.id, to, subject, body: `${what}: approved by ${directory.organisation.name}.` });
  return done({ code: "address told", values: { to } });
}

/** The documents whose next step is due and which no hold keeps from it. */
export function dueSteps(app: App, most = 200): { document: string; step: number }[] {
  const blocked = Object.entries(BLOCKED_BY)
    .map(([kind, block]) => `(j.kind = '${kind}' AND h.blocks LIKE '%"${block}"%')`)
    .join(" OR ");
  return app.db
    .prepare(
      `SELECT j.document, j.step FROM job j WHERE j.next_at <= @now
         AND NOT EXISTS (SELECT 1 FROM hold h WHERE h.document = j.document AND (${blocked}))
       ORDER BY j.next_at, j.document LIMIT @most`,
    )
    .all({ now: app.clock.now(), most }) as { document: string; step: number }[];
}
