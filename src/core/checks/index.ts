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
export { boundaryCases, rerun } from "./boundaries";
export type { BoundaryCase, RerunCase } from "./boundaries";
export { gaps, overlaps } from "./table";
export type { Box, Cell, Span, Table, TableColumn } from "./table";
export type { KnownNames } from "./names";
export { edgesOf } from "./edges";
export { MOST_MISSED, missedIn } from "./missed";
export type { Missed, MissedSet } from "./missed";
