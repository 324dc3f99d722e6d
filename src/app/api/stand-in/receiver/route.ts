import { refuse } from "@/core/words";
import { app } from "@/server/process";
import { receiveDelivery } from "@/server/hooks/hooks";
import { guarded } from "@/server/http/answer";
import { bodyOf, problem } from "@/server/http/handle";

const MOST = 64 * 1024;

/** Receives signed calls, so that a step that calls an address can be tried without another system. */
export function POST(request: Request) {
  return guarded(request, async () => {
    const { headers } = request;
    const body = await bodyOf(request, MOST);
    if (!body.ok) return body.answer;
    const sent = {
      id: headers.get("bandeira-id") ?? "",
      time: headers.get("bandeira-time") ?? "",
      signature: headers.get("bandeira-signature") ?? "",
      body: Buffer.from(body.bytes).toString("utf8"),
    };
    return receiveDelivery(app(), sent)
      ? Response.json({ received: sent.id })
      : problem([refuse("wrong signature of a call")]);
  });
}
