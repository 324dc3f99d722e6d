import { fits } from "../patterns";
import { documentType, keptBy, missingOf, refusedAfter, type AnyDocument, type RefusedPart } from "../documents";
import { sameValue } from "../conditions";
import { evaluationContextOf, routeAgain, type Route } from "../routing";
import { canonical } from "../records";
import type { Policy, PolicyVersion } from "../policy";
import { isMissing, no, type Decided } from "./barred";
import { basisOf, gapsOfBasis, hashOf, ownKeysOf } from "./basis";
import { advance, ofRouting, peopleNow, place, releaseAll } from "./chain";
import { approvalsOf, gapsOf } from "./cover";
import { decidedOf, filledOf, leftWith, standingBut } from "./filled";
import { refreshHolds } from "./holding";
import { lastSent, refusedOf } from "./status";
import { datesOf, daysOf, done, fold, levelOf, routingOf, versionFor } from "./under";
import type { Gap } from "./gap";
import type { DecideContext, DocumentCommand, DocumentEvent, DocumentState, EditEffect } from "./types";

type Revise = Extract<DocumentCommand, { type: "revise" }>;

/**
 * An edit of a document in approval. It becomes the next revision; each approval is judged by what it was given for, and what the document then is. The policy
 * version stays the one it started with, and the route is made anew under it.
 */
export function revise(state: DocumentState, command: Revise, context: DecideContext): Decided<DocumentEvent[]> {
  const found = effectOfEdit(state, command, context);
  if (!found.ok) return found;
  const { route, ...effect } = found.value;
  const { around } = context.routing;
  const revised: DocumentEvent = {
    type: "revised",
    data: {
      revision: state.revision + 1,
      document: command.document,
      hash: hashOf(command.document, context),
      route,
      ...(around && { around }),
      ...effect,
    },
  };
  const events = [...releaseAll(state, "edited", ["routing", "check"]), revised];
  const placed = [...events, ...refreshHolds(fold(state, events, context.at), { code: "edited" }, context)];
  const after = fold(state, placed, context.at);
  // Whom levels ask is looked up when they open; what was decided at others stays, whoever could decide there now.
  const barred = route.outcome === "held" ? route.holds.filter((hold) => hold.code !== "no eligible approver") : [];
  if (barred.length > 0) return done([...placed, ...place(after, barred.map(ofRouting), context.actor)]);
  return done([...placed, ...advance(after, context)]);
}

export type Edit = EditEffect & {
  again: string[];
  anew: string[];
  refused: RefusedPart[];
  askedAgain: string[];
  route: Route;
};

/** What an edit would do, for whoever is about to make it; refuses what cannot be edited. */
export function effectOfEdit(state: DocumentState, command: Revise, context: DecideContext): Decided<Edit> {
  const version = versionFor(state, context);
  const refusal = whyNotEdited(state, command, version, context);
  if (refusal || !version) return refusal ?? no({ code: "under no policy" });
  const parts = refusedParts(state, command.document, command.askAgain ?? []);
  if (!parts.ok) return parts;
  const changed = changedFields(state, command.document, context);
  if (
    changed.length === 0 &&
    canonical(state.document) === canonical(command.document) &&
    parts.value.askedAgain.length === 0
  )
    return no({ code: "nothing changed" });
  const edited = asEdited(state, command.document, parts.value.refused, version, context);
  const { gaps, again, anew } = levelsTouched(state, edited, parts.value.askedAgain.length > 0, version, context);
  const filledAgain = filledOf(state).some(({ level }) => again.includes(level));
  const { route } = filledAgain
    ? asEdited(state, command.document, parts.value.refused, version, context, again)
    : edited;
  const effect = gaps.length === 0 && again.length === 0 ? "carry on" : effectiveEffect(version.policy);
  const voided = state.levels
    .filter((level) => again.includes(level.level))
    .flatMap((level) =>
      level.decisions.filter((one) => one.outcome === "approve").map((one) => ({ level: level.level, by: one.by })),
    );
  const value = {
    effect,
    changed,
    voided,
    gaps,
    dropped: droppedBy(edited, again),
    again,
    anew,
    refused: parts.value.refused,
    askedAgain: parts.value.askedAgain,
    route: route!,
  } satisfies Edit;
  return { ok: true, value };
}

/** What a policy lets pass it lets pass; what an approval does not cover begins again all the same, from the start. */
function effectiveEffect({ edits }: Policy): EditEffect["effect"] {
  return edits.effect === "carry on" ? "start again" : edits.effect;
}

function whyNotEdited(
  state: DocumentState,
  command: Revise,
  version: PolicyVersion | undefined,
  context: DecideContext,
): Decided<never> | null {
  if (state.status !== "waiting") return no({ code: "not to be edited", values: { status: state.status } });
  if (command.revision !== state.revision)
    return no({ code: "another revision", values: { revision: state.revision } }, "revision");
  if (command.document.documentType !== state.document.documentType)
    return no({ code: "another type" }, "documentType");
  const kept = keptBy(context.routing.directory, fits);
  const missing = missingOf(command.document, kept, daysOf(command.document, context), state.document);
  if (missing.length > 0) return isMissing(missing);
  if (!version) return no({ code: "under no policy" });
  return null;
}

/**
 * What was refused of a document stays refused in an edited one, until it is asked for again in so many words.
 * @param askAgain keys of refused parts that are
 */
export function refusedParts(
  state: DocumentState,
  document: AnyDocument,
  askAgain: readonly string[],
): Decided<{ refused: RefusedPart[]; askedAgain: string[] }> {
  const type = documentType(document.documentType);
  const before = type.parts(lastSent(state));
  const now = type.parts(document);
  const keep = refusedOf(state).filter((one) => !askAgain.includes(one.part));
  const { kept, asked } = refusedAfter(before, now, keep);
  const [first] = asked;
  if (first) {
    return no({ code: "refused before", values: { part: first.key } }, "askAgain");
  }
  const known = (key: string) => refusedOf(state).some((one) => one.part === key);
  return {
    ok: true,
    value: {
      refused: kept,
      askedAgain: askAgain.filter(known),
    },
  };
}

/**
 * The document as it would be after the edit, with its chain as it still is: by this every approval is judged.
 * @param again levels that begin again: what was filled in at them is still to come
 */
function asEdited(
  state: DocumentState,
  document: AnyDocument,
  refused: RefusedPart[],
  version: PolicyVersion,
  context: DecideContext,
  again: readonly string[] = [],
): DocumentState {
  const inPerson = state.route?.inPerson === true && context.inPerson === true && context.actor === document.requester;
  const route = routeAgain(leftWith(document, refused, standingBut(state, again)), version, {
    ...routingOf(state, context),
    inPerson,
    decided: decidedOf(state, again),
  });
  const { routedWith: _, ...rest } = state;
  return {
    ...rest,
    revision: state.revision + 1,
    document,
    refused,
    route,
    around: context.routing.around ?? state.around ?? {},
    revisions: [...(state.revisions ?? []), { revision: state.revision, document: state.document }],
  };
}

/** Keys of the fields whose values differ, with “(other)” where something outside them does. */
function changedFields(state: DocumentState, after: AnyDocument, context: DecideContext): string[] {
  const type = documentType(after.documentType);
  const routing = routingOf(state, context);
  const [before, now] = [state.document, after].map((one) => type.facts(one, evaluationContextOf(one, routing)));
  const fields = [...type.fields.map((field) => field.key), ...ownKeysOf(before!, now!)].filter(
    (key) => !sameValue(before![key] ?? null, now![key] ?? null),
  );
  const other = type.changes(state.document, after).length > 0 && fields.length === 0;
  return other ? ["(other)"] : fields;
}

type Touched = { gaps: Gap[]; again: string[]; anew: string[] };

/** Which levels an edit touches: those with an approval that does not cover it, and by the policy those before or after them. */
function levelsTouched(
  state: DocumentState,
  edited: DocumentState,
  asksAgain: boolean,
  { policy }: PolicyVersion,
  context: DecideContext,
): Touched {
  const begun = state.levels.filter((level) => level.status !== "told").map((level) => level.level);
  const gaps: Gap[] = [];
  const touched = new Set<string>();
  for (const level of state.levels) {
    const found = gapsOfLevel(state, edited, level, context);
    gaps.push(...found);
    if (found.length > 0) touched.add(level.level);
  }
  if (asksAgain) return { gaps, again: begun, anew: [] };
  const again = touched.size === 0 ? [] : levelsAgain(state, edited, policy, touched, begun);
  const anew = state.levels
    .filter((level) => level.status === "open" && level.kind !== "check" && !again.includes(level.level))
    .filter(({ level }) => asksOthers(edited, level, context) || isDueOtherwise(state, edited, level, context))
    .map((level) => level.level);
  return { gaps, again, anew };
}

/** What of a level an edit does not leave as it was: an approval, a lapse, or what those see who are asked now. */
function gapsOfLevel(
  state: DocumentState,
  edited: DocumentState,
  level: DocumentState["levels"][number],
  context: DecideContext,
): Gap[] {
  const where = { level: level.level, by: null };
  if (level.kind === "check") return [];
  if (level.status === "lapsed" && level.lapsedFor) return gapsOfBasis(edited, where, level.lapsedFor, context);
  const judged = approvalsOf(level).flatMap((one) => gapsOf(edited, level, one, context));
  if (level.status !== "open") return judged;
  return [...judged, ...gapsOfBasis(edited, where, basisOf(state, context), context)];
}

/** Whether an open level would ask other people, or more of them, for the document as it is edited. */
function asksOthers(edited: DocumentState, level: string, context: DecideContext): boolean {
  const open = edited.levels.find((one) => one.level === level)!;
  if (open.moved?.length) return false;
  const rule = levelOf(edited, level, context);
  if (!rule) return true;
  const { pool, needed } = peopleNow(edited, rule, context);
  const same = pool.length === open.pool.length && pool.every((person) => open.pool.includes(person));
  return !same || needed !== open.needed;
}

/** Whether an open level runs to a date of the document that the edit moves: it is asked anew, with the time that it then has. What was handed on stays with whom it went to, and its time. */
function isDueOtherwise(state: DocumentState, edited: DocumentState, level: string, context: DecideContext): boolean {
  const field = levelOf(edited, level, context)?.timeLimit?.before;
  const handedOn = edited.levels.find((one) => one.level === level)?.moved?.length;
  return field !== undefined && !handedOn && datesOf(state, context)(field) !== datesOf(edited, context)(field);
}

/** The levels that begin again: all, or all from the first that the edit concerns. */
function levelsAgain(
  state: DocumentState,
  edited: DocumentState,
  policy: Policy,
  touched: ReadonlySet<string>,
  begun: string[],
): string[] {
  const section = policy.sections.find((one) => one.id === edited.route?.section?.id);
  if (effectiveEffect(policy) === "start again" || !section || section.id !== state.route?.section?.id) return begun;
  const stages = state.levels.filter((level) => touched.has(level.level)).map((level) => level.stage);
  const first = Math.min(...stages, ...newlyAsked(state, edited));
  return begun.filter((id) => state.levels.find((one) => one.level === id)!.stage >= first);
}

/** Stages of levels that the edited document asks and the document before did not. */
function newlyAsked(state: DocumentState, edited: DocumentState): number[] {
  return edited.route!.levels.flatMap((level) => {
    const before = state.levels.find((one) => one.level === level.level);
    return level.outcome === "required" && before?.status === "passed over" && !before.notChosenAt ? [level.stage] : [];
  });
}

/** What somebody asked for besides the policy, and that the edit ends: said in so many words. */
function droppedBy(edited: DocumentState, again: readonly string[]): EditEffect["dropped"] {
  const required = (id: string) =>
    edited.route!.levels.some((level) => level.level === id && level.outcome === "required");
  return edited.levels.flatMap((level): EditEffect["dropped"] => {
    if (level.added && !required(level.added.before)) return [{ level: level.level, what: "added" }];
    const chosen = again.includes(level.level) ? level.decisions.find((one) => one.next)?.next : undefined;
    return chosen ? [{ level: chosen, what: "chosen" }] : [];
  });
}
