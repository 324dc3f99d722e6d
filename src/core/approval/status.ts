import { documentType, type AnyDocument, type RefusedPart } from "../documents";
import { activeOf, blockingHolds } from "../holds";
import type { DocumentState, LevelState } from "./types";

/** The holds that are on a document now. */
export function activeHolds(state: Pick<DocumentState, "holds">): DocumentState["holds"] {
  return activeOf(state.holds);
}

/** Cleared: approved, and no hold blocks anything. */
export function isCleared(state: DocumentState): boolean {
  return state.status === "approved" && blockingHolds(state.holds).length === 0;
}

/** Whether some level counts as approved although nobody answered: a weakness that is shown wherever the document is. */
export function hasLapsed(state: Pick<DocumentState, "levels">): boolean {
  return state.levels.some((level) => level.status === "lapsed");
}

/** How many different people have approved at a level. */
export function approvalsIn({ decisions }: Pick<LevelState, "decisions">): number {
  return new Set(decisions.filter((one) => one.outcome === "approve").map((one) => one.by)).size;
}

/** What was refused of a document; nothing of most. */
export function refusedOf(state: Pick<DocumentState, "refused">): readonly RefusedPart[] {
  return state.refused ?? [];
}

/** The document as it was last sent in, whatever has been kept of its correction since: by this it is told what stood in it and what was refused of it. */
export function lastSent({ document, sentAs }: Pick<DocumentState, "document" | "sentAs">): AnyDocument {
  return sentAs ?? document;
}

/** The document as it was sent, with the papers that came later. */
export function documentOf({ document, supplied }: Pick<DocumentState, "document" | "supplied">): AnyDocument {
  return supplied ? (documentType(document.documentType).linePapers?.with(document, supplied) ?? document) : document;
}

/** The same without what was refused of it: what is paid, ordered or applied. */
export function acceptedOf(state: Pick<DocumentState, "document" | "refused" | "supplied">): AnyDocument {
  return documentType(state.document.documentType).without(documentOf(state), refusedOf(state));
}

/** Those of a level's pool for whom nobody has decided yet; where they are asked in turn, the next of them alone, and by turns, as many as are needed. */
export function openSeats(level: LevelState): string[] {
  if (level.status !== "open") return [];
  const open = level.pool.filter((seat) => !level.decisions.some((one) => (one.inNameOf ?? one.by) === seat));
  if (level.byTurns) {
    const approvals = level.decisions.filter((one) => one.outcome === "approve").length;
    return open.slice(0, Math.max(1, level.needed - approvals));
  }
  return level.inTurn ? open.slice(0, 1) : open;
}

/** The levels that ask a person now: open, in the pool, not yet decided for them. Whether they can act, or who acts for them, is `seatFor`. */
export function levelsWaitingFor(state: DocumentState, person: string): LevelState[] {
  if (state.status !== "waiting") return [];
  return state.levels.filter((level) => openSeats(level).includes(person));
}
