/** Run as a worker thread: does one work after the other, each on a data folder that it only reads. */
import fs from "node:fs";
import os from "node:os";
import { parentPort, workerData } from "node:worker_threads";
import type { App } from "../app";
import { systemClock } from "../clock";
import { openForReading, type Db } from "../db/open";
import type { Asked, Told, ThreadData } from "./messages";
import { WORK, type WorkName } from "./work";

// Pages come first: where the system gives each thread a niceness of its own, as Linux does, this one takes what they leave.
if (process.platform === "linux") os.setPriority(0, 5);
const { stop } = workerData as ThreadData;
let open: { folder: string; db: Db } | null = null;

/** A process has one data folder, but for tests; the connection stays open with what is kept beside it. */
function databaseOf(folder: string): Db {
  if (open?.folder === folder) return open.db;
  open?.db.close();
  open = null;
  open = { folder, db: openForReading(folder) };
  return open.db;
}
// oxlint-disable-next-line unicorn/require-post-message-target-origin -- a thread has no origin
const post = (told: Told) => parentPort!.postMessage(told);

async function doWork({ id, folder, name, input, by, at, demo, spool }: Asked): Promise<void> {
  const app: App = { db: databaseOf(folder), demo, clock: { now: () => at }, wall: systemClock };
  const steps = WORK[name as WorkName](app, input as never, by);
  const file = spool === null ? null : fs.openSync(spool, "wx", 0o600);
  try {
    for (;;) {
      const { done, value } = await steps.next();
      if (Atomics.load(stop, 0) === id) {
        await steps.return(undefined as never);
        return post({ id, stopped: true });
      }
      if (done) return post({ id, value: spool === null ? value : null });
      if (file === null) post({ id, step: value });
      else fs.writeSync(file, value as Uint8Array);
    }
  } finally {
    if (file !== null) fs.closeSync(file);
  }
}

parentPort!.on("message", (asked: Asked) => {
  doWork(asked).catch((error: unknown) => {
    const { message, stack, code } = error as Error & { code?: unknown };
    const known = typeof code === "string" ? code : null;
    post({ id: asked.id, fault: { message: message ?? String(error), stack: stack ?? "", code: known } });
  });
});
