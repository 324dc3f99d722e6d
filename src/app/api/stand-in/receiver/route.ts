import { app } from "@/server/app";
import { receiveDelivery } from "@/server/hooks/hooks";
import { problem } from "@/server/http/handle";

/** Receives signed calls, so that a step that calls an address can be tried without another system. */
export async function POST(request: Request) {
  const { headers } = request;
  const body = await request.text();
  const sent = {
    id: headers.get("bandeira-id") ?? "",
    time: headers.get("bandeira-time") ?? "",
    signature: headers.get("bandeira-signature") ?? "",
    body,
  };
  return receiveDelivery(app(), sent)
    ? Response.json({ received: sent.id })
    : problem([{ code: "forbidden", message: "The signature does not hold; nothing was kept" }], 403);
}
