import { authorise } from "@/server/access/authorise";
import { app } from "@/server/process";
import { change } from "@/server/http/handle";
import { KeepSchema, keepRehearsal } from "@/server/rehearsal/kept";

/** Keeps a rehearsal under a name, with everything that it was put to. */
export function POST(request: Request) {
  return change(request, KeepSchema, (actor, body) => keepRehearsal(app(), actor, body), {
    most: 2 * 1024 * 1024,
    may: (actor) => authorise(actor, "rehearsals.keep"),
  });
}
