/** Policies: their shape, bands, edits and versions. */
export { bandEdges, bandOf, boundaryAmounts, cutOf, stagesOf } from "./bands";
export type { Threshold } from "./bands";
export { LevelSchema, PolicySchema, QuorumSchema } from "./schema";
export type { Band, Check, Level, Mark, Policy, PolicyInput, Quorum, Reminder, Section, TimeLimit } from "./schema";
export { dateFields, fieldsIn, knownIn, peopleFieldsIn, vocabularyIn } from "./vocabulary";
export { askedToFill, wantsMore } from "./fills";
export { PlaceSchema, hasPlace } from "./place";
export type { Place } from "./place";
export { appliesTo, claimTheSame, outsideScope } from "./scope";
export type { ScopeReason } from "./scope";
export { StoppedOrdersSchema } from "./stopped-orders";
export type { StoppedOrdersRule } from "./stopped-orders";
export { policyId, whyNotName } from "./names";
export type { NameReason } from "./names";
export * as edit from "./edit";
export * as editSections from "./edit-sections";
export { notCarriedOut, openBands, readPolicy, whyNotReady } from "./ready";
export type { NotReady, NotReadyReason } from "./ready";
export { endedFields, fieldsNamedBy, ownFieldsNamedBy } from "./ready-fields";
export {
  allInForceAt,
  contentHash,
  inForceAt,
  isOver,
  isReviewed,
  rivalOf,
  switchesAfter,
  versionState,
} from "./version";
export type { Comment, GivenReason, PolicyVersion, Reason, Term, VersionState } from "./version";
