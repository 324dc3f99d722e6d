/** What happened to a document, as sentences: on its page, on its record, and in its evidence file. */
export { sayHow, sentenceOf, tell } from "./tell";
export type { Said } from "./said";
export { sayBarred, sayNotAlike, sayTogether } from "./refused";
export { namesIn } from "./names";
export { sayForetold } from "./foretold";
export { sayEdit, sayGap } from "./gaps";
export type { Edited } from "./gaps";
export { sayApproved, sayOverdueReason, sayPart, sayStepResult } from "./reasons";
export { sayLevel, sayLookedAt } from "./levels";
export type { Acting, LevelLook, LevelShown, Moments } from "./levels";
export {
  sayClosing,
  sayCovered,
  sayCovering,
  sayDecided,
  sayFilledBy,
  sayHeadline,
  sayPartOf,
  sayQuoted,
  sayRecomputed,
  sayRecorded,
  sayReleased,
} from "./record";
export { sayAccountReason, sayOrderReason, sayWhyNone } from "./stopped-orders";
