import { holdsGone } from "./holding";
import { documentType, type RefusedPart } from "../documents";
import { withoutEmpty } from "../own-fields";
import { measure } from "../routing";
import { bandOf, type Level } from "../policy";
import { no, type Before, type Decided } from "./barred";
import { listedFor, whyNotListed } from "./listed";
import { advance, released, releaseAll } from "./chain";
import { evolve } from "./evolve";
import { wrongFilled } from "./filled";
import { basisOf } from "./basis";
import { declined, outOfReach } from "./reach";
import { seatFor } from "./seats";
import { whyNotSigned } from "./signing";
import { acceptedOf, activeHolds, approvalsIn, openSeats, refusedOf } from "./status";
import { timesOf } from "./time";
import type { PassedOverReason } from "./reasons";
import type { DecideContext, Decision, DocumentCommand, DocumentEvent, DocumentState, LevelState } from "./types";
import { datesOf, done, fold, levelOf, routingAsRouted, versionFor } from "./under";

type Say = Extract<DocumentCommand, { type: "approve" | "decline" | "send back" }>;

/** Approving, declining and sending back at an open level, in part or whole, and what follows from it. */
export function decideAtLevel(state: DocumentState, command: Say, context: DecideContext): Decided<DocumentEvent[]> {
  const level = state.levels.find((candidate) => candidate.level === command.level);
  const refusal = whyNotSpeak(state, level, command, context);
  if (refusal || !level) return refusal ?? no({ code: "no such level", values: { level: command.level } }, "level");
  const seat = seatFor(state, level, context.actor, context.routing, context.at);
  if (!seat.ok) return seat;
  const rule = levelOf(state, level.level, context);
  const approves = command.type === "approve";
  const wrong =
    wrongParts(state, level, command) ??
    wrongChoice(state, rule, command) ??
    whyNotListed(command.type, command.listed, context) ??
    wrongFields(state, rule, command, context) ??
    (approves ? whyNotSigned(state, rule, command.signature, context) : null);
  if (wrong) return wrong;
  const refused = approves ? (command.refused ?? []) : [];
  const filled = withoutEmpty(command.filled ?? {});
  const word = rule?.outcomes?.find((one) => one.effect === OUTCOME[command.type])?.word;
  const data = {
    level: level.level,
    by: context.actor,
    inNameOf: seat.value === context.actor ? null : seat.value,
    comment: command.comment.trim(),
    ...(command.type !== "approve" && listedFor(command.type, command.listed, context)),
    revision: state.revision,
    policyVersion: state.route!.policy!.version,
    ...(approves && { basis: basisOf(state, context, merge(refusedOf(state), refused), filled) }),
    ...(refused.length > 0 && { refused }),
    ...(level.kind === "task" && approves && { ticked: command.ticked ?? [] }),
    ...(Object.keys(filled).length > 0 && { filled }),
    ...(word && { word }),
    ...(approves && rule?.signature && command.signature && { signature: command.signature }),
    ...(approves && command.next && { next: command.next }),
    ...(command.via && command.via !== "page" && { via: command.via }),
    ...(command.together && { together: command.together }),
  };
  if (command.type === "send back" && command.to) return returnTo(state, level, command.to, data, context);
  if (command.type === "send back")
    return done([{ type: "sent back", data }, ...releaseAll(state, "sent back", ["routing", "check", "policy"])]);
  const said: DocumentEvent =
    command.type === "approve" ? { type: "approval given", data } : { type: "approval refused", data };
  const events = [said, ...reduce(evolve(state, said, context.at), refused, context)];
  const after = fold(state, events, context.at);
  const spoken = after.levels.find((candidate) => candidate.level === level.level)!;
  return done([...events, ...consequences(after, spoken, context)]);
}

/** Back to an earlier level that has decided: it and everything after it begin again, and the document stays as it is. */
function returnTo(
  state: DocumentState,
  level: LevelState,
  to: string,
  data: Extract<DocumentEvent, { type: "approval given" }>["data"],
  context: DecideContext,
): Decided<DocumentEvent[]> {
  const target = earlierLevels(state, level).find((one) => one.level === to);
  if (!target) return no({ code: "no such earlier level" }, "to");
  const again = state.levels
    .filter(
      (one) =>
        one.stage >= target.stage &&
        (["open", "approved", "lapsed", "not yet"].includes(one.status) || one.notChosenAt !== undefined),
    )
    .map((one) => one.level);
  const returned: DocumentEvent = { type: "returned", data: { ...data, to: target.level, again } };
  const events = [returned, ...releaseAll(state, "gone back a level", ["routing", "check"])];
  return done([...events, ...advance(fold(state, events, context.at), context)]);
}

/** The levels to which whoever decides at a level can send a document back, nearest last. */
export function earlierLevels(state: DocumentState, level: LevelState): LevelState[] {
  return state.levels.filter(
    (one) =>
      one.stage < level.stage && ["approved", "lapsed"].includes(one.status) && one.kind !== "check" && !one.added,
  );
}

/** Of the later levels among which the decider of a level chooses, those that this document has before it. */
export function choicesAt(state: DocumentState, rule: Pick<Level, "choosesNext"> | undefined): LevelState[] {
  return state.levels.filter((one) => rule?.choosesNext?.includes(one.level) && one.status === "not yet");
}

function wrongChoice(state: DocumentState, rule: Level | undefined, command: Say): Decided<never> | null {
  const choices = choicesAt(state, rule);
  if (command.type !== "approve" || (choices.length < 2 && !command.next)) return null;
  if (choices.length > 1 && choices.some((one) => one.level === command.next)) return null;
  return choices.length > 1
    ? no({ code: "choose the next", values: { levels: choices.map((one) => one.level) } }, "next")
    : no({ code: "no choice of the next" }, "next");
}

/** Fields are filled in with an approval; of who declines or sends back nothing is asked. */
function wrongFields(
  state: DocumentState,
  rule: Level | undefined,
  { type, filled = {}, refused = [] }: Say,
  context: DecideContext,
): Decided<never> | null {
  if (type === "approve") return wrongFilled(state, rule, filled, merge(refusedOf(state), refused), context);
  return Object.keys(filled).length > 0 ? no({ code: "filled in with approvals" }, "filled") : null;
}

/** Parts are refused one by one and not all: refusing everything is declining. */
function wrongParts(state: DocumentState, level: LevelState, command: Say): Decided<never> | null {
  if (command.type !== "approve") return null;
  const unticked = (level.checklist ?? []).filter((item) => !command.ticked?.includes(item));
  if (level.kind === "task" && unticked.length > 0)
    return no({ code: "not ticked", values: { items: unticked } }, "ticked");
  if (!command.refused?.length) return null;
  const type = documentType(state.document.documentType);
  const parts = type.parts(acceptedOf(state));
  const original = type.parts(state.document);
  for (const [index, { part, allowed }] of command.refused.entries()) {
    const found = original.find((one) => one.key === part);
    if (!found) return no({ code: "no such part", values: { part } }, `refused.${index}`);
    if (refusedOf(state).some((one) => one.part === part && one.allowed === null))
      return no({ code: "part refused already", values: { part } }, `refused.${index}`);
    if (allowed === null) continue;
    const most = found.amount?.minor;
    if (most === undefined || allowed <= 0 || allowed >= most)
      return no({ code: "amount to allow", values: { part } }, `refused.${index}`);
  }
  const left = type.parts(type.without(state.document, merge(refusedOf(state), command.refused)));
  return left.length === 0 && parts.length > 0 ? no({ code: "everything refused" }, "refused") : null;
}

/** What two deciders refuse together: of one part, the less that either allows. */
export function merge(before: readonly RefusedPart[], more: readonly RefusedPart[]): RefusedPart[] {
  const merged = new Map(before.map((one) => [one.part, one.allowed]));
  for (const { part, allowed } of more) {
    const old = merged.get(part);
    merged.set(part, old === undefined || allowed === null ? allowed : old === null ? null : Math.min(old, allowed));
  }
  return [...merged].map(([part, allowed]) => ({ part, allowed }));
}

/**
 * After a part is refused the amount is worked out again from what is left. Levels that have not begun and that the band it falls into does not
 * ask for are passed over; what has been decided stays.
 */
function reduce(state: DocumentState, more: readonly RefusedPart[], context: DecideContext): DocumentEvent[] {
  const policy = versionFor(state, context)?.policy;
  const section = policy?.sections.find((one) => one.id === state.route!.section!.id);
  if (more.length === 0 || !policy || !section) return [];
  const refused = merge(refusedOf(state), more);
  const left = documentType(state.document.documentType).without(state.document, refused);
  const measured = measure(left, policy, routingAsRouted(state, context));
  if ("code" in measured) return [];
  const index = bandOf(measured.compared.minor, section.thresholds);
  const before = state.route!.band!.index;
  const band = index < before ? { index } : state.route!.band;
  const reduced: DocumentEvent = { type: "reduced", data: { refused, measured, section: section.id, band } };
  const over =
    index >= before
      ? []
      : state.levels.filter(
          (level) => level.status === "not yet" && levelOf(state, level.level, context)?.marks[index] !== "approves",
        );
  const events = [
    reduced,
    ...over.map((level): DocumentEvent => ({
      type: "level passed over",
      data: { level: level.level, because: { code: "no part in what is left" } },
    })),
  ];
  return [...events, ...holdsGone(fold(state, events, context.at), { code: "part not approved" }, context)];
}

function consequences(state: DocumentState, level: LevelState, context: DecideContext): DocumentEvent[] {
  if (approvalsIn(level) >= level.needed) {
    const held = activeHolds(state).filter((hold) => hold.kind === "routing" && hold.level === level.level);
    const approved: DocumentEvent[] = [
      ...notChosen(state, level, context),
      ...held.map((hold) => released(hold, "cause gone", null, { code: "enough have approved" })),
      { type: "level approved", data: { level: level.level } },
    ];
    return [...approved, ...advance(fold(state, approved, context.at), context)];
  }
  const refused = level.decisions.some((one) => one.outcome === "decline");
  if (refused && level.refusal === "first ends") return declined(state, level);
  const events = outOfReach(state, context);
  const over = events.some((event) => event.type === "declined");
  return over ? events : [...events, ...askNext(state, level, context)];
}

/** The levels that whoever completed this one did not choose are passed over. */
function notChosen(state: DocumentState, level: LevelState, context: DecideContext): DocumentEvent[] {
  const said = level.decisions.findLast((one) => one.next);
  if (!said) return [];
  const chosen = state.levels.find((one) => one.level === said.next)!;
  const because: PassedOverReason = { code: "another was chosen", values: { by: said.by, chosen: chosen.level } };
  return choicesAt(state, levelOf(state, level.level, context))
    .filter((one) => one.level !== said.next)
    .map((one) => ({ type: "level passed over", data: { level: one.level, because, notChosenAt: level.level } }));
}

/** Where one is asked after the other, the time of the next begins with the answer of the one before. */
function askNext(state: DocumentState, level: LevelState, context: DecideContext): DocumentEvent[] {
  const rule = level.inTurn && level.due ? levelOf(state, level.level, context) : undefined;
  if (!rule) return [];
  const asked = openSeats(level);
  const times = timesOf(rule, asked, context.at, context.routing.directory, datesOf(state, context));
  return [{ type: "next asked", data: { level: level.level, asked, ...times } }];
}

/** Why somebody may not decide at a level now; the second of two learns who was first. */
function whyNotSpeak(
  state: DocumentState,
  level: LevelState | undefined,
  command: Say,
  context: DecideContext,
): Decided<never> | null {
  const last = level?.decisions.at(-1);
  const before = last ? saidAt(last) : null;
  if (state.status !== "waiting") return no({ code: "document ended", values: { status: state.status, before } });
  if (!level) return null;
  if (command.revision !== state.revision)
    return no({ code: "revision has come", values: { revision: state.revision, seen: command.revision } }, "revision");
  const { level: id, status } = level;
  if (status === "not yet") return no({ code: "level not open yet", values: { level: id } });
  if (status !== "open") return no({ code: "level ended", values: { level: id, status, before } });
  const own = level.decisions.find((decision) => decision.by === context.actor);
  if (own) return no({ code: "you have decided", values: { level: id, before: saidAt(own) } });
  if (level.commentOn.includes(OUTCOME[command.type]) && !isReasoned(command))
    return no({ code: "say why it is decided so" }, "comment");
  return null;
}

/** Whether something is said of why: in words, or by a reason chosen from the list. */
const isReasoned = ({ type, comment, listed }: Say) => Boolean(comment.trim() || (type !== "approve" && listed));

const saidAt = ({ by, outcome, at }: Decision): Before => ({ by, outcome, at });

const OUTCOME = { approve: "approve", decline: "decline", "send back": "sendBack" } as const;
