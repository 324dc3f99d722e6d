/** The life of a document: commands in, events out, and the state they lead to. */
export { decide } from "./decide";
export { evolve } from "./evolve";
export { actorsOfSeat, levelsToDecide, seatFor } from "./seats";
export { activeHolds, isCleared, levelsWaitingFor, openSeats } from "./status";
export type {
  DecideContext,
  Decision,
  DocumentCommand,
  DocumentEvent,
  DocumentState,
  DocumentStatus,
  DocumentView,
  Hold,
  LevelState,
  LevelStatus,
  ToldEvent,
} from "./types";
