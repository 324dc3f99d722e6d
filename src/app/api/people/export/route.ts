import { TABLES, TABLE_NAMES, type TableName } from "@/core/people-table";
import { refused } from "@/core/words";
import { authorise } from "@/server/access/authorise";
import { app } from "@/server/process";
import { read } from "@/server/http/handle";
import { formatAsked, tableResponse } from "@/server/tables";
import { fileInThread } from "@/server/threads/in-thread";

/** A table as a CSV file or a workbook: people, units, positions, groups, limits or locations; or all of them as one workbook. */
export async function GET(request: Request) {
  const table = new URL(request.url).searchParams.get("table") as TableName | "all";
  return read(request, async (reader) => {
    const refusal = authorise(reader, "people.export");
    if (refusal) return { ok: false, refusals: [refusal] };
    if (table !== "all" && !TABLE_NAMES.includes(table))
      return refused("no such table", { table, tables: TABLE_NAMES });
    const format = formatAsked(request);
    if (!format.ok) return format;
    // Several tables go into one file only as the sheets of a workbook.
    const as = table === "all" ? "xlsx" : format.value;
    const file = await fileInThread(app(), "people as a file", { table, format: as }, reader, request.signal);
    const name = table === "all" ? "organisation" : TABLES[table].name.toLowerCase();
    return { ok: true, value: tableResponse(file, name, as) };
  });
}
