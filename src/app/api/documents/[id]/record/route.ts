import { app } from "@/server/process";
import { recordOf, viewDocument } from "@/server/documents/queries";
import { read } from "@/server/http/handle";

export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return read(request, (reader) => {
    const view = viewDocument(app(), reader, id);
    if (!view.ok) return view;
    const value = new Response(JSON.stringify(recordOf(app(), view.value), null, 2), {
      headers: {
        "content-type": "application/json",
        "content-disposition": `attachment; filename="${view.value.state.number}-record.json"`,
      },
    });
    return { ok: true, value };
  });
}
