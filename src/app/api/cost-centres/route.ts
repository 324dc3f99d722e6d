import { authorise } from "@/server/access/authorise";
import { app } from "@/server/app";
import { findCostCentres } from "@/server/documents/cost-centres";
import { read } from "@/server/http/handle";

/** Cost centres by a few letters, for whoever enters documents. */
export function GET(request: Request) {
  return read(request, (reader) => {
    const refusal = authorise(reader, "documents.enter");
    if (refusal) return { ok: false, refusals: [refusal] };
    return { ok: true, value: findCostCentres(app(), new URL(request.url).searchParams.get("q") ?? "") };
  });
}
