/** Tables that go out as files: the same rows as CSV or as a workbook. */
import type { Result } from "@/core/refusal";
import type { Cell } from "@/core/tables";
import { refused } from "@/core/words";
import { toCsv } from "./csv";
import { toXlsx } from "./xlsx";

export { toCsv } from "./csv";
export { toXlsx } from "./xlsx";

export const TABLE_FORMATS = ["csv", "xlsx"] as const;
export type TableFormat = (typeof TABLE_FORMATS)[number];

export const TABLE_TYPES: Readonly<Record<TableFormat, string>> = {
  csv: "text/csv; charset=utf-8",
  xlsx: "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet",
};

/** A table as the content of a file. @param zone in which moments of a workbook are written */
export async function tableFile(
  format: TableFormat,
  name: string,
  rows: readonly (readonly Cell[])[],
  zone: string,
): Promise<string | Uint8Array> {
  return format === "csv" ? toCsv(rows, { bom: true }) : toXlsx([{ name, rows, zone }]);
}

/** The format that an address asks for; CSV where it says none, and a refusal for one that there is none of. */
export function formatAsked(request: Request): Result<TableFormat> {
  const asked = new URL(request.url).searchParams.get("format") ?? "csv";
  const format = TABLE_FORMATS.find((one) => one === asked);
  return format
    ? { ok: true, value: format }
    : refused("no such file format", { format: asked, formats: TABLE_FORMATS }, "format");
}

/** The answer with the content of a file. @param name of the file, without its end */
export function tableResponse(content: BodyInit | Uint8Array, name: string, format: TableFormat): Response {
  const headers = {
    "content-type": TABLE_TYPES[format],
    "content-disposition": `attachment; filename="${name}.${format}"`,
  };
  return new Response(content as BodyInit, { headers });
}
