/** Fields that an organisation gives its documents itself: how they are defined, what stands in them, and what is wrong with it. The program knows their kinds and none of them. */
export {
  ACCOUNT_KINDS,
  OWN_KINDS,
  OWN_PARTS,
  SEEN_BY,
  OwnFieldSchema,
  OwnKeySchema,
  TAKEN,
  fixedOfField,
  foreignToKind,
  isAccountKind,
  isOwnKey,
  ownFieldState,
  ownKeyFrom,
} from "./schema";
export type { AccountKind, Bound, FieldOf, FormPart, OwnField, OwnKind, OwnPart, SeenBy, Taken } from "./schema";
export {
  HIDDEN,
  OwnValueSchema,
  OwnValuesSchema,
  ownValuesOn,
  fieldsByApprovers,
  fieldsOn,
  isEmptyValue,
  keysIn,
  ownFact,
  ownFactOfLines,
  ownFactsOfLines,
  withOwn,
} from "./values";
export type { OwnValue, OwnValues, WithOwn } from "./values";
export {
  FilledValuesSchema,
  filledOnDocument,
  filledOnLine,
  isByLine,
  saysAnything,
  withFilledIn,
  withoutEmpty,
} from "./filled";
export type { ByLine, FilledValue, FilledValues } from "./filled";
export { hiddenKeys, withHidden } from "./hidden";
export type { HiddenKeys } from "./hidden";
export { wrongValue, wrongValues } from "./wrong";
export type { Against, OwnReason, WrongValue } from "./wrong";
