/** People, units, positions, groups and limits as tables: which column is which, what a file would change, and the same written out. */
export { TABLES, TABLE_NAMES, guessMapping, guessTable, tableCalled } from "./tables";
export type { Column, Mapping, TableName } from "./tables";
export { missingColumns, planImport, planTogether } from "./plan";
export type { BadRow, Plan, PlanInput, Planned, TableInput } from "./plan";
export { exportTable } from "./export";
export type { CellReason, StillNeeded } from "./rows";
