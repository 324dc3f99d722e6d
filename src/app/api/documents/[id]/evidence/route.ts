import { app } from "@/server/process";
import { viewInClear } from "@/server/documents/queries";
import { noteReading } from "@/server/documents/reading";
import { openAll } from "@/server/fields/opening";
import { read } from "@/server/http/handle";
import { fileInThread } from "@/server/threads/in-thread";

/** Everything of one document that stands for itself, as one ZIP. It has the events as they were written, so that whoever takes it opens what is hidden in them. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return read(request, async (reader) => {
    const view = viewInClear(app(), reader, id);
    const opened = view.ok ? openAll(app(), reader, view.value) : view;
    if (!opened.ok) return opened;
    noteReading(app(), reader, id, "evidence");
    const file = await fileInThread(app(), "evidence as a file", id, reader, request.signal);
    const value = new Response(file, {
      headers: {
        "content-type": "application/zip",
        "content-disposition": `attachment; filename="${opened.value.state.number}-evidence.zip"`,
      },
    });
    return { ok: true, value };
  });
}
