import { z } from "zod";
import { checkedFilter } from "@/server/documents/register";
import { noteOpened, openedByRole } from "@/server/fields/hidden";
import { refusalsOf } from "@/core/refusal";
import { refused } from "@/core/words";
import { MOST_IN_WORKBOOK } from "@/server/documents/export";
import { countOf } from "@/server/documents/queries";
import { app } from "@/server/process";
import { read } from "@/server/http/handle";
import { readReferenceData } from "@/server/reference-data";
import { TABLE_TYPES } from "@/server/tables";
import { fileInThread } from "@/server/threads/in-thread";

const TYPES = { ...TABLE_TYPES, json: "application/json", xes: "application/xml" } as const;
const Format = z.object({ format: z.enum(["csv", "xlsx", "json", "xes"]) });

/** What the register shows as a file: a spreadsheet, JSON, or an event log (IEEE 1849). */
export async function GET(request: Request) {
  return read(request, async (reader) => {
    const given = Object.fromEntries(new URL(request.url).searchParams);
    const parsed = Format.safeParse(given);
    if (!parsed.success) return { ok: false, refusals: refusalsOf(parsed.error) };
    const filter = checkedFilter(given, readReferenceData(app()).directory);
    if (!filter.ok) return filter;
    const { format } = parsed.data;
    if (format === "xlsx" && countOf(app(), reader, filter.value) > MOST_IN_WORKBOOK)
      return refused("too many for a workbook", { most: MOST_IN_WORKBOOK }, "format");
    if (format !== "xes")
      for (const key of openedByRole(app(), reader)) noteOpened(app(), reader, key, { on: "file", of: "register" });
    const asked = { filter: filter.value, format };
    const file = await fileInThread(app(), "register as a file", asked, reader, request.signal);
    const headers = {
      "content-type": TYPES[format],
      "content-disposition": `attachment; filename="bandeira-register.${format}"`,
    };
    return { ok: true, value: new Response(file, { headers }) };
  });
}
