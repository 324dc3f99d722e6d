import { app } from "@/server/process";
import { recordOf, viewInClear } from "@/server/documents/queries";
import { openAll } from "@/server/fields/opening";
import { read } from "@/server/http/handle";

/** The record as data. Its hashes are of all that was written, so that whoever takes it opens what is hidden in it. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return read(request, (reader) => {
    const view = viewInClear(app(), reader, id);
    const opened = view.ok ? openAll(app(), reader, view.value) : view;
    if (!opened.ok) return opened;
    const value = new Response(JSON.stringify(recordOf(app(), opened.value), null, 2), {
      headers: {
        "content-type": "application/json",
        "content-disposition": `attachment; filename="${opened.value.state.number}-record.json"`,
      },
    });
    return { ok: true, value };
  });
}
