import { refusalsOf } from "@/core/refusal";
import { authorise } from "@/server/access/authorise";
import { app } from "@/server/app";
import { answered, currentPerson, fromElsewhere, noteForbidden, problem, readJson } from "@/server/http/handle";
import { IntakeSchema, MAX_INTAKE, importDocuments } from "@/server/intake/import";

/**
 * Looks at a file of orders or invoices, or takes it in. Answers with one JSON value a line: how far it is, and at the end the preview, what was
 * taken, or the refusals. Who goes away stops it between two batches.
 */
export async function POST(request: Request) {
  const foreign = fromElsewhere(request);
  if (foreign) return foreign;
  const actor = await currentPerson();
  if (!actor) return problem([{ code: "not signed in", message: "Sign in first; nothing was done" }]);
  const refusal = authorise(actor, "intake.import");
  if (refusal) return answered(request, actor, { ok: false, refusals: [refusal] });
  if (Number(request.headers.get("content-length") ?? 0) > 2 * MAX_INTAKE)
    return problem([{ code: "file", message: "The file is larger than 20 MB; split it", path: "file" }], 413);
  const parsed = IntakeSchema.safeParse(await readJson(request));
  if (!parsed.success) return problem(refusalsOf(parsed.error), 400);
  const steps = importDocuments(app(), actor, parsed.data);
  const encoder = new TextEncoder();
  const stream = new ReadableStream({
    async pull(controller) {
      const step = await steps.next();
      const line = step.done ? { result: step.value } : { progress: step.value };
      controller.enqueue(encoder.encode(`${JSON.stringify(line)}\n`));
      if (!step.done) return;
      if (!step.value.ok) noteForbidden(actor, "POST /api/intake", step.value.refusals);
      controller.close();
    },
    async cancel() {
      await steps.return({ ok: false, refusals: [] });
    },
  });
  return new Response(stream, { headers: { "content-type": "application/x-ndjson", "cache-control": "no-store" } });
}
