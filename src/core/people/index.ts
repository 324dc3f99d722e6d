/** People, units, positions, groups, limits and stand-ins at one moment; who an approver rule names and why not everybody of them may decide. */
export { HolderSchema, IdSchema, LimitSchema, OwnerSchema, RoleSchema, StandInSchema } from "./schema";
export type {
  AuthorityLimit,
  Holder,
  Limit,
  Organisation,
  Owner,
  PeopleGroup,
  Person,
  Position,
  Role,
  StandIn,
  Unit,
} from "./schema";
export { OrganisationSchema } from "./organisation";
export { brokenReferences } from "./references";
export type { OrganisationProblem, Problem } from "./references";
export { directoryOf } from "./directory";
export type { Directory } from "./directory";
export { circleOf, coversType, inEffect } from "./stand-ins";
export { coverage, sayHolder, sayLimit } from "./limits";
export type { Compared, Coverage, LimitReason } from "./limits";
export type { CandidateReason, ExclusionReason, GapReason } from "./reasons";
export { ApproverRuleSchema } from "./approver-rules";
export type { ApproverRule, RuleKind } from "./approver-rules";
export { actorsFor, lastDayBefore, principalsOf, tookOverFrom } from "./actors";
export type { Candidate, Excluded, Subject } from "./actors";
export { mostDeciders, whoMayDecide } from "./resolve";
export type { Resolved } from "./resolve";
export { isAddress, personCalled } from "./called";
export { byRule } from "./approver-rules";
export type { AskedFor, Covered, Referred } from "./approver-rules";
