import type { Person } from "@/core/people";
import type { ChainedEvent } from "@/core/records";
import { refusedFor, type Refusal, type Result } from "@/core/refusal";
import type { App } from "./app";
import { allOrNothing } from "./db/all-or-nothing";
import { doneBefore, type Intent } from "./log/log";
import { opened } from "./log/sealed";

/** A command: whether its actor may, its id, and by which event on which stream it is known that it was done. */
export type Command<T> = Omit<Intent, "actor"> & {
  /** Why the actor may not; null when they may. Asked of the one place that says so, `access/authorise`. */
  barred(): Refusal | null;
  /** What it came to, told by the event that shows that it was done before. */
  again(done: ChainedEvent): T;
};

/**
 * The one way in which a command of somebody's is carried out: whether they may, whether it was done before, and then all of it or nothing. Carried out inside
 * another, it is a part of that and undone by itself.
 * @param run decides, and writes its events with their projection; a refusal undoes whatever it has written
 */
export function carryOut<T>(
  app: App,
  actor: Person,
  { barred, again, ...intent }: Command<T>,
  run: () => Result<T>,
): Result<T> {
  const result = allOrNothing(app, (): Result<T> => {
    const refusal = barred();
    if (refusal) return refusedFor(refusal);
    const done = doneBefore(app.db, { ...intent, actor: actor.id });
    if (!done.ok) return done;
    return done.value ? { ok: true, value: again(opened(app.db, done.value)) } : run();
  });
  // What waited for it goes on now.
  if (result.ok) app.wakeWorker?.();
  return result;
}
