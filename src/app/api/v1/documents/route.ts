import { app } from "@/server/process";
import { guarded } from "@/server/http/answer";
import { bodyOf, plainJson } from "@/server/http/body";
import { problem, queryOf } from "@/server/http/handle";
import { listSent, mayReceive, receiveDocument } from "@/server/intake/api";

/** Takes a document from an integration. The token is the whole right to it; no cookie counts here. Without one nothing is read. */
export function POST(request: Request) {
  return guarded(request, async () => {
    const { headers } = request;
    const authorization = headers.get("authorization");
    const bearer = mayReceive(app(), authorization);
    if (!bearer.ok) return problem(bearer.refusals);
    const body = await bodyOf(request);
    if (!body.ok) return body.answer;
    const plain = plainJson(body.bytes);
    if (!plain.ok) return problem(plain.refusals, 400);
    const text = Buffer.from(body.bytes).toString("utf8");
    const result = receiveDocument(app(), { authorization, key: headers.get("idempotency-key"), text });
    if (!result.ok) return problem(result.refusals);
    const { status, answer } = result.value;
    return Response.json(answer, { status, headers: { location: `/api/v1/documents/${answer.id}` } });
  });
}

export function GET(request: Request) {
  return guarded(request, async () => {
    const query = queryOf(request);
    if (!query.ok) return problem(query.refusals, 400);
    const result = listSent(app(), request.headers.get("authorization"), query.value);
    return result.ok ? Response.json(result.value) : problem(result.refusals);
  });
}
