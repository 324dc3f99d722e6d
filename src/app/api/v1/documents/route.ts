import { app } from "@/server/app";
import { problem } from "@/server/http/handle";
import { listSent, receiveDocument } from "@/server/intake/api";

const MAX = 2 * 1024 * 1024;

/** Takes a document from an integration. The token is the whole right to it; no cookie counts here. */
export async function POST(request: Request) {
  if (Number(request.headers.get("content-length") ?? 0) > MAX)
    return problem([{ code: "invalid", message: "The body is larger than 2 MB" }], 413);
  const text = await request.text();
  if (text.length > MAX) return problem([{ code: "invalid", message: "The body is larger than 2 MB" }], 413);
  const { headers } = request;
  const sent = { authorization: headers.get("authorization"), key: headers.get("idempotency-key"), text };
  const result = receiveDocument(app(), sent);
  if (!result.ok) return problem(result.refusals);
  const { status, answer } = result.value;
  return Response.json(answer, { status, headers: { location: `/api/v1/documents/${answer.id}` } });
}

export function GET(request: Request) {
  const query = Object.fromEntries(new URL(request.url).searchParams);
  const result = listSent(app(), request.headers.get("authorization"), query);
  return result.ok ? Response.json(result.value) : problem(result.refusals);
}
