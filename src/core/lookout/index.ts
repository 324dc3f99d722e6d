/** What people do around the rules: questions that are asked of what they did, and what of it is worth looking into. */
export { ActivityBuilder, NOTHING_BESIDE, REST } from "./activity";
export type {
  AccountAct,
  Act,
  Activity,
  Beside,
  DecisionRow,
  DocumentRow,
  Lapse,
  LimitRow,
  Rest,
  Rule,
  StandInRow,
} from "./activity";
export { restBy } from "./rest";
export { lookThrough, QUESTION_NAMES } from "./look";
export type { FiguresOf, Looked, QuestionName, Raised } from "./look";
export { keptLookoutSettings, LookoutSettingsSchema, USUAL_LOOKOUT } from "./settings";
export type { LookoutSettings } from "./settings";
export { after, bodyOf, COURSE_ACTS, isMore, isOther, matterOf } from "./finding";
export type { FindingAct, FindingBody, FindingState } from "./finding";
export { OF_DOCUMENTS } from "./about-documents";
export { mended, remediesOf } from "./remedies";
export type { Remedy, RemedyNames } from "./remedies";
export type { WhoMeetsWhom } from "./questions/who-meets-whom";
export { benfordShare } from "./questions/digits";
