/** What two versions of a policy treat differently, of all documents there can be: proven from the rules and not from history. */
export { differenceInEffect } from "./find";
export type { Area, DescribedArea, DifferenceInEffect, Group, Setting } from "./find";
export { countsIn, whereIn } from "./where";
export type { Count, Counts, Where } from "./where";
export type { Amounts, Described, Whose } from "./describe";
export type { Example } from "./example";
export type { Change } from "./changes";
export type { Asked } from "./treatment";
export { isMadeUp } from "./witnesses";
