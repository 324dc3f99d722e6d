import { app } from "@/server/app";
import { viewDocument } from "@/server/documents/queries";
import { noteReading } from "@/server/documents/reading";
import { evidenceOf, zipped } from "@/server/evidence/files";
import { read } from "@/server/http/handle";

/** Everything of one document that stands for itself, as one ZIP. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return read(request, async (reader) => {
    const view = viewDocument(app(), reader, id);
    if (!view.ok) return view;
    noteReading(app(), reader, id, "evidence");
    const bytes = zipped(await evidenceOf(app(), view.value));
    const value = new Response(Buffer.from(bytes), {
      headers: {
        "content-type": "application/zip",
        "content-disposition": `attachment; filename="${view.value.state.number}-evidence.zip"`,
      },
    });
    return { ok: true, value };
  });
}
