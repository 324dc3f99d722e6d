import { app } from "@/server/app";
import { problem } from "@/server/http/handle";
import { sentDocument } from "@/server/intake/api";

export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const result = sentDocument(app(), request.headers.get("authorization"), id);
  return result.ok ? Response.json(result.value) : problem(result.refusals);
}
