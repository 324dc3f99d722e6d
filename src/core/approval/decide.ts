import { dayIn, timeIn } from "../calendar";
import { documentType } from "../documents";
import type { Directory } from "../people";
import { refuse, type Result } from "../refusal";
import { peopleOf, route, type HoldReason } from "../routing";
import { sayDate } from "../words";
import { evolve } from "./evolve";
import { seatFor } from "./seats";
import type { DecideContext, Decision, DocumentCommand, DocumentEvent, DocumentState, LevelState } from "./types";

type Say = Extract<DocumentCommand, { revision: number }>;

/**
 * What a command leads to: the events that happened because of it, or why it is refused. Pure; the caller writes the
 * events, all or none, and applies `evolve`.
 */
export function decide(
  state: DocumentState | null,
  command: DocumentCommand,
  context: DecideContext,
): Result<DocumentEvent[]> {
  if (command.type === "draft") {
    if (state) return no("exists", `There is a document ${state.number} already`);
    return done([{ type: "drafted", data: { id: command.id, number: command.number, document: command.document } }]);
  }
  if (!state) return no("unknown", "There is no such document");
  switch (command.type) {
    case "save draft":
      return editable(state) ?? done([{ type: "draft saved", data: { document: command.document } }]);
    case "submit":
      return editable(state) ?? submit(state, command.document, context);
    case "withdraw":
      return withdraw(state, command.comment);
    case "reroute":
      return reroute(state, command.reason, context);
    default:
      return speak(state, command, context);
  }
}

const no = (code: string, message: string, path?: string): Result<never> => ({
  ok: false,
  refusals: [refuse(code, message, path)],
});
const done = (events: DocumentEvent[]): Result<DocumentEvent[]> => ({ ok: true, value: events });

function editable(state: DocumentState): Result<never> | null {
  if (state.status === "draft" || state.status === "sent back") return null;
  if (state.status === "waiting")
    return no(
      "locked",
      `${state.number} is in approval and cannot be edited; withdraw it or ask for it to be sent back`,
    );
  return no("closed", `${state.number} is ${state.status}; enter a new one instead`);
}

function submit(
  state: DocumentState,
  document: DocumentState["document"],
  context: DecideContext,
): Result<DocumentEvent[]> {
  const missing = documentType(document.documentType).missing(document);
  if (missing.length > 0)
    return { ok: false, refusals: missing.map((item) => refuse("missing", item.message, item.path)) };
  const revision = state.status === "sent back" ? state.revision + 1 : state.revision;
  const routed = route(document, { ...context.routing, at: context.at });
  const first: DocumentEvent = { type: "submitted", data: { revision, document, route: routed } };
  return done(start(state, [...releaseAll(state, "sent in again"), first], context));
}

function withdraw(state: DocumentState, comment: string): Result<DocumentEvent[]> {
  if (!["draft", "waiting", "sent back"].includes(state.status))
    return no("closed", `${state.number} is ${state.status} and can no longer be withdrawn`);
  return done([{ type: "withdrawn", data: { comment } }, ...releaseAll(state, "withdrawn")]);
}

/** Routes a waiting document afresh under the policies in force now; its chain begins again from the first level. */
function reroute(state: DocumentState, reason: string, context: DecideContext): Result<DocumentEvent[]> {
  if (state.status !== "waiting")
    return no("not waiting", `${state.number} is ${state.status}; only a waiting document can be routed again`);
  if (!reason.trim()) return no("comment required", "Say why the document is routed again", "reason");
  const routed = route(state.document, { ...context.routing, at: context.at });
  const approvalsVoided = state.levels
    .flatMap((level) => level.decisions)
    .filter((decision) => decision.outcome === "approve").length;
  const first: DocumentEvent = { type: "rerouted", data: { route: routed, reason: reason.trim(), approvalsVoided } };
  return done(start(state, [...releaseAll(state, "routed again"), first], context));
}

/** What follows a fresh route at once: approval where none is needed, holds where it cannot go on, else the first stage. */
function start(state: DocumentState, events: DocumentEvent[], context: DecideContext): DocumentEvent[] {
  const after = fold(state, events, context.at);
  const routed = after.route!;
  if (routed.outcome === "no approval needed")
    return [...events, { type: "approved", data: { because: "no approval needed" } }];
  if (routed.outcome === "held") return [...events, ...routed.holds.map(placed)];
  return [...events, ...advance(after, context)];
}

function speak(state: DocumentState, command: Say, context: DecideContext): Result<DocumentEvent[]> {
  const level = state.levels.find((candidate) => candidate.level === command.level);
  const refusal = whyNotSpeak(state, level, command, context);
  if (refusal || !level) return refusal ?? no("unknown", `${state.number} has no level “${command.level}”`, "level");
  const seat = seatFor(state, level, context.actor, context.routing, context.at);
  if (!seat.ok) return seat;
  const data = {
    level: level.level,
    by: context.actor,
    inNameOf: seat.value === context.actor ? null : seat.value,
    comment: command.comment.trim(),
    revision: state.revision,
    policyVersion: state.route!.policy!.version,
  };
  if (command.type === "send back") return done([{ type: "sent back", data }, ...releaseAll(state, "sent back")]);
  const said: DocumentEvent =
    command.type === "approve" ? { type: "approval given", data } : { type: "approval refused", data };
  const after = evolve(state, said, context.at);
  return done([
    said,
    ...consequences(
      after,
      after.levels.find((candidate) => candidate.level === level.level)!,
      context,
    ),
  ]);
}

function consequences(state: DocumentState, level: LevelState, context: DecideContext): DocumentEvent[] {
  const count = (outcome: Decision["outcome"]) =>
    new Set(level.decisions.filter((one) => one.outcome === outcome).map((one) => one.by)).size;
  if (count("approve") >= level.needed) {
    const approved: DocumentEvent = { type: "level approved", data: { level: level.level } };
    return [approved, ...advance(evolve(state, approved, context.at), context)];
  }
  const outOfReach = level.pool.length - count("decline") < level.needed;
  if (count("decline") > 0 && (level.refusal === "first ends" || outOfReach)) {
    return [
      { type: "level declined", data: { level: level.level } },
      { type: "declined", data: { level: level.level } },
      ...releaseAll(state, "declined"),
    ];
  }
  return [];
}

/** Opens the next stage when the one before is complete, or approves the document after the last. */
function advance(state: DocumentState, context: DecideContext): DocumentEvent[] {
  const undone = state.levels.filter((level) => level.status === "not yet" || level.status === "open");
  if (undone.length === 0) return [{ type: "approved", data: { because: "every required level has approved" } }];
  const stage = Math.min(...undone.map((level) => level.stage));
  return undone
    .filter((level) => level.stage === stage && level.status === "not yet")
    .map((level) => open(state, level, context));
}

/** The people of a level are looked up again when it opens; the route only foretold them. */
function open(state: DocumentState, level: LevelState, context: DecideContext): DocumentEvent {
  const { policy, section } = state.route!;
  const version = context.versionOf(policy!.id, policy!.version);
  const rule = version?.policy.sections
    .find((one) => one.id === section!.id)
    ?.levels.find((one) => one.id === level.level);
  if (!rule)
    return placed({
      code: "no eligible approver",
      reason: `${level.name}: version ${policy!.version} of the policy cannot be found`,
      level: level.level,
    });
  const amount = state.route!.measured?.compared ?? null;
  const people = peopleOf(rule, state.document, amount, { ...context.routing, at: context.at });
  if (people.blocked)
    return placed({ code: "no eligible approver", reason: `${level.name}: ${people.blocked}`, level: level.level });
  return { type: "level opened", data: { level: level.level, needed: people.needed, pool: people.pool } };
}

function placed(hold: HoldReason): DocumentEvent {
  return {
    type: "hold placed",
    data: { code: hold.code, reason: hold.reason, blocks: ["approval", "send"], level: hold.level ?? null },
  };
}

function releaseAll(state: DocumentState, because: string): DocumentEvent[] {
  return state.holds
    .filter((hold) => !hold.releasedAt)
    .map(({ code, level }) => ({ type: "hold released", data: { code, level, because } }));
}

function fold(state: DocumentState, events: readonly DocumentEvent[], at: string): DocumentState {
  return events.reduce((before, event) => evolve(before, event, at), state);
}

/** Why somebody may not decide at a level now; the second of two learns who was first. */
function whyNotSpeak(
  state: DocumentState,
  level: LevelState | undefined,
  command: Say,
  context: DecideContext,
): Result<never> | null {
  const { directory } = context.routing;
  const first = level?.decisions.at(-1);
  const already = first
    ? `already ${PAST[first.outcome]} by ${nameOf(first.by, directory)} ${sayWhen(first.at, directory)}`
    : null;
  if (state.status !== "waiting")
    return no("already decided", `${state.number} is ${state.status}${already ? `: ${already}` : ""}`);
  if (!level) return null;
  if (command.revision !== state.revision)
    return no(
      "other revision",
      `Revision ${state.revision} has come since revision ${command.revision}; look at it before deciding`,
      "revision",
    );
  if (level.status === "not yet") return no("not yet", `${level.name} is not asked yet`);
  if (level.status !== "open") return no("already decided", `${level.name}: ${already ?? `is ${level.status}`}`);
  const own = level.decisions.find((decision) => decision.by === context.actor);
  if (own) return no("already decided", `${level.name}: you ${PAST[own.outcome]} this ${sayWhen(own.at, directory)}`);
  const outcome = ({ approve: "approve", decline: "decline", "send back": "sendBack" } as const)[command.type];
  if (level.commentOn.includes(outcome) && !command.comment.trim())
    return no("comment required", `Say why in the comment, so that the requester knows what to do`, "comment");
  return null;
}

const PAST = { approve: "approved", decline: "declined", sendBack: "sent back" } as const;

/** @example sayWhen("2026-03-10T09:13:00Z", directory) // "on 10 Mar 2026 at 09:13" */
function sayWhen(at: string, { organisation }: Directory): string {
  return `on ${sayDate(dayIn(at, organisation.timeZone))} at ${timeIn(at, organisation.timeZone)}`;
}

function nameOf(id: string, directory: Directory): string {
  return directory.person(id)?.name ?? id;
}
