/** Conditions on a document's fields: the tree, its evaluation with reasons, and its words. */
export { ConditionSchema, beforeKey, MAX_DEPTH, depthOf, isGroup, sameValue } from "./schema";
export type { Comparison, Condition, Facts, FactValue, Group } from "./schema";
export { evaluate } from "./evaluate";
export type { Explained, Outcome } from "./evaluate";
export { sayCondition } from "./words";
export type { FieldWords, Vocabulary } from "./words";
export { satisfiable } from "./satisfiable";
export type { Known, KnownField, Wanted } from "./satisfiable";
