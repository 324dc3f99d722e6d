/** Fields that an organisation gives its documents itself: how they are defined, what stands in them, and what is wrong with it. The program knows their kinds and none of them. */
export {
  OWN_KINDS,
  OWN_PARTS,
  OwnFieldSchema,
  OwnKeySchema,
  fixedOfField,
  foreignToKind,
  isOwnKey,
  ownFieldState,
  ownKeyFrom,
} from "./schema";
export type { FieldOf, OwnField, OwnKind, OwnPart } from "./schema";
export {
  OwnValuesSchema,
  ownValuesOn,
  fieldsByApprovers,
  fieldsOn,
  isEmptyValue,
  keysIn,
  ownFact,
  ownFactsOfLines,
  withOwn,
} from "./values";
export type { OwnValue, OwnValues, WithOwn } from "./values";
export { wrongValues } from "./wrong";
export type { OwnReason, WrongValue } from "./wrong";
