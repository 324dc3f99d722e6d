/** Policies to begin with: one for each type of document, and one made of a few answers. None names people, a group or a position. */
export { STARTING_SET, startFrom } from "./policies";
export type { StartingPolicy } from "./policies";
export { AnswersSchema, APPROVER_CHOICES, policyFromAnswers } from "./guided";
export type { Answers, ApproverChoice } from "./guided";
export { decidedBeside, reportingToNobody } from "./nobody-above";
export { ORGANISATION_KINDS, isBrought, listsToBegin, organisationKinds, policiesOf } from "./kinds";
