import type { Route } from "../routing";
import type { DocumentEvent, DocumentState, LevelState } from "./types";

/** What the levels of a document are after its route was made, made again, or reached into. */

/** The levels of a route as they stand before anybody is asked. */
export function levelsOf(route: Route): LevelState[] {
  return route.levels.map((level) => ({
    level: level.level,
    name: level.name,
    stage: level.stage,
    status: level.outcome === "required" ? "not yet" : level.outcome,
    needed: level.needed,
    refusal: level.refusal,
    commentOn: level.commentOn,
    ...(level.kind && { kind: level.kind }),
    ...(level.checklist && { checklist: level.checklist }),
    ...(level.counts && { counts: true as const }),
    pool: [],
    ...(level.inTurn && { inTurn: true as const }),
    decisions: [],
    openedAt: null,
    closedAt: null,
  }));
}

/**
 * The levels after an edit: those that begin again are as the new route has them, the others keep what was decided. A check looks again, approvers who were
 * added and levels that were chosen stay while what they belong to does, and no level is open before an earlier one.
 * @param again levels that begin again
 * @param anew levels that keep what was decided, and whose people are looked up again
 */
export function levelsAfter(
  state: DocumentState,
  route: Route,
  again: readonly string[],
  anew: readonly string[],
): LevelState[] {
  const carried = levelsOf(route).map((fresh): LevelState => {
    const before = state.levels.find((one) => one.level === fresh.level);
    if (!before || again.includes(fresh.level) || fresh.kind === "check" || fresh.status === "told") return fresh;
    if (before.notChosenAt && !again.includes(before.notChosenAt)) return before;
    const decided = before.status === "approved" || before.status === "lapsed";
    if (decided) return before;
    if (fresh.status !== "not yet") return isHandedOn(before) && isOfRequester(route, fresh) ? before : fresh;
    const begun = before.status === "open" || before.decisions.length > 0;
    return begun ? (anew.includes(fresh.level) ? paused(before) : before) : fresh;
  });
  const levels = carried.flatMap((level) => [...addedBefore(state, level, again), level]);
  const first = Math.min(
    ...levels.filter((one) => one.status === "not yet" || one.status === "open").map((one) => one.stage),
  );
  return levels.map((level) => (level.status === "open" && level.stage > first ? paused(level) : level));
}

/** Open, and with somebody whom an event has brought to it: they were asked, and go on being asked. */
function isHandedOn({ status, moved }: LevelState): boolean {
  return status === "open" && (moved?.length ?? 0) > 0;
}

/** Passed over since its rule names nobody but those whose document it is, and not since it has no part in what the document now is. */
function isOfRequester({ levels }: Route, { level }: LevelState): boolean {
  return levels.some((one) => one.level === level && one.outcome === "passed over" && one.candidates.length > 0);
}

/** Approvers who were added before a level, which still needs them while it is to be decided itself. */
function addedBefore(state: DocumentState, level: LevelState, again: readonly string[]): LevelState[] {
  if (level.status === "passed over" || level.status === "told") return [];
  return state.levels
    .filter((one) => one.added?.before === level.level)
    .map((one) => (again.includes(one.level) ? { ...paused(one), decisions: [] } : one));
}

/** A level that waits again: what was decided stays, whom it asks and by when is worked out when it opens. */
function paused(level: LevelState): LevelState {
  const { due: _, timers: __, overdueAt: ___, moved = [], byTurns: ____, ...rest } = level;
  // Whoever decided after it was handed to them was asked all the same.
  const kept = moved.filter(({ seat }) => level.decisions.some((one) => (one.inNameOf ?? one.by) === seat));
  return { ...rest, status: "not yet", pool: [], openedAt: null, closedAt: null, ...(kept.length && { moved: kept }) };
}

/** Half a stage before the level that waits for it, which opens again afterwards. */
export function withAdded(
  state: DocumentState,
  data: Extract<DocumentEvent, { type: "approver added" }>["data"],
  at: string,
): LevelState[] {
  const { level, name, before, person, by } = data;
  const waits = state.levels.find((one) => one.level === before)!;
  const added: LevelState = {
    level,
    name,
    stage: waits.stage - 0.5,
    status: "open",
    needed: 1,
    refusal: "first ends",
    commentOn: ["decline", "sendBack"],
    pool: [person],
    added: { by, before, person },
    decisions: [],
    openedAt: at,
    closedAt: null,
  };
  return state.levels.flatMap((one) => (one.level === before ? [added, paused(one)] : [one]));
}

/** Levels as the route has them, for those to which a document was sent back and all after them; whoever was added to them is not asked again. */
export function levelsReturned(state: DocumentState, again: readonly string[]): LevelState[] {
  const fresh = levelsOf(state.route!);
  return state.levels.flatMap((level) => {
    if (!again.includes(level.level)) return [level];
    return fresh.find((one) => one.level === level.level) ?? [];
  });
}
