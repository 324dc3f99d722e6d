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

/** Re-computes the whole log in a thread of its own, which only reads; gives progress, and at the end what came of it. Ended early, the thread ends. */
export async function* verifyLog(app: Pick<App, "wall">, folder = dataFolder()): AsyncGenerator<Progress, void> {
  const file = path.join(projectRoot(), "src/server/logbook/verify-thread.mjs");
  // Made this way since a bundler that sees `new Worker` would take the file for one of its own.
  const worker = Reflect.construct(Worker, [
    file,
    {
      workerData: { folder },
      env: { ...process.env, BANDEIRA_ROOT: projectRoot() },
    },
  ]) as Worker;
  const told: Progress[] = [];
  let wake = () => {};
  let failed: Error | null = null;
  worker.on("message", (progress: Progress) => {
    told.push(progress);
    wake();
  });
  worker.on("error", (error) => {
    failed = error;
    wake();
  });
  try {
    for (;;) {
      const next = told.shift();
      if (next) {
        if (next.verdict) slot.bandeiraVerified = { ...next.verdict, at: app.wall.now() };
        yield next;
        if (next.verdict) return;
      } else if (failed) throw failed;
      else await new Promise<void>((resume) => (wake = resume));
    }
  } finally {
    await worker.terminate();
  }
}
