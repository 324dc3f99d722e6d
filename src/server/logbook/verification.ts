import path from "node:path";
import { Worker } from "node:worker_threads";
import type { ChainVerdict } from "@/core/records";
import type { App } from "../app";
import { dataFolder, projectRoot } from "../root";

export type LogVerdict = ChainVerdict & { checkpoints: number; wrongCheckpoints: number[] };
export type Progress = { done: number; total: number; verdict?: LogVerdict };
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
 * Re-computes the whole log in a thread of its own, which only reads; gives progress, and at the end what came of it. There is one such thread for a log however many
 * ask: who comes while it runs watches it with the others, and it ends early when the last of them goes away.
 */
export async function* verifyLog(app: Pick<App, "wall">, folder = dataFolder()): AsyncGenerator<Progress, void> {
  const all = (under.bandeiraVerifying ??= new Map());
  const running = all.get(folder) ?? begin(app, folder, all);
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

function begin(app: Pick<App, "wall">, folder: string, all: Map<string, Running>): Running {
  const file = path.join(projectRoot(), "src/server/logbook/verify-thread.mjs");
  // Made this way since a bundler that sees `new Worker` would take the file for one of its own.
  const worker = Reflect.construct(Worker, [
    file,
    {
      workerData: { folder },
      env: { ...process.env, BANDEIRA_ROOT: projectRoot() },
      resourceLimits: { maxOldGenerationSizeMb: 512 },
    },
  ]) as Worker;
  const running: Running = {
    latest: null,
    failed: null,
    over: false,
    watchers: new Set(),
    end: () => {
      running.over = true;
      if (all.get(folder) === running) all.delete(folder);
      void worker.terminate();
    },
  };
  const tell = () => {
    for (const wake of running.watchers) wake();
  };
  worker.on("message", (progress: Progress) => {
    running.latest = progress;
    if (progress.verdict) {
      slot.bandeiraVerified = { ...progress.verdict, at: app.wall.now() };
      running.end();
    }
    tell();
  });
  worker.on("error", (error) => {
    running.failed = error;
    running.end();
    tell();
  });
  all.set(folder, running);
  return running;
}
