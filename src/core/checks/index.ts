/** What is wrong with a policy before it is in force: proofs, worked examples, what would mend it; and the amounts worth testing. */
export { checkPolicy, uncovered } from "./check";
export type { CheckContext } from "./check";
export { keyOf, mend, whyOf } from "./finding";
export type { Finding, Mend, Weight } from "./finding";
export type {
  DeadEndHelp,
  DeadEndReason,
  FindingCode,
  FindingReason,
  LimitBehind,
  OwnerReason,
  StepReason,
  UnknownName,
} from "./reasons";
export { ALONE_SHARE } from "./reliance";
export { BoundaryCaseSchema, boundaryCases, rerun } from "./boundaries";
export type { BoundaryCase, RerunCase } from "./boundaries";
export { gaps, overlaps, wholeOf } from "./table";
export type { Box, Cell, Span, Table, TableColumn } from "./table";
export type { KnownNames } from "./names";
export { OPEN_BAND_FACTOR, edgesOf } from "./edges";
export { MOST_MISSED, missedIn } from "./missed";
export type { Missed, MissedSet } from "./missed";
