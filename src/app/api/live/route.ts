import { refuse } from "@/core/words";
import { authorise } from "@/server/access/authorise";
import { app } from "@/server/process";
import { currentPerson, problem } from "@/server/http/handle";
import { listen } from "@/server/http/live";
import { toElsewhere } from "@/server/http/origin";

export const dynamic = "force-dynamic";

/** Tells open pages that something has happened, as server-sent events with the number of the last event and nothing else. */
export async function GET(request: Request) {
  const other = toElsewhere(request);
  if (other) return other;
  const person = await currentPerson("waits");
  const refusal = authorise(person, "live");
  if (refusal || !person) return problem(refusal ? [refusal] : []);
  const encoder = new TextEncoder();
  let stop: (() => void) | null = null;
  let [latest, told] = [-1, -1];
  // Who is slow to take what is told gets the last number alone, and not all that came before it.
  const flush = (controller: ReadableStreamDefaultController<Uint8Array>) => {
    if (latest === told || (controller.desiredSize ?? 0) <= 0) return;
    told = latest;
    controller.enqueue(encoder.encode(`data: ${told}\n\n`));
  };
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      stop = listen(app(), person.id, (seq) => {
        latest = seq;
        flush(controller);
      });
      request.signal.addEventListener("abort", () => stop?.());
    },
    pull: flush,
    cancel: () => stop?.(),
  });
  if (!stop) return problem([refuse("too many pages open")]);
  return new Response(stream, { headers: { "content-type": "text/event-stream", "cache-control": "no-store" } });
}
