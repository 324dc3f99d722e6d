import {
  activeHolds,
  choicesAt,
  documentOf,
  earlierLevels,
  SAYS,
  foretell,
  revisionHash,
  takersOf,
  actorsOfSeat,
  levelsToDecide,
  openSeats,
  seatFor,
  type DocumentState,
  type DocumentView,
  type LevelState,
  type Say,
  type Taker,
} from "@/core/approval";
import { dayIn } from "@/core/calendar";
import { documentType, type Change } from "@/core/documents";
import { withHidden, type HiddenKeys } from "@/core/own-fields";
import { evaluationContextOf, type RoutingContext } from "@/core/routing";
import { sayHeld, sayWhyCandidate, type Names, sayChange } from "@/core/words";
import { sayForetold } from "@/core/audit-narrative";
import { hiddenOn, viewWithout } from "../fields/hidden";
import { hiddenFrom } from "../fields/opening";
import { readReferenceData, routingFor } from "../reference-data";
import { mayReleaseHold, tookOver } from "./commands";
import { contextFor } from "./decide-context";
import { fillsAt } from "./fills";
import { changesBy, isChangedByOrder } from "./order-changes";
import { isOut } from "./order-files";
import { namesFor } from "./names";
import { outcomeOf } from "./outcome";
import { authorise, type Subject } from "../access/authorise";
import { DEMO_WORD } from "../access/signing";
import { credentialOf } from "../access/sign-in";
import { reasonsOffered } from "../lists/offered";
import { openReceipt, type OpenReceipt } from "../ledger/views";
import type { App } from "../app";
import { linesForApprover } from "../lookout/for-approvers";
import type { Visit } from "../http/page";

/**
 * What a visitor may see of a document and do with it, as its sheet needs it.
 * @param view in clear: what the document meets is worked out from all that it says; what is given back has nothing in it that is hidden from the visitor
 */
export function sheetFor(visit: Visit, view: DocumentView) {
  const { app, person, directory, zone, now } = visit;
  const { state } = view;
  const unseen = hiddenOn(app, person, state);
  const words = namesFor(readReferenceData(app), state, view.version, unseen);
  const about = { document: state, isReader: true, tookOver: tookOver(app, state.document.requester, person.id) };
  const routing = routingFor(app.db, readReferenceData(app), now, state.route?.ratesOn);
  const asked: LevelState | null = authorise(person, "documents.decide", about)
    ? null
    : (levelsToDecide(state, person.id, routing, now)[0] ?? null);
  const seat = asked ? seatFor(state, asked, person.id, routing, now) : null;
  const inNameOf = seat?.ok && seat.value !== person.id ? seat.value : null;
  return {
    view: viewWithout(view, unseen),
    hidden: hiddenFrom(app, person, view),
    changed: changedSince(view)?.map((one) => sayChange(one, words)) ?? null,
    directory,
    reasons: reasonsOffered(directory, dayIn(now, zone)),
    words,
    zone,
    now,
    asked: asked ? askedLevel(visit, view, asked, seat!.ok ? seat!.value : person.id, { words, unseen }) : null,
    findings: asked ? linesForApprover(app, person.id, state, view.version) : [],
    question: state.questions?.find((one) => one.to === person.id && !one.answer) ?? null,
    mayAsk: !["draft", "withdrawn"].includes(state.status) && !authorise(person, "documents.talk", about),
    mayRemind:
      state.status === "waiting" &&
      state.levels.some((level) => openSeats(level).length > 0) &&
      !authorise(person, "documents.edit", about),
    inNameOf,
    acting: actingFor(state, routing, now, words),
    around: withHidden(state.around ?? {}, unseen),
    rates: routing.rates,
    expected: expectedDay(app, state, now),
    holds: activeHolds(state).map((hold) => ({
      hold: withHidden(hold, unseen),
      mayRelease: mayReleaseHold(app, person, state, hold.id),
      placedBy: words.person(hold.placedBy),
      why: sayHeld(hold, words),
    })),
    changesOrder: changesBy(app, state)?.map((one) => sayChange(one, words)) ?? null,
    orderOut: isOut(state),
    outcomes: outcomeOf(app, state),
    mayReadBooks: !authorise(person, "ledger.read"),
    missingReceipts: missingReceipts(visit, state, about),
    mayChange: mayChange(visit, state),
    receipts: receiptsFor(visit, state),
    mayHold: ["waiting", "approved"].includes(state.status) && !authorise(person, "holds.place"),
    maySteps: !authorise(person, "steps.manage"),
    mayRevise: state.status === "waiting" && !authorise(person, "documents.edit", about),
    mayEdit: ["draft", "sent back"].includes(state.status) && !authorise(person, "documents.edit", about),
    mayWithdraw:
      ["draft", "waiting", "sent back"].includes(state.status) && !authorise(person, "documents.withdraw", about),
    mayReroute:
      state.status === "waiting" &&
      activeHolds(state).some((hold) => hold.kind === "routing") &&
      !authorise(person, "documents.reroute"),
  };
}

/** What an edit changed since the revision before; null for a document that was sent once. */
function changedSince({ state, thread }: DocumentView): readonly Change[] | null {
  if (state.revision < 2) return null;
  const sent = thread.findLast(
    (event) => (event.type === "submitted" || event.type === "revised") && event.data.revision === state.revision - 1,
  );
  if (sent?.type !== "submitted" && sent?.type !== "revised") return null;
  return documentType(state.document.documentType).changes(sent.data.document, state.document);
}

/** Everything that somebody needs at the level that asks them. */
function askedLevel(
  { app, person, now }: Visit,
  view: DocumentView,
  level: LevelState,
  seat: string,
  { words, unseen }: { words: Names; unseen: HiddenKeys },
) {
  const { state, version } = view;
  const said = (takers: Taker[]) =>
    takers.map(({ why, ...one }) => ({ ...one, reason: sayWhyCandidate({ why }, words) }));
  const rule = version?.policy.sections
    .find((section) => section.id === state.route?.section?.id)
    ?.levels.find((one) => one.id === level.level);
  const context = contextFor(app, { actor: person.id, at: now, state, document: state.document, looks: false });
  const named = ({ level: id, name }: LevelState) => ({ id, name });
  const choices = choicesAt(state, rule);
  return {
    id: level.level,
    name: level.name,
    commentOn: level.commentOn,
    task: level.kind === "task",
    checklist: level.checklist ?? [],
    fills: fillsAt(view, level, { rule, context, words, unseen }),
    instruction: rule?.instruction ?? "",
    words: Object.fromEntries(rule?.outcomes?.map(({ effect, word }) => [effect, word]) ?? []),
    signing: rule?.signature
      ? {
          documentHash: revisionHash(state, context.seal),
          name: person.name,
          proof: proofOf(app, person.id),
          drawn: rule.signature === "drawn",
        }
      : null,
    choices: choices.length > 1 ? choices.map(named) : [],
    earlier: earlierLevels(state, level).map(named),
    takers: rule && rule.handOver !== "no" ? said(takersOf(state, level, seat, context)) : null,
    addable: rule?.mayAddApprover ? said(takersOf(state, level, null, context)) : null,
    foretold: Object.fromEntries(
      SAYS.map((say) => [say, sayForetold(foretell(state, level, context, say), state, level, words)]),
    ) as Record<Say, string[]>,
  };
}

/** What somebody proves with that it is them, as the field's label says it. */
function proofOf(app: App, person: string): string {
  const known = credentialOf(app, person);
  if (!known)
    return app.demo ? `The word of the demonstration, “${DEMO_WORD}”` : "Password, which you set under My account";
  return known.code_secret ? "Password or one-time code" : "Password";
}

/** An approved order is changed by a change order, which whoever ordered it enters. */
function mayChange({ person }: Visit, state: DocumentState): boolean {
  return isChangedByOrder(state) && state.document.requester === person.id && !authorise(person, "documents.enter");
}

/** Lines of a claim whose receipt is missing and that the viewer may bring. */
function missingReceipts({ app, person }: Visit, state: DocumentState, about: Subject): number[] {
  if (!["waiting", "approved"].includes(state.status) || authorise(person, "documents.supply", about)) return [];
  const document = documentOf(state);
  const { linePapers } = documentType(document.documentType);
  if (!linePapers) return [];
  const { rates } = routingFor(app.db, readReferenceData(app), app.clock.now(), state.route?.ratesOn);
  const looking = evaluationContextOf(document, { rates, around: state.around ?? {}, ratesOn: state.route?.ratesOn });
  return linePapers.missing(document, looking);
}

/** What is still to come of an approved order, for whoever may say that it came; else null. */
function receiptsFor({ app, person }: Visit, { status, document, number }: DocumentState): OpenReceipt | null {
  const takes = document.requester === person.id || ("receiver" in document && document.receiver === person.id);
  if (status !== "approved" || !takes || authorise(person, "ledger.receive")) return null;
  return openReceipt(app, number);
}

/**
 * The day by which the chain of a waiting document is expected to have decided: from its submission as long as the median of those of its band
 * that were decided in the last 180 days took, nights and free days included. ISO date in UTC; null where there are none.
 */
function expectedDay(app: App, state: DocumentState, now: string): string | null {
  if (state.status !== "waiting" || !state.submittedAt || !state.route?.policy) return null;
  const { policy, section, band } = state.route;
  const taken = app.db
    .prepare(
      `SELECT julianday(closed_at) - julianday(submitted_at) FROM document
       WHERE policy = ? AND section IS ? AND band IS ? AND closed_at >= ? AND submitted_at IS NOT NULL ORDER BY 1`,
    )
    .pluck()
    .all(
      policy.id,
      section?.id ?? null,
      band?.index ?? null,
      new Date(Date.parse(now) - 180 * 86_400_000).toISOString(),
    ) as number[];
  if (taken.length === 0) return null;
  const median = taken[Math.floor(taken.length / 2)]!;
  return new Date(Date.parse(state.submittedAt) + median * 86_400_000).toISOString().slice(0, 10);
}

/** For each one who is asked now and cannot act: who acts in their name. */
function actingFor(
  state: DocumentState,
  routing: Omit<RoutingContext, "at">,
  now: string,
  words: Names,
): Record<string, { names: string[]; why: string }> {
  const seats = state.status === "waiting" ? [...new Set(state.levels.flatMap(openSeats))] : [];
  return Object.fromEntries(
    seats.flatMap((seat) => {
      const [own, ...others] = actorsOfSeat(state, seat, routing, now);
      const names = others.filter((one) => one.eligible).map((one) => words.person(one.person));
      return own && (!own.eligible || names.length > 0)
        ? [[seat, { names, why: own.eligible ? "" : sayWhyCandidate(own, words) }]]
        : [];
    }),
  );
}
