import { Worker } from "node:worker_threads";
import fs from "node:fs";
import os from "node:os";
import path from "node:path";
import { projectRoot } from "../root";
import type { Asked, Fault, ThreadData, Told } from "./messages";
import { type Refusal } from "@/core/refusal";
import { refuse } from "@/core/words";

/** Too much is under way; the message says what to do. */
export class Busy extends Error {
  override name = "Busy";

  constructor(readonly refusal: Refusal) {
    super(refusal.message);
  }
}

/** What the pool does with one work, and tells whoever asked for it. */
export type Task = {
  asked: Asked;
  step(step: unknown): void;
  over(outcome: { value: unknown } | { error: Error } | { stopped: true }): void;
};

/** What the pool needs of a worker. */
export type Running = Pick<Worker, "on" | "postMessage" | "terminate" | "ref" | "unref">;
type Thread = { worker: Running; stop: Int32Array; task: Task | null; limit?: NodeJS.Timeout };

const MOST_WAITING = 40;
const MOST_WAITING_OF_ONE = 4;
const LONGEST_MS = 3 * 60_000;
/** How long a work may take to notice that nobody waits for it. */
const STOPPING_MS = 3_000;
const MOST_MEMORY_MB = 256;

/**
 * Threads for long work: a few, so that pages keep a processor and memory stays bounded. Nobody takes the last thread that is free while
 * others wait: whoever has none under way comes first, then whoever was served longest ago. What nobody waits for any more ends.
 */
export class Pool {
  private readonly threads: Thread[] = [];
  private readonly waiting: Task[] = [];
  private readonly served = new Map<string, number>();
  private turn = 0;

  /** @param start begins a thread; tests give their own */
  constructor(
    readonly size = Math.max(1, Math.min(2, os.availableParallelism() - 1)),
    private readonly start: (data: ThreadData) => Running = startThread,
  ) {}

  /** @throws Busy when too much waits already */
  begin(task: Task): void {
    const own = this.waiting.filter((one) => one.asked.by.id === task.asked.by.id).length;
    if (own >= MOST_WAITING_OF_ONE) throw new Busy(refuse("long requests waiting", { waiting: own }));
    if (this.waiting.length >= MOST_WAITING) throw new Busy(refuse("too many at long work"));
    this.waiting.push(task);
    this.next();
  }

  /** Ends a work, wherever it is. */
  stop(task: Task): void {
    const at = this.waiting.indexOf(task);
    if (at >= 0) {
      this.waiting.splice(at, 1);
      return task.over({ stopped: true });
    }
    const thread = this.threads.find((one) => one.task === task);
    if (!thread) return;
    Atomics.store(thread.stop, 0, task.asked.id);
    clearTimeout(thread.limit);
    thread.limit = setTimeout(() => this.drop(thread, { stopped: true }), STOPPING_MS).unref();
  }

  /** Ends every thread; for tests and for the end of a process. */
  async close(): Promise<void> {
    for (const task of this.waiting.splice(0)) task.over({ stopped: true });
    await Promise.all(
      [...this.threads].map((thread) => {
        this.drop(thread, { stopped: true });
        return thread.worker.terminate();
      }),
    );
  }

  private next(): void {
    const free = this.threads.find((one) => one.task === null);
    if (!free && this.threads.length >= this.size) return;
    const task = this.choose();
    if (!task) return;
    this.waiting.splice(this.waiting.indexOf(task), 1);
    this.served.set(task.asked.by.id, (this.turn += 1));
    const thread = free ?? this.open();
    thread.task = task;
    thread.worker.ref();
    thread.limit = setTimeout(
      () =>
        this.drop(thread, {
          error: new Busy(refuse("took too long")),
        }),
      LONGEST_MS,
    ).unref();
    // oxlint-disable-next-line unicorn/require-post-message-target-origin -- a thread has no origin
    thread.worker.postMessage(task.asked);
    this.next();
  }

  private choose(): Task | undefined {
    const running = (person: string) => this.threads.filter((one) => one.task?.asked.by.id === person).length;
    const may = this.waiting.filter((one) => running(one.asked.by.id) < Math.max(1, this.size - 1));
    const since = (one: Task) => this.served.get(one.asked.by.id) ?? 0;
    return may.toSorted((a, b) => running(a.asked.by.id) - running(b.asked.by.id) || since(a) - since(b))[0];
  }

  private open(): Thread {
    const stop = new Int32Array(new SharedArrayBuffer(4));
    const worker = this.start({ stop });
    const thread: Thread = { worker, stop, task: null };
    worker.on("message", (told: Told) => this.told(thread, told));
    worker.on("error", (error: Error) => this.drop(thread, { error }));
    worker.on("exit", () => this.drop(thread, { error: new Error("A thread ended before its work did") }));
    this.threads.push(thread);
    return thread;
  }

  private told(thread: Thread, told: Told): void {
    const { task } = thread;
    if (!task || task.asked.id !== told.id) return;
    if ("step" in told) return task.step(told.step);
    this.free(thread);
    if ("fault" in told) task.over({ error: errorOf(told.fault) });
    else task.over("stopped" in told ? told : { value: told.value });
    this.next();
  }

  private free(thread: Thread): void {
    clearTimeout(thread.limit);
    thread.task = null;
    thread.worker.unref();
    if (this.waiting.length === 0 && this.threads.every((one) => one.task === null)) this.served.clear();
  }

  private drop(thread: Thread, outcome: { error: Error } | { stopped: true }): void {
    const at = this.threads.indexOf(thread);
    if (at < 0) return;
    this.threads.splice(at, 1);
    const { task } = thread;
    this.free(thread);
    void thread.worker.terminate();
    if (task?.asked.spool) fs.rmSync(task.asked.spool, { force: true });
    task?.over(outcome);
    this.next();
  }
}

function startThread(workerData: ThreadData): Running {
  const file = path.join(projectRoot(), "src/server/threads/thread.mjs");
  // Made this way since a bundler that sees `new Worker` would take the file for one of its own.
  return Reflect.construct(Worker, [
    file,
    {
      workerData,
      env: { ...process.env, BANDEIRA_ROOT: projectRoot() },
      resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY_MB },
    },
  ]) as Worker;
}

function errorOf({ message, stack, code }: Fault): Error {
  return Object.assign(new Error(message), { stack, ...(code && { code }) });
}
