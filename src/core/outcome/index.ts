/** What became of a document after it was decided: as facts, and as sentences. */
export type { Named, Outcome } from "./types";
export { sayOutcome } from "./words";
export type { SaidOutcome } from "./words";
