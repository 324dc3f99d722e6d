/** Policies: their shape, bands, edits and versions. */
export { ThresholdSchema, bandEdges, bandOf, boundaryAmounts, cutOf, stagesOf } from "./bands";
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
export { PlaceSchema } from "./place";
export type { Place } from "./place";
export { appliesTo, claimTheSame, outsideScope } from "./scope";
export type { ScopeReason } from "./scope";
export { StoppedOrdersSchema } from "./stopped-orders";
export type { StoppedOrdersRule } from "./stopped-orders";
export { lettersApart, policyId, suggestName, whyNotName } from "./names";
export type { NameReason } from "./names";
export * as edit from "./edit";
export * as editSections from "./edit-sections";
export { notCarriedOut, openBands, readPolicy, whyNotReady } from "./ready";
export type { NotReady, NotReadyReason } from "./ready";
export { contentHash, inForceAt, isOver, isReviewed, rivalOf, switchesAfter, termsOf, versionState } from "./version";
export type { Comment, GivenReason, PolicyVersion, Reason, Term, VersionState } from "./version";
