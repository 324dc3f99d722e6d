/** Past documents under thresholds: how their amounts are spread, the figures of each band. */
export { bandFigures, bandWorkload, histogram, nextRound, distributionOf } from "./amount-distribution";
export type { BandFigures, Bin, BandWorkload, AmountDistribution } from "./amount-distribution";
export { caughtBy, valueOf } from "./past";
export type { Caught, PastDocument } from "./past";
export { bunchingUnder } from "./bunching";
export type { Bunching } from "./bunching";
