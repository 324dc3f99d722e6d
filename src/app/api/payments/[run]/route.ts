import { isKeyOf } from "@/core/ids";
import { refused } from "@/core/words";
import { authorise } from "@/server/access/authorise";
import { app } from "@/server/process";
import { read } from "@/server/http/handle";
import { fetchFile } from "@/server/payments/runs";
import { TABLE_TYPES } from "@/server/tables";

const TYPES = { xml: "application/xml; charset=utf-8", ...TABLE_TYPES } as const;

/** The file of an exported run, as ISO 20022 pain.001 or as a table. */
export async function GET(request: Request, { params }: { params: Promise<{ run: string }> }) {
  const { run } = await params;
  const format = new URL(request.url).searchParams.get("format") ?? "xml";
  return read(request, async (reader) => {
    const refusal = authorise(reader, "payments.file");
    if (refusal) return { ok: false, refusals: [refusal] };
    if (!isKeyOf(TYPES, format))
      return refused("no such file format", { format, formats: Object.keys(TYPES) }, "format");
    const file = await fetchFile(app(), reader, run, format);
    if (!file.ok) return file;
    const name = `${run}${format === "xml" ? ".pain001" : ""}.${format}`;
    const headers = { "content-type": TYPES[format], "content-disposition": `attachment; filename="${name}"` };
    return { ok: true, value: new Response(file.value.content as BodyInit, { headers }) };
  });
}
