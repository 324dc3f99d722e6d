import { authorise } from "@/server/access/authorise";
import { app } from "@/server/process";
import { change, noteForbidden } from "@/server/http/handle";
import { streamed } from "@/server/http/stream";
import { ImportSchema, MAX_FILE, importFile } from "@/server/people/import";

/**
 * Looks at a file of people, units, positions, groups, limits or locations, or writes it. Answers with one JSON value a line: how far it is, and at the end
 * the preview or the refusals.
 */
export function POST(request: Request) {
  return change(
    request,
    ImportSchema,
    (actor, body) => {
      const steps = importFile(app(), actor, body, request.signal);
      const value = streamed(
        request,
        steps,
        (step) => {
          if (step.done && !step.value.ok) noteForbidden(actor, "POST /api/people/import", step.value.refusals);
          return step.done ? { result: step.value } : { progress: step.value };
        },
        { ok: false, refusals: [] },
      );
      return { ok: true, value };
    },
    {
      most: 2 * MAX_FILE,
      // Told before twenty megabytes are read; which of the two a file needs is asked again when its table is known.
      may: (actor) => authorise(actor, "people.write") && authorise(actor, "limits.write"),
    },
  );
}
