import { Decimal } from "decimal.js";
import type { Coded } from "../reason";

/** What a cell of a spreadsheet holds, as a reader of such files gives it; a formula is what it came to when the file was saved. */
export type SheetCell = string | number | boolean | Date | null;

/** Why a cell cannot be read. */
export type SheetReason = Coded<{
  /** Spreadsheets count days from a leap day in 1900 that there never was, so that what is before it is another day elsewhere. */
  "date too early": null;
  /** A formula that came to no value. */
  "error in a formula": { error: string };
  "not a number": null;
}>;

/** A cell that cannot be read, by its row, counted from 1, and its column's letters. */
export type WrongCell = { row: number; column: string; why: SheetReason };

/**
 * The cells of a sheet as the texts that a file of plain text would have for them, so that both are read alike from there on: numbers as decimals with a point and at
 * most fifteen digits, which is what a spreadsheet counts with; days in ISO form; “yes” and “no”. Texts stay as they are, also those that look like numbers. Rows at
 * the end with nothing in them are left out.
 */
export function textsOfSheet(cells: readonly (readonly SheetCell[])[]): { rows: string[][]; wrong: WrongCell[] } {
  const wrong: WrongCell[] = [];
  const rows = cells.map((row, index) =>
    row.map((cell, at) => {
      const said = textOf(cell);
      if (typeof said === "string") return said;
      wrong.push({ row: index + 1, column: columnLetters(at), why: said });
      return "";
    }),
  );
  while (rows.length > 0 && rows.at(-1)!.every((text) => text === "")) rows.pop();
  return { rows, wrong };
}

const FIRST_SURE_DAY = Date.UTC(1900, 2, 1);

function textOf(cell: SheetCell): string | SheetReason {
  if (cell === null) return "";
  if (typeof cell === "string") return cell;
  if (typeof cell === "boolean") return cell ? "yes" : "no";
  if (typeof cell === "number") return Number.isFinite(cell) ? decimalOf(cell) : { code: "not a number" };
  if (Number.isNaN(cell.getTime()) || cell.getTime() < FIRST_SURE_DAY) return { code: "date too early" };
  // Seconds are rounded, since a spreadsheet keeps the time of day as a fraction.
  const moment = new Date(Math.round(cell.getTime() / 1000) * 1000).toISOString();
  return moment.endsWith("T00:00:00.000Z") ? moment.slice(0, 10) : moment.slice(0, 19);
}

/** A number without an exponent, as a spreadsheet counts it. @example decimalOf(0.1 + 0.2) // "0.3" */
function decimalOf(value: number): string {
  return value === 0 ? "0" : new Decimal(value.toPrecision(15)).toFixed();
}

/** @example columnLetters(27) // "AB" */
function columnLetters(index: number): string {
  const before = Math.floor(index / 26) - 1;
  return (before >= 0 ? columnLetters(before) : "") + String.fromCharCode(65 + (index % 26));
}
