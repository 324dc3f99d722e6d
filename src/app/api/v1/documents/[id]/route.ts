import { app } from "@/server/process";
import { guarded } from "@/server/http/answer";
import { problem } from "@/server/http/handle";
import { sentDocument } from "@/server/intake/api";

export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return guarded(request, async () => {
    const { id } = await params;
    const result = sentDocument(app(), request.headers.get("authorization"), id);
    return result.ok ? Response.json(result.value) : problem(result.refusals);
  });
}
