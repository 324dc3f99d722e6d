/** Policies: their shape, bands, edits, versions, and how they read in plain words. */
export { ThresholdSchema, bandEdges, bandOf, boundaryAmounts, cutOf } from "./bands";
export type { Threshold } from "./bands";
export {
  AfterApprovalSchema,
  BandSchema,
  CheckSchema,
  LevelSchema,
  MarkSchema,
  PolicySchema,
  QuorumSchema,
  SectionSchema,
  dateFields,
} from "./schema";
export type { Band, Check, Level, Mark, Policy, PolicyInput, Quorum, Reminder, Section, TimeLimit } from "./schema";
export { vocabularyIn } from "./vocabulary";
export { PlaceSchema, sayPlace } from "./place";
export type { Place } from "./place";
export { appliesTo, claimTheSame, outsideScope, sayScope } from "./scope";
export type { ScopeReason } from "./scope";
export {
  AFTER_APPROVAL,
  BLOCKS,
  sayAfterApproval,
  sayMessages,
  sayReaders,
  sayEdits,
  sayHold,
  sayLevelDetails,
  sayPartySigns,
  sayRepeated,
  saySelfApproval,
} from "./settings-words";
export { StoppedOrdersSchema, sayStoppedOrders } from "./stopped-orders";
export type { StoppedOrdersRule } from "./stopped-orders";
export { differencesOf } from "./difference";
export type { Difference } from "./difference";
export { lettersApart, policyId, suggestName, whyNotName } from "./names";
export type { NameReason } from "./names";
export {
  sayBand,
  sayChain,
  sayChecks,
  sayDuration,
  sayRange,
  saySection,
  sayThreshold,
  sayTimeLimit,
  sayWho,
  stagesOf,
} from "./words";
export * as edit from "./edit";
export * as editSections from "./edit-sections";
export { notCarriedOut, openBands, readPolicy, whyNotReady } from "./ready";
export type { NotReady, NotReadyReason } from "./ready";
export { contentHash, inForceAt, isOver, isReviewed, rivalOf, switchesAfter, termsOf, versionState } from "./version";
export type { Comment, PolicyVersion, Reason, Term, VersionState } from "./version";
