import type { Refusal } from "@/core/refusal";
import { faulty } from "./answer";

type Line = { progress: unknown } | { result: unknown };

/**
 * Long work as it goes on: one JSON value a line, how far it is and at the end what came of it. Who goes away ends it between two steps; a fault of it is told in
 * its last line, since the answer has begun by then.
 */
export function streamed<S, R>(
  request: Request,
  steps: AsyncGenerator<S, R>,
  line: (step: IteratorResult<S, R>) => Line | null,
  stopped: R,
): Response {
  const encoder = new TextEncoder();
  let gone = false;
  const stream = new ReadableStream({
    async pull(controller) {
      try {
        const step = await steps.next();
        if (gone) return;
        const said = line(step);
        if (said) controller.enqueue(encoder.encode(`${JSON.stringify(said)}\n`));
        if (step.done) controller.close();
      } catch (error) {
        if (gone) return;
        const { refusals } = (await faulty(request, error).json()) as { refusals: Refusal[] };
        controller.enqueue(encoder.encode(`${JSON.stringify({ result: { ok: false, refusals } })}\n`));
        controller.close();
      }
    },
    async cancel() {
      gone = true;
      await steps.return(stopped);
    },
  });
  return new Response(stream, { headers: { "content-type": "application/x-ndjson", "cache-control": "no-store" } });
}
