/** How long decisions take: documents of the past come in again, people answer as fast as they have, time limits run out. */
export { ASKING, answersOf } from "./answers";
export type { Answer, Asking } from "./answers";
export { arrivalsOf } from "./arrivals";
export type { Arrivals, Group } from "./arrivals";
export type { Estimate } from "./estimate";
export { USUAL_INTEREST } from "./payment-terms";
export type { Paying, Terms } from "./payment-terms";
export { ENOUGH_ANSWERS, USUAL_RESPONSE } from "./people-times";
export { simulated } from "./simulate";
export type { Simulated, Simulating, Times } from "./simulate";
