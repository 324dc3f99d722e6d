import { isCalculated } from "../text";

/**
 * A cell of a table that goes out: a text, a count, a decimal number as it stands, a day (ISO date) or a moment (ISO date-time in UTC). A format that knows numbers and
 * dates writes them as such; a text is never taken for one.
 */
export type Cell = string | number | { plain: string } | { day: string } | { moment: string };

/** What a cell says in a format that knows texts alone. */
export function sayPlainly(cell: Cell): string {
  if (typeof cell !== "object") return String(cell);
  return "plain" in cell ? cell.plain : "day" in cell ? cell.day : cell.moment;
}

/*
 * In files of plain text, a text that a spreadsheet would calculate gets an apostrophe before it, as spreadsheets write text (OWASP, CSV injection, from memory); one
 * that begins with apostrophes before such a sign gets one more, so that every text comes back as it was.
 */

/** A text as a cell of plain text that no spreadsheet calculates. */
export function safeText(text: string): string {
  return isCalculated(text) ? `'${text}` : text;
}

/** What a cell said before it was made safe. */
export function textOfCell(cell: string): string {
  return cell.startsWith("'") && isCalculated(cell) ? cell.slice(1) : cell;
}
