import { transfer, wrap } from "comlink";
import type { Refusal, Result } from "@/core/refusal";
import { refuse } from "@/core/words";
import type { SpreadsheetWorker } from "@/workers/spreadsheet";

/** A file as it was chosen; of a workbook its sheet, as a file of plain text would have it, or where several may come in at once, its sheets. */
export type ChosenFile = { name: string; text: string; sheets?: { name: string; text: string }[] };

export const MOST_MB = 20;

/** What file choosers take wherever a table comes in. */
export const TABLE_FILES = ".csv,.xlsx,text/csv,text/plain";

/** Reads a file that was chosen: text as it is, a workbook through its sheets that have something in them. @param several whether more than one may come in at once */
export async function readChosen(file: File, several = false): Promise<Result<ChosenFile>> {
  if (file.size > MOST_MB * 1024 * 1024)
    return { ok: false, refusals: [refuse("typed file too large", { name: file.name, most: MOST_MB })] };
  if (!(await isWorkbook(file))) return { ok: true, value: { name: file.name, text: await file.text() } };
  const thread = new Worker(new URL("../workers/spreadsheet.ts", import.meta.url), { type: "module" });
  try {
    const bytes = await file.arrayBuffer();
    const read = await wrap<SpreadsheetWorker>(thread).read(transfer(bytes, [bytes]));
    if (!read.ok) return refusedAs(refuse("workbook unreadable", { name: file.name, why: read.why }));
    const [sheet, ...others] = read.sheets;
    if (!sheet) return refusedAs(refuse("workbook without rows", { name: file.name }));
    if (others.length > 0 && !several)
      return refusedAs(
        refuse("workbook of several sheets", { name: file.name, sheets: read.sheets.map((one) => one.name) }),
      );
    const wrong = read.sheets.flatMap((one) => one.wrong);
    if (wrong.length > 0)
      return { ok: false, refusals: wrong.slice(0, MOST_SAID).map((cell) => refuse("cell unreadable", cell)) };
    const sheets = others.length > 0 && { sheets: read.sheets.map(({ name, text }) => ({ name, text })) };
    return { ok: true, value: { name: file.name, text: sheet.text, ...sheets } };
  } finally {
    thread.terminate();
  }
}

const MOST_SAID = 20;

const refusedAs = (refusal: Refusal): Result<never> => ({ ok: false, refusals: [refusal] });

/** By what it begins with, whatever it is called: a workbook is a ZIP. */
async function isWorkbook(file: File): Promise<boolean> {
  const [a, b, c, d] = new Uint8Array(await file.slice(0, 4).arrayBuffer());
  return a === 0x50 && b === 0x4b && c === 3 && d === 4;
}
