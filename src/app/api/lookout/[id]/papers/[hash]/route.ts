import { refusedFor } from "@/core/refusal";
import { refused } from "@/core/words";
import { authorise } from "@/server/access/authorise";
import { read } from "@/server/http/handle";
import { paperResponse } from "@/server/http/paper";
import { casePaper } from "@/server/lookout/case-file";
import { app } from "@/server/process";

/** A paper of a case. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string; hash: string }> }) {
  const { id, hash } = await params;
  return read(request, (reader) => {
    const refusal = authorise(reader, "lookout.read");
    if (refusal) return refusedFor(refusal);
    const paper = casePaper(app(), reader, id, hash);
    return paper ? { ok: true, value: paperResponse(paper) } : refused("no such finding");
  });
}
