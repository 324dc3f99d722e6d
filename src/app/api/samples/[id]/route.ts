import { refuse } from "@/core/refusal";
import { authorise } from "@/server/access/authorise";
import { app } from "@/server/app";
import { conclusionOf, sampleOf, sheetHash } from "@/server/evidence/samples";
import { read } from "@/server/http/handle";

/** A test sheet as a file: plan, population, items, findings and conclusion, so that anybody can draw it again. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return read(request, (reader) => {
    const refusal = authorise(reader, "samples.read");
    if (refusal) return { ok: false, refusals: [refusal] };
    const sample = sampleOf(app(), id);
    if (!sample) return { ok: false, refusals: [refuse("unknown", "There is no such sample")] };
    const body = {
      format: "bandeira-sample-1",
      ...sample,
      conclusion: conclusionOf(sample),
      sheetHash: sheetHash(sample),
    };
    const headers = {
      "content-type": "application/json",
      "content-disposition": `attachment; filename="${sample.id}.json"`,
    };
    return { ok: true, value: new Response(JSON.stringify(body, null, 2), { headers }) };
  });
}
