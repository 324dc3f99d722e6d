import { stringify } from "csv-stringify/browser/esm/sync";
import { strFromU8, unzipSync } from "fflate";
import readXlsxFile from "read-excel-file/universal";
import { safeText, textsOfSheet, type SheetCell, type WrongCell } from "@/core/tables";

/** A sheet of a workbook as a file of plain text would have it (RFC 4180), and the cells of it that cannot be read. */
export type SheetText = { name: string; text: string; wrong: WrongCell[] };
export type WorkbookRead = { ok: true; sheets: SheetText[] } | { ok: false; why: "not a workbook" | "too large" };

/** A small file can hold a great deal; nobody's table is as long as this. */
const MOST_BYTES = 300 * 1024 * 1024;

/**
 * Reads an Office Open XML workbook (ECMA-376). Formulas are not run: what they came to when the file was saved stands in their place, and one that came to an error is
 * said to be wrong. Sheets without anything in them are left out.
 */
export async function readWorkbook(bytes: ArrayBuffer): Promise<WorkbookRead> {
  const parts = partsOf(bytes);
  if (typeof parts === "string") return { ok: false, why: parts };
  try {
    const sheets = await readXlsxFile(bytes, { trim: false });
    return {
      ok: true,
      sheets: sheets.flatMap(({ sheet: name, data }, index) => {
        const { rows, wrong } = textsOfSheet(data as unknown as SheetCell[][]);
        const failed = errorsIn(parts.get(index) ?? "");
        if (rows.length === 0 && failed.length === 0) return [];
        const text = stringify(
          rows.map((row) => row.map(safeText)),
          { record_delimiter: "windows" },
        );
        return [{ name, text, wrong: [...wrong, ...failed] }];
      }),
    };
  } catch {
    return { ok: false, why: "not a workbook" };
  }
}

/** The parts of a workbook that are its sheets, as text, by their place in it. */
function partsOf(bytes: ArrayBuffer): Map<number, string> | "not a workbook" | "too large" {
  let size = 0;
  try {
    const files = unzipSync(new Uint8Array(bytes), {
      filter: ({ name, originalSize }) => {
        size += originalSize;
        return size <= MOST_BYTES && /^xl\/(workbook\.xml|_rels\/workbook\.xml\.rels|worksheets\/.+\.xml)$/.test(name);
      },
    });
    if (size > MOST_BYTES) return "too large";
    const text = (name: string) => (files[name] ? strFromU8(files[name]) : "");
    const targets = new Map(
      tagsIn(text("xl/_rels/workbook.xml.rels"), "Relationship").map((tag) => [
        attribute(tag, "Id"),
        attribute(tag, "Target").replace(/^\/?(xl\/)?/, "xl/"),
      ]),
    );
    const sheets = tagsIn(text("xl/workbook.xml"), "sheet");
    if (sheets.length === 0) return "not a workbook";
    return new Map(sheets.map((tag, index) => [index, text(targets.get(attribute(tag, "r:id")) ?? "")]));
  } catch {
    return "not a workbook";
  }
}

const tagsIn = (xml: string, name: string): string[] => xml.match(new RegExp(`<(?:\\w+:)?${name}\\s[^>]*>`, "g")) ?? [];
const attribute = (tag: string, name: string): string => new RegExp(`\\s${name}="([^"]*)"`).exec(tag)?.[1] ?? "";

/** Cells whose formula came to an error, which a reader of values passes over in silence. */
function errorsIn(xml: string): WrongCell[] {
  return (xml.match(/<c\s[^>]*\st="e"[^>]*>.*?<\/c>/gs) ?? []).map((cell) => {
    const [, column = "", row = "0"] = /^([A-Z]+)(\d+)$/.exec(attribute(cell, "r")) ?? [];
    const error = /<v>([^<]*)<\/v>/.exec(cell)?.[1] ?? "";
    return { row: Number(row), column, why: { code: "error in a formula", values: { error } } };
  });
}
