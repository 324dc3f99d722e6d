import { refused } from "@/core/words";
import { authorise } from "@/server/access/authorise";
import { change, read } from "@/server/http/handle";
import { ListFileSchema, MAX_LIST_FILE, importList, listFile } from "@/server/lists/files";
import { isListHere } from "@/server/lists/offered";
import { app } from "@/server/process";
import { formatAsked, tableResponse } from "@/server/tables";

type Params = { params: Promise<{ list: string }> };

/** A list as a CSV file or a workbook. */
export function GET(request: Request, { params }: Params) {
  return read(request, async (reader) => {
    const refusal = authorise(reader, "policies.read");
    if (refusal) return { ok: false, refusals: [refusal] };
    const { list } = await params;
    if (!isListHere(app(), list)) return refused("no such list", { list });
    const format = formatAsked(request);
    if (!format.ok) return format;
    return { ok: true, value: tableResponse(await listFile(app(), list, format.value), list, format.value) };
  });
}

/** Looks at a file of a list, or writes what was looked at. */
export async function POST(request: Request, { params }: Params) {
  const { list } = await params;
  return change(request, ListFileSchema, (actor, body) => importList(app(), actor, { ...body, list }), {
    most: 2 * MAX_LIST_FILE,
    may: (actor) => authorise(actor, "lists.write"),
  });
}
