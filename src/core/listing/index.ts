/** Lists: what an address asks of one, and which rows that finds, in which order and how much they come to. */
export { arrange } from "./arrange";
export type { Arranged } from "./arrange";
export { PARTS, nameOfPart } from "./columns";
export type { Column, Kind, ListQuery, Sort, Value, Wanted } from "./columns";
export type { ChoiceOf, Listed, ListedColumn } from "./listed";
export { LISTS, listKeys } from "./lists";
export type { ListKey } from "./lists";
export { addressWith, nextSort, readListQuery, readSort, saySort } from "./read";
