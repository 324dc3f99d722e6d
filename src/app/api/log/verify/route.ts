import { verifyChain } from "@/core/records";
import { authorise } from "@/server/access/authorise";
import { app } from "@/server/app";
import { read } from "@/server/http/handle";
import { allEvents, nativeHash } from "@/server/log/log";

/** Re-computes the whole log now. */
export async function GET(request: Request) {
  return read(request, (reader) => {
    const refusal = authorise(reader, "log.verify");
    if (refusal) return { ok: false, refusals: [refusal] };
    return { ok: true, value: verifyChain(allEvents(app().db), nativeHash) };
  });
}
