import { activeOf, backdated, hasCause, type Cause } from "../holds";
import { whoMayDecide } from "../people";
import { evaluationContextOf, ownAmount, route, subjectOf } from "../routing";
import { no, type Decided } from "./barred";
import { listedFor, whyNotListed } from "./listed";
import { advance, peopleNow, place, placeByPolicy, released, releaseAll, start, verify } from "./chain";
import type { DecideContext, DocumentCommand, DocumentEvent, DocumentState } from "./types";
import { acceptedOf } from "./status";
import { done, fold, levelOf, routingAnew, routingOf, saidBy, versionFor } from "./under";

type Placing = Extract<DocumentCommand, { type: "place hold" }>;
type Releasing = Extract<DocumentCommand, { type: "release hold" }>;

/** Somebody stops a document by hand, in approval or after it. */
export function placeByHand(state: DocumentState, command: Placing, context: DecideContext): Decided<DocumentEvent[]> {
  if (state.status !== "waiting" && state.status !== "approved")
    return no({ code: "not to be held", values: { status: state.status } });
  const reason = command.reason.trim();
  if (!reason && !command.listed) return no({ code: "say why it is held" }, "reason");
  const wrong = whyNotListed("place hold", command.listed, context);
  if (wrong) return wrong;
  if (command.blocks.length === 0) return no({ code: "keeps nothing back" }, "blocks");
  const hold = {
    kind: "by hand" as const,
    code: "Held by hand",
    why: {
      code: "placed by hand" as const,
      values: { said: reason, ...listedFor("place hold", command.listed, context) },
    },
    blocks: command.blocks,
    level: null,
    rule: null,
  };
  return done(place(state, [hold], context.actor));
}

/**
 * Somebody releases a hold with a reason. Where the policy names who may, only they; what routing or a check holds is mended at its cause.
 */
export function releaseByHand(
  state: DocumentState,
  command: Releasing,
  context: DecideContext,
): Decided<DocumentEvent[]> {
  const hold = state.holds.find((one) => one.id === command.hold);
  if (!hold) return no({ code: "no such hold", values: { hold: command.hold } }, "hold");
  if (hold.releasedAt)
    return no({ code: "hold released already", values: { hold: hold.code, why: hold.released?.why ?? null } });
  if (!command.reason.trim() && !command.listed) return no({ code: "say why it is released" }, "reason");
  const refusal = whyNotListed("release hold", command.listed, context) ?? whyNotRelease(state, hold.id, context);
  const because = saidBy(command.reason, listedFor("release hold", command.listed, context));
  return refusal ?? done([released(hold, "person", context.actor, because)]);
}

/** Why somebody may not release a hold, roles aside; null when they may. */
export function whyNotRelease(state: DocumentState, id: string, context: DecideContext): Decided<never> | null {
  const hold = activeOf(state.holds).find((one) => one.id === id);
  if (!hold) return no({ code: "no such hold", values: { hold: id } });
  if (hold.kind === "routing") return no({ code: "mend the cause", values: { hold: hold.code } });
  if (hold.kind === "check")
    return no({ code: "add what is missing", values: { hold: { code: hold.code, why: hold.why } } });
  const subject = subjectOf(state.document, ownAmount(state.route?.measured), routingOf(state, context));
  if (subject.requester === context.actor || subject.excluded.some((one) => one.person === context.actor))
    return no({ code: "one’s own document" });
  const rule = hold.rule === null ? null : versionFor(state, context)?.policy.holds[hold.rule]?.release;
  if (!rule) return null;
  const { candidates } = whoMayDecide(rule, subject, context.routing.directory, context.at);
  const mine = candidates.find((one) => one.person === context.actor);
  if (mine?.eligible) return null;
  const people = candidates.filter((one) => one.eligible).map(({ person }) => person);
  return no({ code: "released by others", values: { people } });
}

/** Whether the policy itself names somebody to release a hold, whatever roles they have. */
export function isNamedToRelease(state: DocumentState, id: string, context: DecideContext): boolean {
  const hold = activeOf(state.holds).find((one) => one.id === id);
  const rule = hold && hold.rule !== null && versionFor(state, context)?.policy.holds[hold.rule]?.release;
  return Boolean(rule) && whyNotRelease(state, id, context) === null;
}

/** The step after the approval that releases what the policy holds; what a person placed, a person releases. */
export function releaseByStep(state: DocumentState): Decided<DocumentEvent[]> {
  // What the organisation's own rules hold is not the policy's to release.
  const holds = activeOf(state.holds).filter((hold) => hold.kind === "policy" && hold.rule !== null);
  return done(holds.map((hold) => released(hold, "approval", null, { code: "released by a step" })));
}

/** Policy holds that have no cause any more in what is left of the document: a line that was refused holds nothing. */
export function holdsGone(state: DocumentState, because: Cause, context: DecideContext): DocumentEvent[] {
  const policy = versionFor(state, context)?.policy;
  if (!policy) return [];
  const left = acceptedOf(state);
  const looking = evaluationContextOf(left, routingOf(state, context));
  const gone = activeOf(state.holds).filter((hold) => {
    if (hold.kind !== "policy") return false;
    if (hold.rule === null) return !backdated(left, state.route!.ratesOn, looking);
    const rule = policy.holds[hold.rule];
    return rule?.when && !hasCause(rule, left, looking);
  });
  return gone.map((hold) => released(hold, "cause gone", null, because));
}

/** Policy holds as they are to be now: those without a cause any more released, those with a new one placed. */
export function refreshHolds(state: DocumentState, because: Cause, context: DecideContext): DocumentEvent[] {
  const events = holdsGone(state, because, context);
  const after = fold(state, events, context.at);
  return state.status === "waiting" ? [...events, ...placeByPolicy(after, context)] : events;
}

/**
 * Looks at a held document again after something around it has changed: a receipt, a rate, an account, people. Holds whose cause is gone are
 * released, and what routing held goes on. No events when everything stays as it is.
 * @param because what has changed, as it is told with the release
 */
export function lookAgain(state: DocumentState, because: Cause, context: DecideContext): Decided<DocumentEvent[]> {
  if (state.status !== "waiting" && state.status !== "approved") return done([]);
  const around = context.routing.around ?? {};
  const looked: DocumentEvent = { type: "looked again", data: { around, because } };
  const events = [...(state.status === "waiting" ? goOn(fold(state, [looked], context.at), because, context) : [])];
  const after = fold(state, [looked, ...events], context.at);
  const holds = refreshHolds(after, because, context);
  const all = [...events, ...holds];
  return done(all.length > 0 ? [looked, ...all] : []);
}

/** What routing or a check held goes on where it can now. */
function goOn(state: DocumentState, because: Cause, context: DecideContext): DocumentEvent[] {
  const checks = activeOf(state.holds).filter((hold) => hold.kind === "check");
  const passed = checks.reduce<DocumentEvent[]>((events, hold) => {
    const now = fold(state, events, context.at);
    const level = levelOf(now, hold.level!, context);
    return level ? [...events, ...verify(now, level, context)] : events;
  }, []);
  const afterChecks = fold(state, passed, context.at);
  const moved = passed.some((event) => event.type === "level approved");
  const events = moved ? [...passed, ...advance(afterChecks, context)] : passed;
  const now = fold(state, events, context.at);
  const routing = activeOf(now.holds).filter((hold) => hold.kind === "routing");
  if (routing.length === 0) return events;
  const begun = now.levels.some((level) => level.decisions.length > 0 || level.status === "open");
  return [...events, ...(begun ? openAgain(now, because, context) : routeAnew(now, because, context))];
}

/** A chain that is under way keeps its approvals: only the level that could not open is tried again. */
function openAgain(state: DocumentState, because: Cause, context: DecideContext): DocumentEvent[] {
  const free = activeOf(state.holds).filter((hold) => {
    // Of a level that is open already, whether its quorum is in reach is asked at the end.
    const open = state.levels.some((one) => one.level === hold.level && one.status === "open");
    if (hold.kind !== "routing" || hold.level === null || open) return false;
    const level = levelOf(state, hold.level, context);
    return level && !peopleNow(state, level, context).blocked;
  });
  const freed = free.map((hold) => released(hold, "cause gone", null, because));
  return freed.length ? [...freed, ...advance(fold(state, freed, context.at), context)] : [];
}

function routeAnew(state: DocumentState, because: Cause, context: DecideContext): DocumentEvent[] {
  // Its requester was there when it was sent in; that it was held meanwhile changes nothing in that.
  const inPerson = state.route?.inPerson === true;
  const routed = route(acceptedOf(state), { ...routingAnew(state.document, context), inPerson });
  if (routed.outcome === "held") return [];
  const events: DocumentEvent[] = activeOf(state.holds)
    .filter((hold) => hold.kind === "routing")
    .map((hold) => released(hold, "cause gone", null, because));
  const { around } = context.routing;
  const rerouted: DocumentEvent = {
    type: "rerouted",
    data: { route: routed, because, approvalsVoided: 0, ...(around && { around }) },
  };
  return start(state, [...events, ...releaseAll(state, "routed again", ["check"]), rerouted], context);
}
