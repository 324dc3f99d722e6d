import { z } from "zod";
import { RegisterQuerySchema, filterOf } from "@/server/documents/register";
import { refusalsOf } from "@/core/refusal";
import { app } from "@/server/app";
import { read } from "@/server/http/handle";
import { fileInThread } from "@/server/threads/in-thread";

const TYPES = { csv: "text/csv; charset=utf-8", json: "application/json", xes: "application/xml" } as const;
const Query = RegisterQuerySchema.extend({ format: z.enum(["csv", "json", "xes"]) });

/** What the register shows as a file: a spreadsheet, JSON, or an event log (IEEE 1849). */
export async function GET(request: Request) {
  return read(request, async (reader) => {
    const parsed = Query.safeParse(Object.fromEntries(new URL(request.url).searchParams));
    if (!parsed.success) return { ok: false, refusals: refusalsOf(parsed.error) };
    const { format, ...query } = parsed.data;
    const asked = { filter: filterOf(query), format };
    const file = await fileInThread(app(), "register as a file", asked, reader, request.signal);
    const headers = {
      "content-type": TYPES[format],
      "content-disposition": `attachment; filename="bandeira-register.${format}"`,
    };
    return { ok: true, value: new Response(file, { headers }) };
  });
}
