/** Cells of tables that come in and go out as files, whatever their format: what is text and must stay so, what is a number or a day, and what a spreadsheet's cell says. */
export { safeText, sayPlainly, textOfCell } from "./cells";
export type { Cell } from "./cells";
export { textsOfSheet } from "./sheet";
export type { SheetCell, SheetReason, WrongCell } from "./sheet";
export { foldHeading, guessColumns } from "./guess";
export type { GuessedColumn, Mapping } from "./guess";
