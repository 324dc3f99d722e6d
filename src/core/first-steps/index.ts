/** The first day of an organisation: what is done, what can be done now, and what waits for something else. */
export { firstSteps } from "./steps";
export type { FirstStep, SetUp, StepKey } from "./steps";
