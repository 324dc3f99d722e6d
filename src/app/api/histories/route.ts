import { authorise } from "@/server/access/authorise";
import { app } from "@/server/process";
import { change, noteForbidden } from "@/server/http/handle";
import { streamed } from "@/server/http/stream";
import { HistoryImportSchema, MAX_HISTORY, importHistory } from "@/server/histories/import";

/**
 * Looks at a file of documents of the past, or keeps it as a history to rehearse on. Answers with one JSON value a line: how far it is, and at the end the preview, what was
 * kept, or the refusals.
 */
export function POST(request: Request) {
  return change(
    request,
    HistoryImportSchema,
    (actor, body) => {
      const steps = importHistory(app(), actor, body, request.signal);
      const value = streamed(
        request,
        steps,
        (step) => {
          if (step.done && !step.value.ok) noteForbidden(actor, "POST /api/histories", step.value.refusals);
          return step.done ? { result: step.value } : { progress: step.value };
        },
        { ok: false, refusals: [] },
      );
      return { ok: true, value };
    },
    { most: 2 * MAX_HISTORY, may: (actor) => authorise(actor, "histories.write") },
  );
}
