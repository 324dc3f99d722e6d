import type { DocumentState, LevelState } from "./types";

/** The holds that are on a document now. */
export function activeHolds(state: DocumentState): DocumentState["holds"] {
  return state.holds.filter((hold) => hold.releasedAt === null);
}

/** Cleared: approved, and nothing holds it. */
export function isCleared(state: DocumentState): boolean {
  return state.status === "approved" && activeHolds(state).length === 0;
}

/** The levels that wait for a person's decision now: open, in the pool, not yet said. */
export function levelsWaitingFor(state: DocumentState, person: string): LevelState[] {
  if (state.status !== "waiting") return [];
  return state.levels.filter(
    (level) =>
      level.status === "open" &&
      level.pool.includes(person) &&
      !level.decisions.some((decision) => decision.by === person),
  );
}
