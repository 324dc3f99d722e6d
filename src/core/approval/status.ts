import type { DocumentState, LevelState } from "./types";

/** The holds that are on a document now. */
export function activeHolds(state: DocumentState): DocumentState["holds"] {
  return state.holds.filter((hold) => hold.releasedAt === null);
}

/** Cleared: approved, and nothing holds it. */
export function isCleared(state: DocumentState): boolean {
  return state.status === "approved" && activeHolds(state).length === 0;
}

/** Those of a level's pool for whom nobody has decided yet; where they are asked in turn, the next of them alone. */
export function openSeats(level: LevelState): string[] {
  if (level.status !== "open") return [];
  const open = level.pool.filter((seat) => !level.decisions.some((one) => (one.inNameOf ?? one.by) === seat));
  return level.inTurn ? open.slice(0, 1) : open;
}

/** The levels that ask a person now: open, in the pool, not yet decided for them. Whether they can act, or who acts for them, is `seatFor`. */
export function levelsWaitingFor(state: DocumentState, person: string): LevelState[] {
  if (state.status !== "waiting") return [];
  return state.levels.filter((level) => openSeats(level).includes(person));
}
