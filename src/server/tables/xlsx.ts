import writeXlsxFile, { type CellObject } from "write-excel-file/node";
import { dayIn, timeIn } from "@/core/calendar";
import { sayPlainly, type Cell } from "@/core/tables";
import { isPlainNumber } from "./csv";

/** A table as one sheet of a workbook. @property zone IANA time zone in which moments are written, since a spreadsheet knows none */
export type XlsxTable = { name: string; rows: readonly (readonly Cell[])[]; zone: string };

/**
 * Tables as an Office Open XML workbook (ECMA-376), the one way out for it: one sheet a table, its heading kept in sight, numbers as numbers, days and moments as such. A
 * text stays a text whatever it looks like: it is written as a string and never as a formula.
 */
export async function toXlsx(tables: readonly XlsxTable[]): Promise<Uint8Array> {
  const sheets = tables.map(({ name, rows, zone }) => ({
    sheet: sheetName(name),
    stickyRowsCount: 1,
    columns: widthsOf(rows).map((width) => ({ width })),
    data: rows.map((row, index) =>
      row.map((cell) =>
        // An empty text is no cell at all, as whoever fills in a sheet leaves it.
        cell === "" ? null : { ...cellOf(cell, zone), ...(index === 0 && { fontWeight: "bold" as const }) },
      ),
    ),
  }));
  return new Uint8Array(await writeXlsxFile(sheets).toBuffer());
}

function cellOf(cell: Cell, zone: string): CellObject {
  if (typeof cell === "number") return { type: Number, value: cell };
  if (typeof cell === "string") return textCell(cell);
  if ("plain" in cell) return numberCell(cell.plain);
  if ("day" in cell) return dateCell(cell.day, "yyyy-mm-dd");
  return dateCell(`${dayIn(cell.moment, zone)}T${timeIn(cell.moment, zone)}:00`, "yyyy-mm-dd hh:mm");
}

/** A spreadsheet counts with fifteen digits; a longer number stays exact as text. */
const EXACT_DIGITS = 15;

function numberCell(plain: string): CellObject {
  const digits = plain.replace(/\D/g, "").length;
  if (!isPlainNumber(plain) || digits > EXACT_DIGITS) return textCell(plain);
  const decimals = plain.split(".")[1]?.length ?? 0;
  return { type: Number, value: Number(plain), format: decimals > 0 ? `0.${"0".repeat(decimals)}` : "0" };
}

function dateCell(iso: string, format: string): CellObject {
  const at = Date.parse(iso.length === 10 ? `${iso}T00:00:00Z` : `${iso}Z`);
  // What a workbook has no number for stays the text that it is.
  if (Number.isNaN(at) || at < Date.UTC(1900, 2, 1)) return textCell(iso);
  return { type: Date, value: new Date(at), format };
}

/** The longest text that a cell of a workbook may have. */
const MOST_LETTERS = 32_767;

/** A sign as a workbook writes what XML cannot hold, and what would read as such an escape (ECMA-376, part 1, 22.9.2.19). */
const escaped = (sign: string) => `_x${sign.charCodeAt(0).toString(16).toUpperCase().padStart(4, "0")}_`;

function textCell(text: string): CellObject {
  const value = text
    .slice(0, MOST_LETTERS)
    // Half of a pair is no letter.
    .replace(/[\ud800-\udfff]/gu, "\ufffd")
    .replace(/_(?=x[\da-fA-F]{4}_)/g, escaped)
    // oxlint-disable-next-line no-control-regex -- XML has no place for them
    .replace(/[\u0000-\u0008\u000b-\u001f\ufffe\uffff]/g, escaped);
  // The writer keeps texts by what they say in a plain object, in which these stand for something else.
  return { type: String, value: value in {} ? escaped(value[0]!) + value.slice(1) : value };
}

/** At most 31 letters, and none of those that a reference to a sheet is written with. */
function sheetName(name: string): string {
  return (
    name
      .replace(/[\\/?*[\]:']/g, " ")
      .slice(0, 31)
      .trim() || "Table"
  );
}

const [NARROWEST, WIDEST, LOOKED_AT] = [8, 48, 200];

/** Wide enough for what the first rows say. */
function widthsOf(rows: readonly (readonly Cell[])[]): number[] {
  const lengths = (rows[0] ?? []).map((_, column) =>
    Math.max(...rows.slice(0, LOOKED_AT).map((row) => lengthOf(row[column] ?? ""))),
  );
  return lengths.map((length) => Math.min(WIDEST, Math.max(NARROWEST, length + 2)));
}

function lengthOf(cell: Cell): number {
  return sayPlainly(cell).length;
}
