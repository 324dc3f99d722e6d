/** Persons, units, groups and reporting lines; who an approver rule names and why not everybody of them may decide. */
export { GroupSchema, IdSchema, OrganisationSchema, PersonSchema, RoleSchema, UnitSchema } from "./schema";
export type { Organisation, PeopleGroup, Person, Role, Unit } from "./schema";
export { directoryOf, isActive } from "./directory";
export type { Directory } from "./directory";
export { ApproverRuleSchema, isCarriedOut } from "./rules";
export type { ApproverRule, RuleKind } from "./rules";
export { resolveApprovers } from "./resolve";
export type { Candidate, Resolved, Subject } from "./resolve";
export { sayCandidate, sayRule } from "./words";
