import { stringify } from "csv-stringify/sync";
import { safeText, sayPlainly, type Cell } from "@/core/tables";

const NUMBER = /^-?\d{1,20}(\.\d{1,6})?$/;

/** Whether a number that stands as it is may stand there: a cell of it is not text. */
export function isPlainNumber(text: string): boolean {
  return NUMBER.test(text);
}

function cellOf(cell: Cell): string | number {
  if (typeof cell === "number") return cell;
  const text = sayPlainly(cell);
  return typeof cell === "object" && "plain" in cell && isPlainNumber(text) ? text : safeText(text);
}

/** Rows as CSV (RFC 4180), the one way out for it, each cell guarded. @param options a byte order mark, which spreadsheets need to see UTF-8 */
export function toCsv(rows: readonly (readonly Cell[])[], { bom = false }: { bom?: boolean } = {}): string {
  return stringify(
    rows.map((row) => row.map(cellOf)),
    { bom, record_delimiter: "windows" },
  );
}
