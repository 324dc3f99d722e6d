import { z } from "zod";
import { authorise } from "@/server/access/authorise";
import { app } from "@/server/process";
import { change } from "@/server/http/handle";
import { streamed } from "@/server/http/stream";
import { verifyLog } from "@/server/logbook/verification";

const Nothing = z.unknown();

/** Re-computes the whole log in a thread; one JSON value a line, how far it is and at the end what came of it. Who goes away ends it. */
export function POST(request: Request) {
  return change(
    request,
    Nothing,
    (reader) => ({
      ok: true,
      value: streamed(
        request,
        verifyLog(app(), reader),
        (step) => {
          if (step.done) return null;
          const { done, total, verdict } = step.value;
          return verdict
            ? { result: { ok: true, value: verdict } }
            : { progress: { stage: "re-computing", done, total } };
        },
        undefined,
      ),
    }),
    { may: (reader) => authorise(reader, "log.read") },
  );
}
