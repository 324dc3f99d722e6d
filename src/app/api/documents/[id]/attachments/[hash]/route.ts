import { app } from "@/server/app";
import { readAttachment } from "@/server/documents/attachments";
import { viewDocument } from "@/server/documents/queries";
import { currentPerson, problem } from "@/server/http/handle";

export async function GET(_request: Request, { params }: { params: Promise<{ id: string; hash: string }> }) {
  const { id, hash } = await params;
  const person = await currentPerson();
  if (!person) return problem([{ code: "not signed in", message: "Sign in first" }]);
  const view = viewDocument(app(), person, id);
  if (!view.ok) return problem(view.refusals);
  const paper = view.value.state.document.attachments.find((one) => one.hash === hash);
  const found = paper && readAttachment(app(), hash);
  if (!paper || !found) return problem([{ code: "unknown", message: `There is no such paper on ${id}` }]);
  return new Response(new Uint8Array(found.bytes), {
    headers: {
      "content-type": found.type,
      "content-disposition": `attachment; filename*=UTF-8''${encodeURIComponent(paper.name)}`,
      "x-content-type-options": "nosniff",
      "content-security-policy": "sandbox; default-src 'none'",
      "cache-control": "private, no-store",
    },
  });
}
