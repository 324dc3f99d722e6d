/** Past documents under thresholds: the tide, the figures at the foot of each band. */
export { approvalsOf, bandFigures, countUnder, feet, histogram, nextRound, tideOf } from "./tide";
export type { BandFigures, Bin, Foot, Tide } from "./tide";
export { caughtBy, valueOf } from "./past";
export type { Caught, PastDocument } from "./past";
export { crowds } from "./crowd";
export type { Crowd } from "./crowd";
