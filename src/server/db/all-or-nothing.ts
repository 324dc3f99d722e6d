import type { Result } from "@/core/refusal";
import type { App } from "../app";

class Undone extends Error {
  constructor(readonly result: Result<never>) {
    super("undone");
  }
}

/** Runs work in one transaction, or in a part of the one that is open, and undoes all of it when it comes to a refusal. */
export function allOrNothing<T>(app: Pick<App, "db">, work: () => Result<T>): Result<T> {
  const run = app.db.transaction(() => {
    const result = work();
    if (!result.ok) throw new Undone(result);
    return result;
  });
  try {
    return run.immediate();
  } catch (error) {
    if (error instanceof Undone) return error.result;
    throw error;
  }
}

/** Runs work in one transaction, or in the one that is open; what it has written stays, also beside a refusal. Immediate, so that of two who decide at once the second waits and then sees what the first has done. */
export function inTransaction<T>(app: App, work: () => T): T {
  return app.db.inTransaction ? work() : app.db.transaction(work).immediate();
}
