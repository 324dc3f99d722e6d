/** Fields that an organisation gives its documents itself: how they are defined, what stands in them, and what is wrong with it. The program knows their kinds and none of them. */
export {
  ACCOUNT_KINDS,
  OWN_KINDS,
  OWN_PARTS,
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
export type { AccountKind, Bound, FieldOf, FormPart, OwnField, OwnKind, OwnPart, Taken } from "./schema";
export {
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
export { wrongValue, wrongValues } from "./wrong";
export type { Against, OwnReason, WrongValue } from "./wrong";
