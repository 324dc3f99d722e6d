/** The life of a document: commands in, events out, and the state they lead to. */
export { decide } from "./decide";
export { evolve } from "./evolve";
export { effectOfEdit } from "./revise";
export { isNamedToRelease, whyNotRelease } from "./holding";
export { nextStep, nextTry } from "./steps";
export { actorsOfSeat, levelsToDecide, seatFor } from "./seats";
export { acceptedOf, activeHolds, isCleared, levelsWaitingFor, openSeats, refusedOf } from "./status";
export type {
  DecideContext,
  Decision,
  DocumentCommand,
  DocumentEvent,
  DocumentState,
  DocumentStatus,
  DocumentView,
  EditEffect,
  LevelState,
  LevelStatus,
  Step,
  ToldEvent,
} from "./types";
