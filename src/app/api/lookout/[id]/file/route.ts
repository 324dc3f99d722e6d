import { refused } from "@/core/words";
import { authorise } from "@/server/access/authorise";
import { read } from "@/server/http/handle";
import { findingFile } from "@/server/lookout/file";
import { app } from "@/server/process";
import { formatAsked, tableResponse } from "@/server/tables";

type Params = { params: Promise<{ id: string }> };

/** The documents of a finding with what it says, as a CSV file or a workbook. */
export function GET(request: Request, { params }: Params) {
  return read(request, async (reader) => {
    const refusal = authorise(reader, "lookout.read");
    if (refusal) return { ok: false, refusals: [refusal] };
    const format = formatAsked(request);
    if (!format.ok) return format;
    const { id } = await params;
    const file = await findingFile(app(), reader, id, format.value);
    return file ? { ok: true, value: tableResponse(file, "finding", format.value) } : refused("no such finding");
  });
}
