import { authorise } from "@/server/access/authorise";
import { app } from "@/server/app";
import { answered, currentPerson, fromElsewhere, problem } from "@/server/http/handle";
import { verifyLog } from "@/server/logbook/verification";

/** Re-computes the whole log in a thread of its own; one JSON value a line, how far it is and at the end what came of it. Who goes away ends it. */
export async function POST(request: Request) {
  const foreign = fromElsewhere(request);
  if (foreign) return foreign;
  const reader = await currentPerson();
  if (!reader) return problem([{ code: "not signed in", message: "Sign in first" }]);
  const refusal = authorise(reader, "log.read");
  if (refusal) return answered(request, reader, { ok: false, refusals: [refusal] });
  const steps = verifyLog(app());
  const encoder = new TextEncoder();
  const stream = new ReadableStream({
    async pull(controller) {
      const step = await steps.next();
      if (step.done) return controller.close();
      const { done, total, verdict } = step.value;
      const line = verdict
        ? { result: { ok: true, value: verdict } }
        : { progress: { stage: "re-computing", done, total } };
      controller.enqueue(encoder.encode(`${JSON.stringify(line)}\n`));
    },
    async cancel() {
      await steps.return();
    },
  });
  return new Response(stream, { headers: { "content-type": "application/x-ndjson", "cache-control": "no-store" } });
}
