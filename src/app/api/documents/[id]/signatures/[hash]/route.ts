import { drawnIn } from "@/core/approval";
import { refused } from "@/core/words";
import { readDrawn } from "@/server/access/drawn";
import { app } from "@/server/process";
import { viewDocument } from "@/server/documents/queries";
import { read } from "@/server/http/handle";

/** The image of a signature that was drawn on a document, for whoever may read that document. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string; hash: string }> }) {
  const { id, hash } = await params;
  return read(request, (reader) => {
    const view = viewDocument(app(), reader, id);
    if (!view.ok) return view;
    const image = drawnIn(view.value.thread).some((one) => one.image === hash) ? readDrawn(app(), hash) : null;
    if (!image) return refused("no such signature", { document: id });
    const value = new Response(new Uint8Array(image), {
      headers: {
        "content-type": "image/svg+xml",
        "x-content-type-options": "nosniff",
        "content-security-policy": "sandbox; default-src 'none'",
        "cache-control": "private, no-store",
      },
    });
    return { ok: true, value };
  });
}
