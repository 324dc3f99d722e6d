import { z } from "zod";
import { authorise } from "@/server/access/authorise";
import { app } from "@/server/process";
import { change, read } from "@/server/http/handle";
import { checkpointsOf, makeCheckpoint } from "@/server/log/checkpoints";

/** Checkpoints as files to be kept elsewhere: one by its size, else all. */
export async function GET(request: Request) {
  return read(request, (reader) => {
    const refusal = authorise(reader, "log.read");
    if (refusal) return { ok: false, refusals: [refusal] };
    const size = Number(new URL(request.url).searchParams.get("size"));
    const all = checkpointsOf(app().db, 10_000).map(({ by: _, ...one }) => one);
    const one = all.find((each) => each.size === size);
    const value = new Response(JSON.stringify(one ?? all, null, 2), {
      headers: {
        "content-type": "application/json",
        "content-disposition": `attachment; filename="${one ? `checkpoint-${one.size}` : "checkpoints"}.json"`,
      },
    });
    return { ok: true, value };
  });
}

/** A checkpoint made by hand. */
export async function POST(request: Request) {
  return change(request, z.strictObject({ command: z.uuid() }), (actor, body) =>
    makeCheckpoint(app(), actor, body.command),
  );
}
