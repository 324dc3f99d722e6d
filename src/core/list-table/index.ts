/** Files of the organisation's lists: which column is which, what a row says, and a list written out so that it comes back as it was. */
export { columnsOf } from "./columns";
export type { Column } from "./columns";
export { columnsLacking, readListRows } from "./read";
export type { BadListRow, ListCellReason, ListSheet } from "./read";
export { listTable } from "./write";
