import { acceptedOf, nextTry, type DocumentState, type Step, type StepDone, type StepResult } from "@/core/approval";
import { documentType, type AnyDocument, type Posting } from "@/core/documents";
import { blockingHolds, type Block } from "@/core/holds";
import { formatMoney } from "@/core/money";
import { isAddress, personCalled } from "@/core/people";
import { askerOf } from "@/core/routing";
import { sayDate } from "@/core/text";
import type { App } from "../app";
import { inTransaction } from "../db/all-or-nothing";
import { commandBySystem } from "../documents/commands";
import { readState } from "../documents/state";
import { callHook } from "../hooks/hooks";
import { readReferenceData } from "../reference-data";
import { changesBy, orderHead } from "../documents/order-files";
import { writeTo } from "../messages/letters";
import { accountByName, emailOf, accountNamed } from "./accounts";
import { applyChanges } from "./apply";
import { sendLetter, writeLedger } from "./write";

/** What each step would do to a document that a hold can keep from happening. */
export const BLOCKED_BY: Partial<Record<Step["kind"], Block>> = {
  "send to supplier": "send",
  post: "post",
  "apply changes": "use",
};

const done = (result: StepResult): StepDone => ({ ok: true, result });
const failed = (result: StepResult): StepDone => ({ ok: false, result });

const running = new Set<string>();

/**
 * Carries out the next step of a document if it is due and no hold is in its way. What happens inside Bandeira is written together with the note that
 * it is done, so it is never done twice; an address outside is called with the id of the step, by which its receiver can tell a repetition.
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
      return tell(app, state, document, step);
    case "call address":
      return failed({ code: "outside the books" });
  }
}

/** Why nothing can be booked with a document's supplier; null when its account is open, and where it has none. */
function whyNotBook(app: App, document: AnyDocument): StepResult | null {
  const { account: named } = documentType(document.documentType).outside(document);
  if (!named || !("name" in named)) return null;
  const party = named.name;
  const account = accountNamed(app.db, named);
  if (!account) return { code: "no account", values: { party } };
  if (account.status === "open") return null;
  return { code: account.status === "blocked" ? "account blocked" : "account not approved", values: { party } };
}

/** The order goes out on paper and as UBL, with a copy to whoever asked for it; a change says what it changes. */
function sendOrder(app: App, state: DocumentState, document: AnyDocument): StepDone {
  const why = whyNotBook(app, document);
  if (why) return failed(why);
  if (document.documentType !== "purchase-order") return failed({ code: "no order to send" });
  const { title, party, net, gross } = documentType(document.documentType).headline(document);
  const to = emailOf(accountByName(app.db, "supplier", party)!);
  if (!to) return failed({ code: "no e-mail", values: { party } });
  const head = orderHead(app, document);
  const changes = changesBy(app, state).map(
    ({ label, before, after }) => `${label}: ${after || "none"} (before: ${before || "none"})`,
  );
  const { changeOf } = document;
  const what = changeOf ? `Change ${state.number} of order ${changeOf}` : `Order ${state.number}`;
  const body = [
    changeOf
      ? `With this ${head.buyer.name} changes its order ${changeOf}: ${title}. The enclosed order takes its place.`
      : `${head.buyer.name} orders ${title}, as enclosed.`,
    ...changes,
    `${formatMoney(net)} net, ${formatMoney(gross)} with tax.`,
    ...(document.promisedDate ? [`To be delivered by ${sayDate(document.promisedDate)} to ${head.receiver}.`] : []),
    `Please name our order ${changeOf ?? state.number} on your invoice.`,
  ].join("\n");
  sendLetter(app, {
    document: state.id,
    to,
    subject: `${what}: ${title}`,
    body,
    encloses: { order: state.id, ...head },
  });
  const { directory } = readReferenceData(app);
  const asker = directory.person(askerOf(document));
  if (asker)
    writeTo(app, {
      person: asker.id,
      document: state.id,
      occasion: "copy",
      subject: `Copy: ${what}, sent to ${party}`,
      body,
    });
  book(app, state, "order sent", {
    party,
    amount: net,
    detail: changeOf ? `change of ${changeOf}, sent to ${to}` : `sent to ${to}`,
  });
  return done({ code: "sent", values: { to, copyTo: asker?.id ?? document.requester } });
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

type Booked = { party: string; amount: { minor: number; currency: string }; detail: string };

function book(app: App, state: DocumentState, kind: Posting["kind"], { party, amount, detail }: Booked): void {
  const { minor, currency } = amount;
  writeLedger(app, [{ type: "posted", data: { document: state.id, kind, party, minor, currency, detail } }], {
    actor: "system",
  });
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
function tell(app: App, state: DocumentState, document: AnyDocument, step: Step): StepDone {
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
