import type { Person } from "@/core/people";
import type { App } from "../app";
import { inThread } from "../threads/in-thread";
import type { LogVerdict, Progress } from "./verifying";

export type Verified = LogVerdict & { at: string };

const slot = globalThis as typeof globalThis & { bandeiraVerified?: Verified };

/** What the last verification by this process came to; null before any. */
export function lastVerified(): Verified | null {
  return slot.bandeiraVerified ?? null;
}

/** One verification that is under way, and whoever watches it. */
type Running = { latest: Progress | null; failed: Error | null; over: boolean; watchers: Set<() => void>; end(): void };

const under = globalThis as typeof globalThis & { bandeiraVerifying?: Map<string, Running> };

/**
 * Re-computes the whole log in a thread, which only reads; gives progress, and at the end what came of it. It is done once for a log however many ask: who comes
 * while it runs watches it with the others, and it ends early when the last of them goes away.
 */
export async function* verifyLog(app: App, by: Person): AsyncGenerator<Progress, void> {
  const all = (under.bandeiraVerifying ??= new Map());
  const running = all.get(app.db.name) ?? begin(app, by, all);
  let wake = () => {};
  const watcher = () => wake();
  running.watchers.add(watcher);
  let seen: Progress | null = null;
  try {
    for (;;) {
      const { latest, failed, over } = running;
      if (failed) throw failed;
      if (latest && latest !== seen) {
        seen = latest;
        yield latest;
        if (latest.verdict) return;
      } else if (over) return;
      else await new Promise<void>((resume) => (wake = resume));
    }
  } finally {
    running.watchers.delete(watcher);
    if (running.watchers.size === 0) running.end();
  }
}

function begin(app: App, by: Person, all: Map<string, Running>): Running {
  const left = new AbortController();
  const running: Running = {
    latest: null,
    failed: null,
    over: false,
    watchers: new Set(),
    end: () => {
      running.over = true;
      if (all.get(app.db.name) === running) all.delete(app.db.name);
      left.abort();
    },
  };
  all.set(app.db.name, running);
  void follow(running, inThread(app, "verify the log", undefined, by, left.signal), app);
  return running;
}

async function follow(running: Running, steps: AsyncGenerator<Progress, void>, { wall }: App): Promise<void> {
  try {
    for await (const progress of steps) {
      running.latest = progress;
      if (progress.verdict) slot.bandeiraVerified = { ...progress.verdict, at: wall.now() };
      for (const wake of running.watchers) wake();
    }
  } catch (error) {
    if (!running.over) running.failed = error as Error;
  }
  running.end();
  for (const wake of running.watchers) wake();
}

/** What a whole verification comes to. @throws where it ended without a verdict */
export async function verdictOn(app: App, by: Person): Promise<LogVerdict> {
  for await (const { verdict } of verifyLog(app, by)) if (verdict) return verdict;
  throw new Error("The verification ended without a verdict");
}
