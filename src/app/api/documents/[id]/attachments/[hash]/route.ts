import { documentOf } from "@/core/approval";
import { refused } from "@/core/words";
import { app } from "@/server/process";
import { readAttachment } from "@/server/documents/attachments";
import { viewDocument } from "@/server/documents/queries";
import { read } from "@/server/http/handle";
import { paperResponse } from "@/server/http/paper";

export async function GET(request: Request, { params }: { params: Promise<{ id: string; hash: string }> }) {
  const { id, hash } = await params;
  return read(request, (reader) => {
    const view = viewDocument(app(), reader, id);
    if (!view.ok) return view;
    const paper = documentOf(view.value.state).attachments.find((one) => one.hash === hash);
    const found = paper && readAttachment(app(), hash);
    if (!paper || !found) return refused("no such paper", { document: id });
    return { ok: true, value: paperResponse({ name: paper.name, ...found }) };
  });
}
