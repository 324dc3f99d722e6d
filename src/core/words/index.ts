/** The sentences for people, made of reasons and ids: the one place where wording is. Nothing that is stored, hashed or compared comes from here. */
export { IDS, namesOf, namesOfEntries, policiesOf } from "./names";
export type { About, Names } from "./names";
export { aloud, sayBy, speak, speakThrough } from "./wording";
export type { Wording } from "./wording";
export { sayCandidate, sayCoverage, sayEligibility, sayGapOf, sayWhyCandidate } from "./people";
export { sayNotName } from "./policies";
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
export { sayHistory } from "./histories";
export type { SaidFinding } from "./findings";
export {
  EFFECT_WORDS,
  rehearsalNames,
  sayAsked,
  sayAskedOtherwise,
  sayBandsKept,
  sayInTheWay,
  sayRehearsed,
  sayShareExactly,
} from "./rehearsal";
export type { RehearsalNames } from "./rehearsal";
export { sayDays, sayRuns, sayTimes } from "./time-to-decision";
export {
  CHANGE_WORDS,
  SETTING_WORDS,
  byGravity,
  kindOfChanges,
  sayArea,
  sayChanges,
  sayExample,
} from "./difference-in-effect";
export type { ComparedVersions } from "./difference-in-effect";
export { sayCase } from "./boundary";
export { AFTER_APPROVAL, BLOCKS } from "./policy-settings";
export { policyDifferences } from "./policy-difference";
export type { PolicyDifference } from "./policy-difference";
export * from "./aloud";
export { isRefusedCode, refuse, refused, sayKept } from "./refusals";
export type { RefusedCode, RefusedValues } from "./refusals";
export { SCOPES } from "./scopes";
export { DUTY_WORDS, sayConflict } from "./duties";
export { sayWhyNot } from "./payments";
export { sayNoAmount } from "./amounts";
export { INTAKE_COLUMN_WORDS } from "./intake-columns";
export { sayCell, sayNotEdited } from "./organisation";
export { differencesOf, namesIn, sayEntry } from "./people-changes";
export type { Difference, EntryNames } from "./people-changes";
export { ATTRIBUTE_WORDS, LIST_WORDS, listName, namesOfLists, sayOwned } from "./list-names";
export { sayOwnWrong } from "./own-fields";
export {
  FIELD_KINDS,
  nameOfHolder,
  namesOfFields,
  sayFieldName,
  sayLimits,
  sayOwnValues,
  saySeen,
  saySeenBy,
  sayTaken,
} from "./field-names";
export type { FieldNames } from "./field-names";
export { sayGiven, sayListCell, sayListColumn, sayPick } from "./lists";
export { sayChange, sayField, sayLabel, sayMissing, sayShown, sayWhich } from "./shown";
export type { SaidChange } from "./shown";
export { sayIntake, sayUnread } from "./intake";
export { sayNoCondition, sayReadLoss, sayTableProblem } from "./tables";
export { sayLoss } from "./losses";
export { sayNotTemplate } from "./templates";
export { figuresTable } from "./lookout-figures";
export { sayOnDocument } from "./lookout-on-document";
export { howWorked } from "./lookout-how";
export type { HowWorked, SaidSetting } from "./lookout-how";
export { FINDING_STATE_WORDS, QUESTION_WORDS, sayChance, sayCourse, sayFound, nameRemedy, sayRemedy } from "./lookout";
export type { FindingNames, SaidFound } from "./lookout";
