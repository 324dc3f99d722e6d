import { authorise } from "@/server/access/authorise";
import { app } from "@/server/app";
import { currentPerson, problem } from "@/server/http/handle";
import { toElsewhere } from "@/server/http/origin";
import { lastSeq } from "@/server/log/log";

export const dynamic = "force-dynamic";

const EVERY_MS = 700;

/** Tells open pages that something has happened, as server-sent events with the number of the last event and nothing else. */
export async function GET(request: Request) {
  const other = toElsewhere(request);
  if (other) return other;
  const refusal = authorise(await currentPerson("waits"), "live");
  if (refusal) return problem([refusal]);
  const { db } = app();
  let timer: ReturnType<typeof setInterval> | undefined;
  const stream = new ReadableStream({
    start(controller) {
      let told = -1;
      const tell = () => {
        const seq = lastSeq(db);
        if (seq === told) return;
        told = seq;
        controller.enqueue(new TextEncoder().encode(`data: ${seq}\n\n`));
      };
      tell();
      timer = setInterval(tell, EVERY_MS);
      request.signal.addEventListener("abort", () => clearInterval(timer));
    },
    cancel: () => clearInterval(timer),
  });
  return new Response(stream, { headers: { "content-type": "text/event-stream", "cache-control": "no-store" } });
}
