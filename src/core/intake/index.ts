/** Documents out of files: UBL 2.1 orders and invoices, and tables of them. What cannot be read is said with its place. */
export { fromUbl } from "./ubl";
export type { Taker } from "./ubl";
export { INTAKE_COLUMNS, guessIntake, missingOf, readIntake } from "./table";
export type { IntakeColumnKey, IntakeKind, ReadDocument, Sheet } from "./table";
export type { BadRow } from "./row";
export { accountColumns, accountColumnsMissing, readAccounts } from "./accounts";
export type { ReadAccount } from "./accounts";
export type { ComesOf, IntakeReason } from "./reasons";
export { ownColumns, ownOf, ownValueTyped } from "./own-columns";
export { Row, columnsIn } from "./row";
