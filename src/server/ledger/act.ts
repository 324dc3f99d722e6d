import type { Person } from "@/core/people";
import type { Result } from "@/core/refusal";
import { authorise, type Action } from "../access/authorise";
import type { App } from "../app";
import { allOrNothing } from "../db/all-or-nothing";
import { doneBefore } from "../log/log";

/** One act in the books: the right to it, done before or not, then what it does, in one transaction. */
export function act<T>(
  app: App,
  actor: Person,
  { action, command, stream, type }: { action: Action; command: string; stream: string; type: string },
  run: () => Result<T>,
): Result<T | { again: true }> {
  const refusal = authorise(actor, action);
  if (refusal) return { ok: false, refusals: [refusal] };
  const result = allOrNothing(app, (): Result<T | { again: true }> => {
    const earlier = doneBefore(app.db, { command, actor: actor.id, stream, type });
    if (!earlier.ok) return earlier;
    return earlier.value ? { ok: true, value: { again: true } } : run();
  });
  if (result.ok) app.wakeWorker?.();
  return result;
}
