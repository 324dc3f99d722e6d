/** The life of a document: commands in, events out, and the state they lead to. */
export { decide } from "./decide";
export { evolve } from "./evolve";
export { effectOfEdit } from "./revise";
export type { AlikeReason, Barred, BarredReason, Before, Decided } from "./barred";
export { closingProof } from "./cover";
export { isNamedToRelease, whyNotRelease } from "./holding";
export { REASON_LISTS } from "./listed";
export type { Reasoned } from "./listed";
export { nextStep, nextTry } from "./steps";
export { choicesAt, earlierLevels } from "./decide-level";
export { askedAt, filledOf, filledValues, finishedOf, linesLeft, withFilled } from "./filled";
export type { Asked, Filled } from "./filled";
export { SAYS, foretell } from "./foretell";
export type { Foretold, Say } from "./foretell";
export type {
  ApprovedReason,
  WayReason,
  OverdueReason,
  PassedOverReason,
  SetValue,
  StepDone,
  StepResult,
} from "./reasons";
export { takersOf } from "./handing";
export type { Taker } from "./handing";
export { drawnIn, revisionHash } from "./signing";
export type { Drawn } from "./signing";
export { actorsOfSeat, levelsToDecide, seatFor } from "./seats";
export {
  acceptedOf,
  documentOf,
  activeHolds,
  approvalsIn,
  hasLapsed,
  isCleared,
  lastSent,
  levelsWaitingFor,
  openSeats,
  refusedOf,
} from "./status";
export { totalOf, whyNotAlike } from "./together";
export type { Together } from "./together";
export { calendarOf, timesOf } from "./time";
export type { Timer } from "./time";
export type { BoundFact, Gap } from "./gap";
export type {
  Basis,
  Channel,
  ClosingProof,
  CoveredHow,
  DecideContext,
  Decision,
  DocumentCommand,
  DocumentEvent,
  DocumentState,
  DocumentView,
  EditEffect,
  LevelState,
  LevelStatus,
  Question,
  Signature,
  SignatureMethod,
  Step,
  ToldEvent,
} from "./types";
