import { BACKDATED, activeOf, backdated, holdsOfPolicy, type Cause, type PlacedHold, type ReleasedHow } from "../holds";
import { evaluate, type Outcome } from "../conditions";
import { documentType } from "../documents";
import type { Level } from "../policy";
import { canonical } from "../records";
import {
  heldAt,
  evaluationContextOf,
  ownAmount,
  peopleFor,
  type HeldReason,
  type HoldReason,
  type LevelPeople,
  type PeopleFor,
} from "../routing";
import { closingProof, routedBut } from "./cover";
import { alreadyGiven, decidedElsewhere } from "./repeated";
import { finishedOf } from "./filled";
import { activeHolds, approvalsIn, openSeats } from "./status";
import { timesOf } from "./time";
import { datesOf, fold, levelOf, routingAsRouted, routingOf, versionFor } from "./under";
import { wrongOf } from "./verifying";
import type { ApprovedReason } from "./reasons";
import type { ClosingProof, DecideContext, DocumentEvent, DocumentState, LevelState } from "./types";

/** What follows a fresh route at once: the policy's holds, then approval where none is needed, holds where it cannot go on, else the first stage. */
export function start(state: DocumentState, events: DocumentEvent[], context: DecideContext): DocumentEvent[] {
  const begun = [...events, ...placeByPolicy(fold(state, events, context.at), context)];
  const after = fold(state, begun, context.at);
  const routed = after.route!;
  if (routed.outcome === "held") return [...begun, ...place(after, routed.holds.map(ofRouting), context.actor)];
  return [...begun, ...advance(after, context)];
}

/** The holds the policy places now and has not placed on this document since it was submitted. */
export function placeByPolicy(state: DocumentState, context: DecideContext): DocumentEvent[] {
  const version = versionFor(state, context);
  if (!version) return [];
  const known = new Set(
    state.holds.flatMap((hold) =>
      hold.rule !== null && (!hold.releasedAt || hold.released?.how === "person") ? [hold.rule] : [],
    ),
  );
  const looking = evaluationContextOf(state.document, routingOf(state, context));
  const old = state.holds.some(
    (hold) => hold.code === BACKDATED && (!hold.releasedAt || hold.released?.how === "person"),
  );
  const dated = old ? null : backdated(state.document, state.route!.ratesOn, looking);
  return place(
    state,
    [...holdsOfPolicy(version.policy, state.document, looking, known), ...(dated ? [dated] : [])],
    context.actor,
  );
}

/**
 * Opens the next stage when the one before is complete, or approves the document after the last.
 * @param closed the closing proof has failed once at this moment already; a second time the document is held, so that this ends
 */
export function advance(state: DocumentState, context: DecideContext, closed = false): DocumentEvent[] {
  const undone = state.levels.filter((level) => level.status === "not yet" || level.status === "open");
  if (undone.length === 0) return close(state, context, closed);
  const stage = Math.min(...undone.map((level) => level.stage));
  const opened = undone
    .filter((level) => level.stage === stage && (level.status === "not yet" || level.kind === "check"))
    .reduce<DocumentEvent[]>((events, level) => {
      const now = fold(state, events, context.at);
      const check = level.status === "open" ? levelOf(now, level.level, context) : undefined;
      // A check that is open already verifies again: what was missing may have come with an edit.
      return [...events, ...(check ? verify(now, check, context) : open(now, level, context))];
    }, []);
  const after = fold(state, opened, context.at);
  // Checks answer at once, so a stage of checks alone may be complete as soon as it is open.
  const left = after.levels.some((level) => level.stage === stage && ["not yet", "open"].includes(level.status));
  return opened.length > 0 && !left ? [...opened, ...advance(after, context, closed)] : opened;
}

/** No level is left: what is finished is proven to be covered and approved, or what does not cover it opens again. */
function close(state: DocumentState, context: DecideContext, closed: boolean): DocumentEvent[] {
  const none = state.route!.outcome === "no approval needed";
  if (!none && !someoneApproved(state)) return nobody(state, context);
  const closing = closingProof(state, context);
  if (closing.ok)
    return approve(state, none ? { code: "no approval needed" } : whyApproved(state), closing.proof, context);
  const { route, gaps } = closing;
  const barred = route?.holds.filter((hold) => hold.code !== "no eligible approver") ?? [];
  if (!route || barred.length > 0 || gaps.length === 0 || closed) {
    const why: HeldReason = { code: "approvals do not cover it" };
    const holds: HoldReason[] = barred.length > 0 ? barred : [{ code: "no eligible approver", why }];
    return place(state, holds.map(ofRouting), context.actor);
  }
  const again = [...new Set(gaps.map((gap) => gap.level))];
  const reopened: DocumentEvent = {
    type: "reopened",
    data: { route: routedBut(state, again, context) ?? route, again, gaps },
  };
  return [reopened, ...advance(fold(state, [reopened], context.at), context, true)];
}

/** Whether anybody approved at all: levels that are passed over on the way can leave none, and that never approves a document. */
function someoneApproved({ levels }: DocumentState): boolean {
  return levels.some(
    (level) => level.counts || (!level.kind && !level.added && ["approved", "lapsed"].includes(level.status)),
  );
}

function nobody(state: DocumentState, context: DecideContext): DocumentEvent[] {
  const why: HeldReason = { code: "every level passed over" };
  return place(state, [ofRouting({ code: "no approving level", why })], context.actor);
}

function whyApproved({ levels }: DocumentState): ApprovedReason {
  if (levels.some((level) => level.counts) && !levels.some((level) => level.status === "approved"))
    return { code: "within the requester’s own limit" };
  const lapsed = levels.filter((level) => level.status === "lapsed").map((level) => level.level);
  return lapsed.length === 0
    ? { code: "every level approved" }
    : { code: "by lapse of time", values: { levels: lapsed } };
}

/** The document is approved: holds that wait for that are released, and the steps after it begin. */
function approve(
  state: DocumentState,
  because: ApprovedReason,
  proof: ClosingProof,
  context: DecideContext,
): DocumentEvent[] {
  const policy = versionFor(state, context)?.policy;
  const events: DocumentEvent[] = [{ type: "approved", data: { because, proof } }];
  const keeps = (rule: number | null) => rule === null || (policy?.holds[rule]?.keeps ?? false);
  const release = activeHolds(state).filter(
    (hold) => hold.kind === "routing" || (hold.kind === "policy" && !keeps(hold.rule)),
  );
  events.push(...release.map((hold) => released(hold, "approval", null, { code: "approved" })));
  const steps = policy?.afterApproval.map(({ kind, note }) => ({ kind, note })) ?? [];
  if (steps.length > 0) events.push({ type: "steps begun", data: { steps } });
  return events;
}

/** The people of a level are looked up again when it opens; the route only foretold them. A check opens and answers at once. */
function open(state: DocumentState, level: LevelState, context: DecideContext): DocumentEvent[] {
  const found = levelOf(state, level.level, context);
  if (!found) {
    const { version } = state.route!.policy!;
    const why: HeldReason = { code: "version not found", values: { level: level.level, version } };
    return place(state, [ofRouting(heldAt(level.level, why))], context.actor);
  }
  const comes = stillComes(state, found, context);
  if (comes === "not met")
    return [{ type: "level passed over", data: { level: level.level, because: { code: "condition not met" } } }];
  const people = peopleNow(state, found, context);
  if (people.passed) {
    const data = { level: level.level, because: people.passed, ...(people.counts && { counts: true as const }) };
    return [{ type: "level passed over", data }];
  }
  const blocked = comes === "undecidable" ? ({ code: "condition cannot be told" } as const) : people.blocked;
  if (blocked) {
    const why: HeldReason = { code: "level blocked", values: { level: level.level, why: blocked } };
    return place(state, [ofRouting(heldAt(level.level, why))], context.actor);
  }
  const opened = openedBy(state, found, level, people, context);
  if (found.kind === "check") return [opened, ...verify(state, found, context)];
  const after = fold(state, [opened], context.at);
  const now = after.levels.find((one) => one.level === level.level)!;
  // What was decided before it was asked anew still stands, and can be enough.
  if (approvalsIn(now) >= now.needed) return [opened, { type: "level approved", data: { level: level.level } }];
  return [opened, ...alreadyGiven(after, found, versionFor(state, context)!)];
}

/** Whether a level that waited for what others fill in is asked, now that it opens; every other was told by its route. */
function stillComes(state: DocumentState, { id, when }: Level, context: DecideContext): Outcome {
  const waited = state.route!.levels.some((one) => one.level === id && one.why.code === "awaits fields");
  if (!waited || !when) return "met";
  const document = finishedOf(state);
  const looking = evaluationContextOf(document, routingAsRouted(state, context));
  const facts = documentType(document.documentType).facts(document, looking);
  return evaluate(when, facts, looking.toCurrency).outcome;
}

/** The people a level asks now, under the rules of the document's policy for the requester's own levels and for who stands at two. */
export function peopleNow(state: DocumentState, level: Level, context: DecideContext): PeopleFor {
  const { policy } = versionFor(state, context)!;
  const amount = ownAmount(state.route!.measured);
  const routing = routingOf(state, context);
  return peopleFor(policy, level, finishedOf(state), amount, routing, decidedElsewhere(state, level.id));
}

/** The people of the level are asked: all at once, or where the next of them is asked when these are late, no more than are needed. */
function openedBy(
  state: DocumentState,
  found: Level,
  level: LevelState,
  people: LevelPeople,
  context: DecideContext,
): DocumentEvent {
  const { needed, pool } = people;
  const byTurns = found.overdue === "next in pool" && !people.inTurn ? { byTurns: true as const } : {};
  const asked = openSeats({
    ...level,
    status: "open",
    needed,
    pool,
    ...byTurns,
    ...(people.inTurn && { inTurn: true }),
  });
  const times = timesOf(found, asked, context.at, context.routing.directory, datesOf(state, context));
  return { type: "level opened", data: { level: level.level, needed, pool, ...byTurns, ...times } };
}

/** What a check finds: it passes, or the document is held until what it found is mended. */
export function verify(state: DocumentState, level: Level, context: DecideContext): DocumentEvent[] {
  const wrong = wrongOf(state, level, context);
  const standing = activeHolds(state).find((hold) => hold.kind === "check" && hold.level === level.id);
  if (wrong.length > 0) {
    const why: PlacedHold["why"] = { code: "check found", values: { level: level.id, wrong } };
    if (standing && canonical(standing.why) === canonical(why)) return [];
    const hold: PlacedHold = {
      kind: "check",
      code: "papers or fields missing",
      why,
      blocks: ["approval"],
      level: level.id,
      rule: null,
    };
    const replaced = standing ? [released(standing, "cause gone", null, { code: "something else missing" })] : [];
    return [...replaced, ...place(fold(state, replaced, context.at), [hold], context.actor)];
  }
  return [
    ...(standing ? [released(standing, "cause gone", null, { code: "nothing missing" })] : []),
    { type: "check passed", data: { level: level.id } },
    { type: "level approved", data: { level: level.id } },
  ];
}

/** What routing found as a hold: nothing is approved or sent while it stands. */
export function ofRouting(hold: HoldReason): PlacedHold {
  const { code, why, level = null } = hold;
  return { kind: "routing", code, why, blocks: ["approval", "send"], level, rule: null };
}

/** Holds get the next free numbers of the document. */
export function place(state: DocumentState, holds: readonly PlacedHold[], by: string): DocumentEvent[] {
  return holds.map((hold, index) => ({
    type: "hold placed",
    data: { ...hold, id: `h${state.holds.length + index + 1}`, by },
  }));
}

/** The event that ends a hold. @param by who released it; null where nobody did */
export function released(
  hold: { id: string; code: string },
  how: ReleasedHow,
  by: string | null,
  because: Cause,
): DocumentEvent {
  return { type: "hold released", data: { id: hold.id, code: hold.code, how, by, because } };
}

/** Causes that say all by their code. */
type Bare = Exclude<Cause, { values: unknown }>["code"];

/** Releases what holds the document, or those of some kinds alone. */
export function releaseAll(
  state: DocumentState,
  because: Bare,
  kinds: readonly string[] = ["routing", "check", "policy", "by hand"],
): DocumentEvent[] {
  return activeOf(state.holds)
    .filter((hold) => kinds.includes(hold.kind))
    .map((hold) => released(hold, "document", null, { code: because }));
}
