/** Policies: their shape, bands, edits, versions, and how they read in plain words. */
export {
  BandSchema,
  LevelSchema,
  MarkSchema,
  PolicySchema,
  QuorumSchema,
  SectionSchema,
  ThresholdSchema,
} from "./schema";
export type { Band, Level, Mark, Policy, PolicyInput, Quorum, Section, Threshold } from "./schema";
export { bandEdges, bandOf, boundaryAmounts, cutOf } from "./bands";
export { sayBand, sayChain, sayRange, saySection, sayStake, sayWho, stagesOf } from "./words";
export * as edit from "./edit";
export { notCarriedOut, openBands, readPolicy, whyNotReady } from "./ready";
export { contentHash, inForceAt, versionState } from "./version";
export type { PolicyVersion, VersionState } from "./version";
