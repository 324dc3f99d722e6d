import { documentType, type AnyDocument } from "../documents";
import { activeOf, holdsOfPolicy, type PlacedHold, type ReleasedHow } from "../holds";
import type { Check, Level, PolicyVersion } from "../policy";
import { refuse, type Result } from "../refusal";
import { lookingFrom, peopleFor, type HoldReason, type LevelPeople, type PeopleFor } from "../routing";
import { joinWords } from "../words";
import { evolve } from "./evolve";
import { alreadyGiven, decidedElsewhere } from "./repeated";
import { activeHolds, openSeats } from "./status";
import { timesOf } from "./time";
import type { DecideContext, DocumentEvent, DocumentState, LevelState } from "./types";

export const no = (code: string, message: string, path?: string): Result<never> => ({
  ok: false,
  refusals: [refuse(code, message, path)],
});
export const done = (events: DocumentEvent[]): Result<DocumentEvent[]> => ({ ok: true, value: events });

export function fold(state: DocumentState, events: readonly DocumentEvent[], at: string): DocumentState {
  return events.reduce((before, event) => evolve(before, event, at), state);
}

/** The version of the policy that a document goes under. */
export function versionFor(state: DocumentState, context: DecideContext): PolicyVersion | undefined {
  const policy = state.route?.policy;
  return policy ? context.versionOf(policy.id, policy.version) : undefined;
}

/** What follows a fresh route at once: the policy's holds, then approval where none is needed, holds where it cannot go on, else the first stage. */
export function start(state: DocumentState, events: DocumentEvent[], context: DecideContext): DocumentEvent[] {
  const begun = [...events, ...placeByPolicy(fold(state, events, context.at), context)];
  const after = fold(state, begun, context.at);
  const routed = after.route!;
  if (routed.outcome === "no approval needed") return [...begun, ...approve(after, "no approval needed", context)];
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
  const looking = lookingFrom(state.document, context.routing);
  return place(state, holdsOfPolicy(version.policy, state.document, looking, known), context.actor);
}

/** Opens the next stage when the one before is complete, or approves the document after the last. */
export function advance(state: DocumentState, context: DecideContext): DocumentEvent[] {
  const undone = state.levels.filter((level) => level.status === "not yet" || level.status === "open");
  if (undone.length === 0)
    return someoneApproved(state) ? approve(state, whyApproved(state), context) : nobody(state, context);
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
  return opened.length > 0 && !left ? [...opened, ...advance(after, context)] : opened;
}

/** Whether anybody approved at all: levels that are passed over on the way can leave none, and that never approves a document. */
function someoneApproved({ levels }: DocumentState): boolean {
  return levels.some((level) => level.counts || (!level.kind && ["approved", "lapsed"].includes(level.status)));
}

function nobody(state: DocumentState, context: DecideContext): DocumentEvent[] {
  const reason = "Every level was passed over, so nobody has approved it";
  return place(state, [ofRouting({ code: "no approving level", reason })], context.actor);
}

function whyApproved({ levels }: DocumentState): string {
  if (levels.some((level) => level.counts) && !levels.some((level) => level.status === "approved"))
    return "the requester’s own limit covers it, which the policy counts as the approval";
  const lapsed = levels.filter((level) => level.status === "lapsed").map((level) => level.name);
  if (lapsed.length === 0) return "every required level has approved";
  return `${joinWords(lapsed, "and")} did not answer in time and ${lapsed.length === 1 ? "counts" : "count"} as approved by lapse of time`;
}

/** The document is approved: holds that wait for that are released, and the steps after it begin. */
function approve(state: DocumentState, because: string, context: DecideContext): DocumentEvent[] {
  const policy = versionFor(state, context)?.policy;
  const events: DocumentEvent[] = [{ type: "approved", data: { because } }];
  const keeps = (rule: number | null) => rule === null || (policy?.holds[rule]?.keeps ?? false);
  const release = activeHolds(state).filter((hold) => hold.kind === "policy" && !keeps(hold.rule));
  events.push(...release.map((hold) => released(hold, "approval", null, "it was approved")));
  const steps = policy?.afterApproval.map(({ kind, note }) => ({ kind, note })) ?? [];
  if (steps.length > 0) events.push({ type: "steps begun", data: { steps } });
  return events;
}

/** The people of a level are looked up again when it opens; the route only foretold them. A check opens and answers at once. */
function open(state: DocumentState, level: LevelState, context: DecideContext): DocumentEvent[] {
  const found = levelOf(state, level.level, context);
  if (!found) {
    const { version } = state.route!.policy!;
    const reason = `${level.name}: version ${version} of the policy cannot be found`;
    return place(state, [ofRouting({ code: "no eligible approver", reason, level: level.level })], context.actor);
  }
  const people = peopleNow(state, found, context);
  if (people.passed) {
    const data = { level: level.level, because: people.passed, ...(people.counts && { counts: true as const }) };
    return [{ type: "level passed over", data }];
  }
  if (people.blocked) {
    const reason = `${level.name}: ${people.blocked}`;
    return place(state, [ofRouting({ code: "no eligible approver", reason, level: level.level })], context.actor);
  }
  const opened = openedBy(found, level, people, context);
  if (found.kind === "check") return [opened, ...verify(state, found, context)];
  return [opened, ...alreadyGiven(fold(state, [opened], context.at), found, versionFor(state, context)!)];
}

/** The people a level asks now, under the rules of the document's policy for the requester's own levels and for who stands at two. */
export function peopleNow(state: DocumentState, level: Level, context: DecideContext): PeopleFor {
  const { policy } = versionFor(state, context)!;
  const amount = state.route!.measured?.compared ?? null;
  const routing = { ...context.routing, at: context.at };
  return peopleFor(policy, level, state.document, amount, routing, decidedElsewhere(state, level.id));
}

/** The people of the level are asked: all at once, or where the next of them is asked when these are late, no more than are needed. */
function openedBy(found: Level, level: LevelState, people: LevelPeople, context: DecideContext): DocumentEvent {
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
  const times = timesOf(found, asked, context.at, context.routing.directory);
  return { type: "level opened", data: { level: level.level, needed, pool, ...byTurns, ...times } };
}

export function levelOf(state: DocumentState, id: string, context: DecideContext): Level | undefined {
  return versionFor(state, context)
    ?.policy.sections.find((one) => one.id === state.route!.section!.id)
    ?.levels.find((one) => one.id === id);
}

/** What a check finds: it passes, or the document is held until what it found is mended. */
export function verify(state: DocumentState, level: Level, context: DecideContext): DocumentEvent[] {
  const looking = lookingFrom(state.document, context.routing);
  const wrong = (level.checks ?? []).flatMap((check) => wrongBy(check, state.document, looking));
  const standing = activeHolds(state).find((hold) => hold.kind === "check" && hold.level === level.id);
  if (wrong.length > 0) {
    const reason = `${level.name}: ${wrong.join("; ")}`;
    if (standing?.reason === reason) return [];
    const hold: PlacedHold = {
      kind: "check",
      code: "papers or fields missing",
      reason,
      blocks: ["approval"],
      level: level.id,
      rule: null,
    };
    const replaced = standing ? [released(standing, "cause gone", null, "something else is missing now")] : [];
    return [...replaced, ...place(fold(state, replaced, context.at), [hold], context.actor)];
  }
  return [
    ...(standing ? [released(standing, "cause gone", null, "nothing is missing any more")] : []),
    { type: "check passed", data: { level: level.id, found: sayChecks(level.checks ?? []) } },
    { type: "level approved", data: { level: level.id } },
  ];
}

function wrongBy(check: Check, document: AnyDocument, looking: ReturnType<typeof lookingFrom>): string[] {
  const type = documentType(document.documentType);
  if (check.kind === "totals")
    return type
      .remarks(document, looking)
      .filter((remark) => remark.code === "arithmetic")
      .map((remark) => remark.text);
  if (check.kind === "paper") return hasPaper(document, check.name) ? [] : [`“${check.name}” is not attached`];
  const facts = type.facts(document, looking);
  return check.fields.flatMap((key) => {
    const value = facts[key];
    const empty = value === null || value === undefined || value === "" || (Array.isArray(value) && value.length === 0);
    return empty ? [`${type.fields.find((field) => field.key === key)?.label ?? key} is not filled in`] : [];
  });
}

/** A paper is known by the name under which it was put with those required, else by its file's name. */
function hasPaper(document: AnyDocument, name: string): boolean {
  const plain = (text: string) => text.toLocaleLowerCase("en").replace(/[^\p{L}\p{N}]+/gu, " ");
  const named = "papers" in document ? document.papers.filter((one) => plain(one.name) === plain(name)) : [];
  return (
    named.some((one) => document.attachments.some((paper) => paper.hash === one.hash)) ||
    document.attachments.some((paper) => plain(paper.name).includes(plain(name)))
  );
}

function sayChecks(checks: readonly Check[]): string {
  const said = checks.map((check) =>
    check.kind === "totals"
      ? "the totals add up"
      : check.kind === "paper"
        ? `“${check.name}” is attached`
        : "the fields are filled in",
  );
  return joinWords(said, "and") || "nothing to verify";
}

export function ofRouting(hold: HoldReason): PlacedHold {
  const { code, reason, level = null } = hold;
  return { kind: "routing", code, reason, blocks: ["approval", "send"], level, rule: null };
}

/** Holds get the next free numbers of the document. */
export function place(state: DocumentState, holds: readonly PlacedHold[], by: string): DocumentEvent[] {
  return holds.map((hold, index) => ({
    type: "hold placed",
    data: { ...hold, id: `h${state.holds.length + index + 1}`, by },
  }));
}

export function released(
  hold: { id: string; code: string },
  how: ReleasedHow,
  by: string | null,
  because: string,
): DocumentEvent {
  return { type: "hold released", data: { id: hold.id, code: hold.code, how, by, because } };
}

/** Releases what holds the document, or those of some kinds alone. */
export function releaseAll(
  state: DocumentState,
  because: string,
  kinds: readonly string[] = ["routing", "check", "policy", "by hand"],
): DocumentEvent[] {
  return activeOf(state.holds)
    .filter((hold) => kinds.includes(hold.kind))
    .map((hold) => released(hold, "document", null, because));
}
