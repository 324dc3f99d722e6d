import {
  activeHolds,
  askedAt,
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
  type DecideContext,
  type DocumentState,
  type DocumentView,
  type LevelState,
  type Say,
  type Taker,
} from "@/core/approval";
import { dayIn } from "@/core/calendar";
import { documentType } from "@/core/documents";
import type { Level } from "@/core/policy";
import { evaluationContextOf, type RoutingContext } from "@/core/routing";
import { sayHeld, sayWhyCandidate, type Names, sayChange } from "@/core/words";
import { sayForetold } from "@/core/audit-narrative";
import { readReferenceData, routingFor } from "../reference-data";
import { mayReleaseHold, tookOver } from "./commands";
import { contextFor } from "./decide-context";
import { changesBy, isChangedByOrder } from "./order-changes";
import { isOut } from "./order-files";
import { namesFor } from "./names";
import { outcomeOf } from "./outcome";
import { authorise, type Subject } from "../access/authorise";
import { DEMO_WORD } from "../access/signing";
import { credentialOf } from "../access/sign-in";
import { listsForForms, reasonsOffered } from "../lists/offered";
import { openReceipt, type OpenReceipt } from "../ledger/views";
import type { App } from "../app";
import type { Visit } from "../http/page";

/** What a visitor may do with a document, as its sheet needs it. */
export function sheetFor(visit: Visit, view: DocumentView) {
  const { app, person, directory, zone, now } = visit;
  const { state } = view;
  const words = namesFor(readReferenceData(app), state, view.version);
  const about = { document: state, isReader: true, tookOver: tookOver(app, state.document.requester, person.id) };
  const routing = routingFor(app.db, readReferenceData(app), now, state.route?.ratesOn);
  const asked: LevelState | null = authorise(person, "documents.decide", about)
    ? null
    : (levelsToDecide(state, person.id, routing, now)[0] ?? null);
  const seat = asked ? seatFor(state, asked, person.id, routing, now) : null;
  const inNameOf = seat?.ok && seat.value !== person.id ? seat.value : null;
  return {
    view,
    directory,
    reasons: reasonsOffered(directory, dayIn(now, zone)),
    words,
    zone,
    now,
    asked: asked ? askedLevel(visit, view, asked, seat!.ok ? seat!.value : person.id, words) : null,
    question: state.questions?.find((one) => one.to === person.id && !one.answer) ?? null,
    mayAsk: !["draft", "withdrawn"].includes(state.status) && !authorise(person, "documents.talk", about),
    mayRemind:
      state.status === "waiting" &&
      state.levels.some((level) => openSeats(level).length > 0) &&
      !authorise(person, "documents.edit", about),
    inNameOf,
    acting: actingFor(state, routing, now, words),
    around: state.around ?? {},
    rates: routing.rates,
    expected: expectedDay(app, state, now),
    holds: activeHolds(state).map((hold) => ({
      hold,
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

/** Everything that somebody needs at the level that asks them. */
function askedLevel(
  { app, person, now }: Visit,
  { state, version }: DocumentView,
  level: LevelState,
  seat: string,
  words: Names,
) {
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
    fills: fillsAt(state, rule, context),
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

/** Fields that the level asks for, as a form needs them; null where it asks for none. */
function fillsAt(state: DocumentState, rule: Level | undefined, context: DecideContext) {
  const asked = askedAt(state, rule, context);
  if (asked.length === 0) return null;
  const { directory } = context.routing;
  const { organisation } = directory;
  const today = dayIn(context.at, organisation.timeZone);
  const named = new Set(asked.map(({ field }) => field.list));
  return {
    // Whether one has to be filled in says the level that asks for it.
    fields: asked.map(({ field: { by: _, ...field }, needed }) => ({
      ...field,
      required: needed ? ("always" as const) : ("no" as const),
    })),
    lists: listsForForms(directory, today).filter(({ id }) => named.has(id)),
    today,
    currency: state.document.currency,
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
