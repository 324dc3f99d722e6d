import { refused } from "@/core/words";
import { app } from "@/server/process";
import { orderHead, orderPdf, orderXml, whyNotOut } from "@/server/documents/order-files";
import { viewDocument } from "@/server/documents/queries";
import { read } from "@/server/http/handle";
import { sentOrder } from "@/server/messages/enclosed";
import { refusedFor } from "@/core/refusal";

/** An order as its supplier has it: as it was sent, or, before that, as it would be. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const format = new URL(request.url).searchParams.get("format") ?? "pdf";
  return read(request, async (reader) => {
    const view = viewDocument(app(), reader, id);
    if (!view.ok) return view;
    const { state } = view.value;
    if (state.document.documentType !== "purchase-order" || (format !== "pdf" && format !== "xml"))
      return refused("no such order format", null, "format");
    const why = whyNotOut(state);
    if (why) return refusedFor(why);
    const head = sentOrder(app(), id) ?? orderHead(app(), state.document);
    const content = format === "pdf" ? await orderPdf(app(), state, head) : orderXml(state, head);
    const headers = {
      "content-type": format === "pdf" ? "application/pdf" : "application/xml; charset=utf-8",
      "content-disposition": `attachment; filename="${state.number}.${format}"`,
    };
    return {
      ok: true,
      value: new Response(typeof content === "string" ? content : new Uint8Array(content!), { headers }),
    };
  });
}
