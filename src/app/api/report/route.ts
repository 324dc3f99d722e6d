import { z } from "zod";
import { refusalsOf } from "@/core/refusal";
import { authorise } from "@/server/access/authorise";
import { app } from "@/server/process";
import { read } from "@/server/http/handle";
import { fileInThread } from "@/server/threads/in-thread";

const Query = z.object({ from: z.iso.date(), until: z.iso.date() });

/** The control report of a period as a PDF. */
export async function GET(request: Request) {
  return read(request, async (reader) => {
    const refusal = authorise(reader, "report.read");
    if (refusal) return { ok: false, refusals: [refusal] };
    const parsed = Query.safeParse(Object.fromEntries(new URL(request.url).searchParams));
    if (!parsed.success) return { ok: false, refusals: refusalsOf(parsed.error) };
    const file = await fileInThread(app(), "report as a file", parsed.data, reader, request.signal);
    const { from, until } = parsed.data;
    const headers = {
      "content-type": "application/pdf",
      "content-disposition": `attachment; filename="control-report-${from}-${until}.pdf"`,
    };
    return { ok: true, value: new Response(file, { headers }) };
  });
}
