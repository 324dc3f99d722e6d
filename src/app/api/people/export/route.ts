import { TABLES, TABLE_NAMES, type TableName } from "@/core/people-table";
import { refused } from "@/core/words";
import { authorise } from "@/server/access/authorise";
import { app } from "@/server/process";
import { read } from "@/server/http/handle";
import { fileInThread } from "@/server/threads/in-thread";

/** A table as a CSV file: people, units, positions, groups or limits. */
export async function GET(request: Request) {
  const table = new URL(request.url).searchParams.get("table") as TableName;
  return read(request, async (reader) => {
    const refusal = authorise(reader, "people.export");
    if (refusal) return { ok: false, refusals: [refusal] };
    if (!TABLE_NAMES.includes(table)) return refused("no such table", { table, tables: TABLE_NAMES });
    return {
      ok: true,
      value: new Response(await fileInThread(app(), "people as a file", table, reader, request.signal), {
        headers: {
          "content-type": "text/csv; charset=utf-8",
          "content-disposition": `attachment; filename="${TABLES[table].name.toLowerCase()}.csv"`,
        },
      }),
    };
  });
}
