import { authorise } from "@/server/access/authorise";
import { app } from "@/server/process";
import { change, noteForbidden } from "@/server/http/handle";
import { streamed } from "@/server/http/stream";
import { IntakeSchema, MAX_INTAKE, importDocuments } from "@/server/intake/import";

/**
 * Looks at a file of orders or invoices, or takes it in. Answers with one JSON value a line: how far it is, and at the end the preview, what was
 * taken, or the refusals. Who goes away stops it between two batches.
 */
export function POST(request: Request) {
  return change(
    request,
    IntakeSchema,
    (actor, body) => {
      const steps = importDocuments(app(), actor, body, request.signal);
      const value = streamed(
        request,
        steps,
        (step) => {
          if (step.done && !step.value.ok) noteForbidden(actor, "POST /api/intake", step.value.refusals);
          return step.done ? { result: step.value } : { progress: step.value };
        },
        { ok: false, refusals: [] },
      );
      return { ok: true, value };
    },
    { most: 2 * MAX_INTAKE, may: (actor) => authorise(actor, "intake.import") },
  );
}
