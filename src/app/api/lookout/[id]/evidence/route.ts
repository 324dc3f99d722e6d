import { zipped } from "@/server/evidence/files";
import { read } from "@/server/http/handle";
import { caseFile } from "@/server/lookout/case-file";
import { app } from "@/server/process";

/** Everything of a case that stands for itself, as one ZIP. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return read(request, async (reader) => {
    const files = await caseFile(app(), reader, id);
    if (!files.ok) return files;
    const headers = {
      "content-type": "application/zip",
      "content-disposition": `attachment; filename="case-${id}.zip"`,
      "cache-control": "private, no-store",
    };
    return { ok: true, value: new Response(Buffer.from(zipped(files.value)), { headers }) };
  });
}
