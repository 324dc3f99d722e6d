import type { Directory } from "../people";
import type { Level } from "../policy";
import { ownAmount, peopleAsked, subjectOf } from "../routing";
import type { Decided } from "./barred";
import { basisOf } from "./basis";
import { advance } from "./chain";
import { declined } from "./reach";
import { finishedOf } from "./filled";
import { openSeats } from "./status";
import type { OverdueReason } from "./reasons";
import { timesOf, type Timer } from "./time";
import type { DecideContext, DocumentCommand, DocumentEvent, DocumentState, LevelState } from "./types";
import { datesOf, done, fold, levelOf, routingOf } from "./under";

type Firing = Extract<DocumentCommand, { type: "fire timer" }>;

/**
 * What a timer does when its moment has come: it reminds, or what the policy says for a level that is overdue. Nothing at all when the level has been
 * decided, the timer was fired before, or its moment has been planned anew, so that a timer counts once however often it is fired.
 */
export function fireTimer(state: DocumentState, command: Firing, context: DecideContext): Decided<DocumentEvent[]> {
  const level = state.levels.find((one) => one.level === command.level);
  const timer = level?.timers?.[command.timer];
  const idle = state.status !== "waiting" || level?.status !== "open" || !timer || timer.firedAt;
  if (idle || timer.at !== command.planned || context.at < timer.at) return done([]);
  const { directory } = context.routing;
  const asked = openSeats(level);
  const fired = { level: level.level, timer: command.timer, planned: timer.at };
  if (timer.kind === "reminder") {
    const to = remindedBy(timer, asked, directory);
    const late = level.due !== undefined && timer.at > level.due;
    return done([{ type: "reminded", data: { ...fired, to: [...new Set(to)], asked, late } }]);
  }
  const rule = levelOf(state, level.level, context);
  return done(rule ? overdue(state, level, rule, fired, context) : []);
}

function remindedBy({ to, person }: Timer, asked: readonly string[], directory: Directory): readonly string[] {
  if (to === "manager") return asked.flatMap((one) => directory.lineUp(one)[0]?.id ?? []);
  return to === "person" ? (person ? [person] : []) : asked;
}

type Fired = { level: string; timer: number; planned: string };

function overdue(
  state: DocumentState,
  level: LevelState,
  rule: Level,
  fired: Fired,
  context: DecideContext,
): DocumentEvent[] {
  const late = (why: OverdueReason): DocumentEvent => ({
    type: "level overdue",
    data: { ...fired, effect: rule.overdue, asked: openSeats(level), why },
  });
  switch (rule.overdue) {
    case "wait":
      return [late({ code: "goes on waiting" })];
    case "decline":
      return [late({ code: "declined by the policy" }), ...declined(state, level)];
    case "approve by lapse": {
      const basis = basisOf(state, context);
      const lapsed: DocumentEvent = { type: "level lapsed", data: { ...fired, asked: openSeats(level), basis } };
      return [lapsed, ...advance(fold(state, [lapsed], context.at), context)];
    }
    default: {
      const next = passTo(state, level, rule, context);
      if ("code" in next) return [late(next)];
      const asked = openSeats({ ...level, ...next });
      const { directory } = context.routing;
      const times = timesOf(rule, asked, context.at, directory, datesOf(state, context));
      const data = { ...fired, effect: rule.overdue, from: openSeats(level), ...next, ...times };
      return [{ type: "level passed on", data }];
    }
  }
}

type Passed = { pool: string[]; needed: number };

/** Who is asked instead of those who have not answered, and how many of them must approve; or why nobody can be. */
function passTo(state: DocumentState, level: LevelState, rule: Level, context: DecideContext): Passed | OverdueReason {
  const silent = openSeats(level);
  const answered = level.pool.filter((seat) => level.decisions.some((one) => (one.inNameOf ?? one.by) === seat));
  const approvals = level.decisions.filter((one) => one.outcome === "approve").length;
  const { directory } = context.routing;
  if (rule.overdue === "next in pool") {
    const pool = level.pool.filter((seat) => !silent.includes(seat));
    const left = pool.length - answered.length;
    return left >= level.needed - approvals ? { pool, needed: level.needed } : { code: "nobody left to ask" };
  }
  const named = rule.overdue === "named person" ? [rule.overduePerson ?? ""] : managersOf(silent, directory);
  const able = named.filter((person) => !answered.includes(person) && canBeAsked(state, person, context));
  const later = level.pool.filter((seat) => !answered.includes(seat) && !silent.includes(seat));
  const pool = [...new Set([...answered, ...able, ...later])];
  if (able.length === 0)
    return named.length > 0 ? { code: "cannot decide", values: { people: named } } : { code: "nobody above" };
  // Those who are asked now stand for all who were silent, so no more approvals are needed than they can give.
  return { pool, needed: Math.min(level.needed, approvals + pool.length - answered.length) };
}

/** The nearest manager of each who could be asked at all; whoever is silent themselves is passed by. */
function managersOf(silent: readonly string[], directory: Directory): string[] {
  return silent.flatMap((person) => directory.lineUp(person).find((one) => !silent.includes(one.id))?.id ?? []);
}

function canBeAsked(state: DocumentState, person: string, context: DecideContext): boolean {
  const subject = subjectOf(finishedOf(state), ownAmount(state.route?.measured), routingOf(state, context));
  const rule = { approvers: { kind: "people" as const, people: [person] }, quorum: { kind: "one" as const } };
  return !peopleAsked(rule, subject, context.routing.directory, context.at).blocked;
}
