import { app } from "@/server/process";
import { viewDocument } from "@/server/documents/queries";
import { noteReading } from "@/server/documents/reading";
import { read } from "@/server/http/handle";
import { fileInThread } from "@/server/threads/in-thread";

/** Everything of one document that stands for itself, as one ZIP. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return read(request, async (reader) => {
    const view = viewDocument(app(), reader, id);
    if (!view.ok) return view;
    noteReading(app(), reader, id, "evidence");
    const file = await fileInThread(app(), "evidence as a file", id, reader, request.signal);
    const value = new Response(file, {
      headers: {
        "content-type": "application/zip",
        "content-disposition": `attachment; filename="${view.value.state.number}-evidence.zip"`,
      },
    });
    return { ok: true, value };
  });
}
