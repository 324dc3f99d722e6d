import { dayIn } from "@/core/calendar";
import { refused } from "@/core/words";
import { authorise } from "@/server/access/authorise";
import { app } from "@/server/process";
import { findOrders, orderForInvoice } from "@/server/documents/look";
import { isReader } from "@/server/documents/commands";
import { readState } from "@/server/documents/state";
import { read } from "@/server/http/handle";
import { readReferenceData } from "@/server/reference-data";

/** Approved orders by a few letters, or one of them with what is still to be charged. */
export function GET(request: Request) {
  const query = new URL(request.url).searchParams;
  const number = query.get("number");
  return read(request, (reader) => {
    if (number === null) return findOrders(app(), reader, query.get("q") ?? "");
    const state = readState(app().db, number.trim().toLowerCase());
    const missing = refused("no approved order", { order: number }, "orderNumber");
    if (!state) return missing;
    const about = { document: state, isReader: isReader(app(), state, reader.id) };
    const refusal = authorise(reader, "documents.read", about) ?? authorise(reader, "documents.enter");
    if (refusal) return { ok: false, refusals: [refusal] };
    const today = dayIn(app().clock.now(), readReferenceData(app()).directory.organisation.timeZone);
    const known = orderForInvoice(app(), reader, number, today);
    return known ? { ok: true, value: known } : missing;
  });
}
