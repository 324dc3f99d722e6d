/** Conditions on a document's fields: the tree, its and its evaluation with reasons. */
export {
  ConditionSchema,
  DecimalSchema,
  beforeKey,
  comparisonsIn,
  MAX_DEPTH,
  OPPOSITE,
  depthOf,
  fieldsCompared,
  folded,
  isDecimal,
  isGroup,
  sameValue,
  scaled,
} from "./schema";
export type { Comparison, Condition, Facts, FactValue, FieldWords, Group, Vocabulary } from "./schema";
export { evaluate } from "./evaluate";
export type { Explained, Outcome } from "./evaluate";
export { satisfiable } from "./satisfiable";
export type { Known, KnownField, Wanted } from "./satisfiable";
