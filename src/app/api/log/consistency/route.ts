import { authorise } from "@/server/access/authorise";
import { app } from "@/server/process";
import { read } from "@/server/http/handle";
import { resultInThread } from "@/server/threads/in-thread";

/** What proves that one checkpoint is of the beginning of the log of another, as a file. */
export async function GET(request: Request) {
  return read(request, async (reader) => {
    const refusal = authorise(reader, "log.read");
    if (refusal) return { ok: false, refusals: [refusal] };
    const query = new URL(request.url).searchParams;
    const sizes = { first: Number(query.get("first")), second: Number(query.get("second")) };
    const found = await resultInThread(app(), "prove a checkpoint", sizes, reader, request.signal);
    if (!found.ok) return found;
    const { first, second } = found.value;
    const value = new Response(JSON.stringify(found.value, null, 2), {
      headers: {
        "content-type": "application/json",
        "content-disposition": `attachment; filename="consistency-${first.size}-${second.size}.json"`,
      },
    });
    return { ok: true, value };
  });
}
