import type { App } from "../app";
import { searchDue } from "../credit/search";
import type { Db } from "../db/open";
import { lookAgain } from "../holds/look-again";
import { beginMorning } from "../lookout/morning";
import { checkpointInParts } from "../log/checkpoints";
import { sendDigests, tellAbsences } from "../messages/by-time";
import { deliver } from "../messages/delivery";
import { fireTimers } from "../time/timers";
import { dueSteps, runInside, runStep } from "./steps";

const EVERY_MS = 5_000;
const LOOK_EVERY_MS = 60_000;

/** Carries out every step that is due, until none is. @returns how many were done or failed */
export async function runDueSteps(app: App): Promise<number> {
  let count = 0;
  for (;;) {
    const due = dueSteps(app);
    let moved = 0;
    for (const { document, step } of due) if (await runStep(app, document, step)) moved += 1;
    count += moved;
    if (moved === 0) return count;
  }
}

/** The same without addresses outside, and without waiting: for generators and tests. */
export function runInsideSteps(app: App): number {
  let count = 0;
  for (;;) {
    const moved = dueSteps(app).filter(({ document, step }) => runInside(app, document, step)).length;
    count += moved;
    if (moved === 0) return count;
  }
}

type LastLook = { organisation: number; rates: number; policies: number; at: number };
const looked = new WeakMap<Db, LastLook>();

/**
 * Looks at what routing holds when rates, people or policies have changed since it last did, and every minute, since absences and scheduled versions
 * begin and end without an event.
 */
export function lookAtRouting(app: App): string[] {
  const last = (stream: string, end = stream) =>
    app.db
      .prepare("SELECT COALESCE(MAX(seq), 0) FROM event WHERE stream >= ? AND stream <= ?")
      .pluck()
      .get(stream, end) as number;
  const now: LastLook = {
    organisation: last("organisation"),
    rates: last("rates"),
    policies: last("policy:", "policy;"),
    at: Date.parse(app.clock.now()),
  };
  const before = looked.get(app.db);
  looked.set(app.db, now);
  const code =
    before?.rates !== now.rates
      ? "rates changed"
      : before.organisation !== now.organisation
        ? "people changed"
        : before.policies !== now.policies
          ? "policy changed"
          : now.at - before.at >= LOOK_EVERY_MS
            ? "something began or ended"
            : null;
  if (code === null && before) now.at = before.at;
  return code === null ? [] : lookAgain(app, { about: "routing" }, { code });
}

const known = new WeakMap<Db, number>();

/** Looks at what policies hold for findings of the lookout, where any was raised or closed since it last did. @returns numbers of the documents on which something happened */
export function lookAtFindings(app: App): string[] {
  const now = app.db
    .prepare("SELECT COALESCE(MAX(seq), 0) FROM event WHERE stream >= 'finding:' AND stream < 'finding;'")
    .pluck()
    .get() as number;
  if (known.get(app.db) === now) return [];
  known.set(app.db, now);
  return lookAgain(app, { about: "findings" }, { code: "looked through" });
}

/** Begins the work of this process: timers, held documents, messages and steps after approvals, at once when a command asks and every few seconds. */
export function startWork(app: App): App {
  let busy = false;
  let again = false;
  const work = async () => {
    if (busy) {
      again = true;
      return;
    }
    busy = true;
    try {
      do {
        again = false;
        fireTimers(app);
        lookAtRouting(app);
        lookAtFindings(app);
        searchDue(app);
        tellAbsences(app);
        sendDigests(app);
        beginMorning(app);
        // Others are answered in between.
        if (checkpointInParts(app)) setTimeout(() => app.wakeWorker?.(), 0);
        await runDueSteps(app);
        await deliver(app);
      } while (again);
    } catch (error) {
      // A step that throws is a fault of the program: it is said where the server says its errors, and tried again.
      console.error("A step after an approval could not be carried out:", error);
    } finally {
      busy = false;
    }
  };
  app.wakeWorker = () => void setImmediate(() => void work());
  setInterval(() => void work(), EVERY_MS).unref();
  app.wakeWorker();
  return app;
}
