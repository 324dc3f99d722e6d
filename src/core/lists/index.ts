/** The lists that an organisation keeps itself: what its documents, conditions and people choose from. The program knows their kinds and none of their entries. */
export { ATTRIBUTES, LISTS, LIST_IDS, kindOf } from "./kinds";
export type { Attribute, Attributes, Listed, ListId } from "./kinds";
export { EntryKeySchema, EntryNameSchema, ListSchema, entryDays, entryState, foldKey, foreignTo } from "./schema";
export type { Entry, List } from "./schema";
export { entriesOf, entryCalled, entryOf, isOpen, nameOfEntry, namesIn, offered, whyNotPicked } from "./lists";
export type { Lists, PickReason } from "./lists";
