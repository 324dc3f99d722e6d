/** Past documents under thresholds: the tide, the figures at the foot of each band. */
export { bandFigures, figuresOfBands, histogram, nextRound, distributionOf } from "./amount-distribution";
export type { BandFigures, Bin, FiguresOfBand, AmountDistribution } from "./amount-distribution";
export { caughtBy, valueOf } from "./past";
export type { Caught, PastDocument } from "./past";
export { bunchingUnder } from "./bunching";
export type { Bunching } from "./bunching";
