import { stringify } from "csv-stringify/sync";
import { isCalculated } from "@/core/text";

/*
 * The one way out for CSV (RFC 4180). A text that a spreadsheet would calculate gets an apostrophe before it, as spreadsheets write text (OWASP, CSV injection, from
 * memory); one that begins with apostrophes before such a sign gets one more, so that every text comes back as it was. Numbers go out as numbers and never do.
 */

/** A text as a cell that no spreadsheet calculates. */
export function safeText(text: string): string {
  return isCalculated(text) ? `'${text}` : text;
}

/** What a cell said before it was made safe. */
export function textOfCell(cell: string): string {
  return cell.startsWith("'") && isCalculated(cell) ? cell.slice(1) : cell;
}

/** An amount or another number as it stands, which must be one: a cell of it is not text. */
export type Cell = string | number | { plain: string };

const NUMBER = /^-?\d{1,20}(\.\d{1,6})?$/;

function cellOf(cell: Cell): string | number {
  if (typeof cell === "string") return safeText(cell);
  if (typeof cell === "number") return cell;
  return NUMBER.test(cell.plain) ? cell.plain : safeText(cell.plain);
}

/** Rows as CSV, each cell guarded. @param options a byte order mark, which spreadsheets need to see UTF-8 */
export function toCsv(rows: readonly (readonly Cell[])[], { bom = false }: { bom?: boolean } = {}): string {
  return stringify(
    rows.map((row) => row.map(cellOf)),
    { bom, record_delimiter: "windows" },
  );
}
