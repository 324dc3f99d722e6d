import { refusalsOf } from "@/core/refusal";
import { authorise } from "@/server/access/authorise";
import { app } from "@/server/app";
import { answered, currentPerson, fromElsewhere, noteForbidden, problem, readJson } from "@/server/http/handle";
import { ImportSchema, MAX_FILE, importFile } from "@/server/people/import";

/**
 * Looks at a file of people, units, positions, groups or limits, or writes it. Answers with one JSON value a line: how far it is, and at the end
 * the preview or the refusals.
 */
export async function POST(request: Request) {
  const foreign = fromElsewhere(request);
  if (foreign) return foreign;
  const actor = await currentPerson();
  if (!actor) return problem([{ code: "not signed in", message: "Sign in first; nothing was done" }]);
  // Told before twenty megabytes are read; which of the two a file needs is asked again when its table is known.
  const refusal = authorise(actor, "people.write");
  if (refusal && authorise(actor, "limits.write")) return answered(request, actor, { ok: false, refusals: [refusal] });
  if (Number(request.headers.get("content-length") ?? 0) > 2 * MAX_FILE)
    return problem([{ code: "file", message: "The file is larger than 20 MB; split it", path: "file" }], 413);
  const parsed = ImportSchema.safeParse(await readJson(request));
  if (!parsed.success) return problem(refusalsOf(parsed.error), 400);
  const steps = importFile(app(), actor, parsed.data);
  const encoder = new TextEncoder();
  const stream = new ReadableStream({
    async pull(controller) {
      const step = await steps.next();
      controller.enqueue(
        encoder.encode(`${JSON.stringify(step.done ? { result: step.value } : { progress: step.value })}\n`),
      );
      if (!step.done) return;
      if (!step.value.ok) noteForbidden(actor, "POST /api/people/import", step.value.refusals);
      controller.close();
    },
  });
  return new Response(stream, { headers: { "content-type": "application/x-ndjson", "cache-control": "no-store" } });
}
