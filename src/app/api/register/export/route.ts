import { z } from "zod";
import { exported } from "@/server/documents/export";
import { RegisterQuerySchema, filterOf } from "@/server/documents/register";
import { refusalsOf } from "@/core/refusal";
import { app } from "@/server/app";
import { read } from "@/server/http/handle";

const TYPES = { csv: "text/csv; charset=utf-8", json: "application/json", xes: "application/xml" } as const;
const Query = RegisterQuerySchema.extend({ format: z.enum(["csv", "json", "xes"]) });

/** What the register shows as a file, streamed: a spreadsheet, JSON, or an event log (IEEE 1849). */
export async function GET(request: Request) {
  return read(request, (reader) => {
    const parsed = Query.safeParse(Object.fromEntries(new URL(request.url).searchParams));
    if (!parsed.success) return { ok: false, refusals: refusalsOf(parsed.error) };
    const { format, ...query } = parsed.data;
    const pieces = exported(app(), reader, filterOf(query), format);
    const encoder = new TextEncoder();
    const stream = new ReadableStream({
      pull(controller) {
        const piece = pieces.next();
        if (piece.done) controller.close();
        else controller.enqueue(encoder.encode(piece.value));
      },
      cancel() {
        pieces.return(undefined as never);
      },
    });
    const headers = {
      "content-type": TYPES[format],
      "content-disposition": `attachment; filename="bandeira-register.${format}"`,
    };
    return { ok: true, value: new Response(stream, { headers }) };
  });
}
