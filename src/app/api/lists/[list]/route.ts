import { refused } from "@/core/words";
import { authorise } from "@/server/access/authorise";
import { read } from "@/server/http/handle";
import { findEntries, isListHere } from "@/server/lists/offered";
import { app } from "@/server/process";

type Params = { params: Promise<{ list: string }> };

/** Entries of a list by a few letters, for whoever enters documents. */
export function GET(request: Request, { params }: Params) {
  return read(request, async (reader) => {
    const refusal = authorise(reader, "documents.enter");
    if (refusal) return { ok: false, refusals: [refusal] };
    const { list } = await params;
    if (!isListHere(app(), list)) return refused("no such list", { list });
    return { ok: true, value: findEntries(app(), list, new URL(request.url).searchParams.get("q") ?? "") };
  });
}
