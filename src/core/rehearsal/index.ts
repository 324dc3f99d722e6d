/** Past documents under thresholds: how their amounts are spread, the figures of each band. */
export { bandFigures, bandWorkload, histogram, nextRound, distributionOf } from "./amount-distribution";
export type { BandFigures, Bin, BandWorkload, AmountDistribution } from "./amount-distribution";
export { caughtBy, valueOf } from "./past";
export type { Caught } from "./past";
export { converterByDay, pastDocumentOf, pastRoutable, withOwnConcerns } from "./past-document";
export type { PastDocument } from "./past-document";
export { columnsOf, pastAt } from "./columns";
export type { Columns } from "./columns";
export { outcomeOf } from "./outcome";
export type { Outcome } from "./outcome";
export type { OrganisationFrom } from "./periods";
export { replay } from "./replay";
export type { Replayed, Under } from "./replay";
export { bunchingUnder } from "./bunching";
export type { Bunching } from "./bunching";
