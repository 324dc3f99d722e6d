/** The life of a document: commands in, events out, and the state they lead to. */
export { decide } from "./decide";
export { evolve } from "./evolve";
export { effectOfEdit } from "./revise";
export { closingProof } from "./cover";
export { sayGap } from "./gap-words";
export { isNamedToRelease, whyNotRelease } from "./holding";
export { nextStep, nextTry } from "./steps";
export { choicesAt, earlierLevels } from "./speak";
export { SAYS, foretell } from "./foretell";
export type { Say } from "./foretell";
export { takersOf } from "./handing";
export type { Taker } from "./handing";
export { drawnIn, revisionHash } from "./signing";
export type { Drawn } from "./signing";
export { actorsOfSeat, levelsToDecide, seatFor } from "./seats";
export {
  acceptedOf,
  documentOf,
  activeHolds,
  hasLapsed,
  isCleared,
  levelsWaitingFor,
  openSeats,
  refusedOf,
} from "./status";
export { sayTogether, totalOf, whyNotAlike } from "./together";
export type { Together } from "./together";
export { calendarOf, timesOf } from "./time";
export type { Timer } from "./time";
export type {
  Basis,
  BoundFact,
  Channel,
  ClosingProof,
  CoveredHow,
  Gap,
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
  Question,
  Signature,
  Step,
  ToldEvent,
} from "./types";
