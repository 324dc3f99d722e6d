import { authorise } from "@/server/access/authorise";
import { app } from "@/server/process";
import { read } from "@/server/http/handle";
import { verdictOn } from "@/server/logbook/verification";

/** Re-computes the whole log now. */
export async function GET(request: Request) {
  return read(request, async (reader) => {
    const refusal = authorise(reader, "log.verify");
    if (refusal) return { ok: false, refusals: [refusal] };
    return { ok: true, value: await verdictOn(app(), reader) };
  });
}
