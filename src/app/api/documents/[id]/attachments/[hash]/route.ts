import { documentOf } from "@/core/approval";
import { refused } from "@/core/words";
import { app } from "@/server/process";
import { readAttachment } from "@/server/documents/attachments";
import { viewDocument } from "@/server/documents/queries";
import { read } from "@/server/http/handle";

export async function GET(request: Request, { params }: { params: Promise<{ id: string; hash: string }> }) {
  const { id, hash } = await params;
  return read(request, (reader) => {
    const view = viewDocument(app(), reader, id);
    if (!view.ok) return view;
    const paper = documentOf(view.value.state).attachments.find((one) => one.hash === hash);
    const found = paper && readAttachment(app(), hash);
    if (!paper || !found) return refused("no such paper", { document: id });
    const value = new Response(new Uint8Array(found.bytes), {
      headers: {
        "content-type": found.type,
        "content-disposition": `attachment; filename*=UTF-8''${encodeURIComponent(paper.name)}`,
        "x-content-type-options": "nosniff",
        "content-security-policy": "sandbox; default-src 'none'",
        "cache-control": "private, no-store",
      },
    });
    return { ok: true, value };
  });
}
