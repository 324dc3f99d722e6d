import { type Result } from "@/core/refusal";
import { refused } from "@/core/words";
import { authorise } from "@/server/access/authorise";
import { app } from "@/server/process";
import { samplePdf } from "@/server/evidence/sample-pdf";
import { conclusionOf, sampleOf, sheetHash, type Sample } from "@/server/evidence/samples";
import { read } from "@/server/http/handle";

/** A test sheet as a file: plan, population, items, findings and conclusion, so that anybody can draw it again; with `?as=pdf` to be printed and signed. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return read(request, async (reader): Promise<Result<Response>> => {
    const refusal = authorise(reader, "samples.read");
    if (refusal) return { ok: false, refusals: [refusal] };
    const sample = sampleOf(app(), id);
    if (!sample) return refused("no such sample");
    if (new URL(request.url).searchParams.get("as") === "pdf") return printedSheet(sample);
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

async function printedSheet(sample: Sample): Promise<Result<Response>> {
  const headers = {
    "content-type": "application/pdf",
    "content-disposition": `attachment; filename="${sample.id}.pdf"`,
  };
  return { ok: true, value: new Response(new Uint8Array(await samplePdf(app(), sample)), { headers }) };
}
