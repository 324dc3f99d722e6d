/** What two versions of a policy treat differently, of all documents there can be: proven from the rules and not from history. */
export { SETTINGS, differenceInEffect } from "./find";
export type { Area, DifferenceInEffect, Group, SectionPair, Setting } from "./find";
export { countsIn, whereIn } from "./where";
export type { Count, Counts, Where } from "./where";
export type { Amounts, Described, Whose } from "./describe";
export type { Example } from "./example";
export type { Otherwise } from "./otherwise";
export type { Asked } from "./treatment";
export type { Span } from "./axis";
