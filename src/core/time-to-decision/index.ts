/** How long decisions take: documents of the past come in again, people answer as fast as they have, time limits run out. */
export { ANSWERS, ASKING, answersOf } from "./answers";
export type { Answer, Asking } from "./answers";
export type { Group } from "./arrivals";
export type { Estimate } from "./estimate";
export { foretold, timesOf } from "./rehearsed";
export type { Course, Foretold, Prediction, TimedWith, Timing } from "./rehearsed";
export { USUAL_INTEREST, isPaid } from "./payment-terms";
export { ENOUGH_ANSWERS } from "./people-times";
export type { Simulated, Times } from "./simulate";
