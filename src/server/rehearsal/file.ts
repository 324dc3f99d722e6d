import type { Person } from "@/core/people";
import { refused } from "@/core/words";
import type { Result } from "@/core/refusal";
import type { App } from "../app";
import { readReferenceData } from "../reference-data";
import { TABLE_TYPES, toCsv, toXlsx } from "../tables";
import { rehearsalPdf } from "./pdf";
import { rehearse, type RehearsedRequest } from "./run";
import { rehearsalTables, type RehearsalPart } from "./tables";

export const REHEARSAL_FORMATS = ["csv", "xlsx", "pdf"] as const;
type RehearsalFormat = (typeof REHEARSAL_FORMATS)[number];

export const REHEARSAL_TYPES: Readonly<Record<RehearsalFormat, string>> = { ...TABLE_TYPES, pdf: "application/pdf" };

export type RehearsalFile = { format: RehearsalFormat; part: RehearsalPart; rehearsed: RehearsedRequest };

/** A rehearsal as the content of a file. */
export async function rehearsalFile(
  app: App,
  reader: Person,
  { format, part, rehearsed: request }: RehearsalFile,
): Promise<Result<string | Uint8Array>> {
  const rehearsed = rehearse(app, reader, request);
  if (!rehearsed.ok) return rehearsed;
  if (format === "pdf") return { ok: true, value: await rehearsalPdf(app, rehearsed.value) };
  const tables = rehearsalTables(app, rehearsed.value);
  const zone = readReferenceData(app).directory.organisation.timeZone;
  if (format === "xlsx")
    return { ok: true, value: await toXlsx(tables.map(({ name, rows }) => ({ name, rows, zone }))) };
  const table = tables.find(({ key }) => key === part);
  return table
    ? { ok: true, value: toCsv(table.rows, { bom: true }) }
    : refused("no such file format", { format, formats: REHEARSAL_FORMATS }, "part");
}
