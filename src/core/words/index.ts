/** The sentences for people, made of reasons and ids: the one place where wording is. Nothing that is stored, hashed or compared comes from here. */
export { namesOf, policiesOf } from "./names";
export type { About, Names } from "./names";
export { sayBy, speak, speakThrough } from "./wording";
export type { Wording } from "./wording";
export { sayCandidate, sayCoverage, sayEligibility, sayGapOf, sayWhyCandidate } from "./people";
export { sayNotName, sayNotReady } from "./policies";
export { sayMatch, sayRemark, sayRuleSubject } from "./remarks";
export {
  sayBlocked,
  sayCause,
  sayConsidered,
  sayHeld,
  sayLevelReason,
  sayMeasured,
  sayMeasureName,
  sayRouteBand,
} from "./routes";
export { sayFinding } from "./findings";
export type { SaidFinding } from "./findings";
export { sayCase } from "./boundary";
export { AFTER_APPROVAL, BLOCKS } from "./policy-settings";
export { policyDifferences } from "./policy-difference";
export type { PolicyDifference } from "./policy-difference";
export * from "./aloud";
