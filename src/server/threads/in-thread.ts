import { randomBytes } from "node:crypto";
import fs from "node:fs";
import type { FileHandle } from "node:fs/promises";
import path from "node:path";
import type { Person } from "@/core/people";
import type { App } from "../app";
import type { Asked } from "./messages";
import { Busy, Pool, type Task } from "./pool";
import type { InputOf, StepOf, ValueOf, WorkName } from "./work";
import { refuse } from "@/core/words";

/** What there is once a process: Next keeps several copies of a module. */
type Shared = {
  pool: Pool;
  /** The number of the work that was asked for last: each has its own, whichever copy asks. */
  last: number;
  /** How many files each person is fetching. */
  fetching: Map<string, number>;
  /** Data folders in which nothing is left of an earlier process. */
  cleared: Set<string>;
};
const slot = globalThis as typeof globalThis & { bandeiraThreads?: Shared };
const shared = (slot.bandeiraThreads ??= { pool: new Pool(), last: 0, fetching: new Map(), cleared: new Set() });
const { pool, fetching, cleared } = shared;

type Asking = Pick<App, "db" | "clock" | "demo">;

function asked({ db, clock, demo }: Asking, name: WorkName, input: unknown, by: Person, spool: string | null): Asked {
  shared.last = (shared.last % 0x7fffffff) + 1;
  return { id: shared.last, folder: folderOf({ db }), name, input, by, at: clock.now(), demo, spool };
}

const folderOf = ({ db }: Pick<App, "db">) => path.dirname(path.resolve(db.name));

/**
 * Long work in a thread: what it yields and what came of it. Whoever leaves the loop, or whose signal says so, ends it.
 * @throws Busy when too much is under way, and whatever the work throws
 */
export function inThread<N extends WorkName>(
  app: Asking,
  name: N,
  input: InputOf<N>,
  by: Person,
  signal?: AbortSignal,
): AsyncGenerator<StepOf<N>, ValueOf<N>> {
  return following(asked(app, name, input, by, null), signal);
}

async function* following<S, V>(work: Asked, signal: AbortSignal | undefined): AsyncGenerator<S, V> {
  const steps: S[] = [];
  let outcome: Parameters<Task["over"]>[0] | null = null;
  let wake = () => {};
  const task: Task = {
    asked: work,
    step: (step) => {
      steps.push(step as S);
      wake();
    },
    over: (end) => {
      outcome = end;
      wake();
    },
  };
  const stop = () => pool.stop(task);
  if (signal?.aborted) throw new Busy(refuse("ended before it was done"));
  signal?.addEventListener("abort", stop);
  try {
    pool.begin(task);
    for (;;) {
      while (steps.length > 0) yield steps.shift()!;
      if (outcome) return valueOf<V>(outcome);
      await new Promise<void>((resume) => (wake = resume));
    }
  } finally {
    signal?.removeEventListener("abort", stop);
    if (!outcome) stop();
  }
}

async function endOf<V>(steps: AsyncGenerator<unknown, V>): Promise<V> {
  for (;;) {
    const step = await steps.next();
    if (step.done) return step.value;
  }
}

/** The same for work of which only the end matters. */
export function resultInThread<N extends WorkName>(...asking: Parameters<typeof inThread<N>>): Promise<ValueOf<N>> {
  return endOf(inThread(...asking));
}

function valueOf<V>(outcome: Parameters<Task["over"]>[0]): V {
  if ("error" in outcome) throw outcome.error;
  if ("stopped" in outcome) throw new Busy(refuse("ended before it was done"));
  return outcome.value as V;
}

type FileWork = { [N in WorkName]: StepOf<N> extends string | Uint8Array ? N : never }[WorkName];

const MOST_FETCHED_AT_ONCE = 4;
/** Who takes nothing for so long has gone away. */
const PATIENCE_MS = 60_000;
const PIECE = 64 * 1024;

/**
 * A file that a thread makes, whole, before the first byte of it goes out: so that a reader who is slow holds an open file and no thread. It has no name on the disk
 * any more by then, and is gone with its last reader.
 * @throws Busy when too much is under way, or the same person has too many files open
 */
export async function fileInThread<N extends FileWork>(
  app: Asking,
  name: N,
  input: InputOf<N>,
  by: Person,
  signal?: AbortSignal,
): Promise<ReadableStream<Uint8Array>> {
  const open = fetching.get(by.id) ?? 0;
  if (open >= MOST_FETCHED_AT_ONCE) throw new Busy(refuse("too many files open", { open }));
  fetching.set(by.id, open + 1);
  const release = once(() => {
    const left = (fetching.get(by.id) ?? 1) - 1;
    if (left > 0) fetching.set(by.id, left);
    else fetching.delete(by.id);
  });
  try {
    const file = await made(app, name, input, by, signal);
    return streamOf(file, release);
  } catch (error) {
    release();
    throw error;
  }
}

async function made(
  app: Asking,
  name: WorkName,
  input: unknown,
  by: Person,
  signal: AbortSignal | undefined,
): Promise<FileHandle> {
  const spool = path.join(spoolOf(folderOf(app)), randomBytes(12).toString("hex"));
  try {
    await endOf(following(asked(app, name, input, by, spool), signal));
  } catch (error) {
    fs.rmSync(spool, { force: true });
    throw error;
  }
  const file = await fs.promises.open(spool, "r");
  await fs.promises.unlink(spool);
  return file;
}

/** Where files are until they have been fetched; what an earlier process left there is nobody's. */
function spoolOf(folder: string): string {
  const spool = path.join(folder, "spool");
  if (!cleared.has(folder)) fs.rmSync(spool, { recursive: true, force: true });
  cleared.add(folder);
  fs.mkdirSync(spool, { recursive: true, mode: 0o700 });
  return spool;
}

function streamOf(file: FileHandle, release: () => void): ReadableStream<Uint8Array> {
  let idle: NodeJS.Timeout | undefined;
  let over: Promise<void> | null = null;
  // A handle is closed when what is being read of it has been read, so that nothing reads from another file in its place.
  const end = () => {
    clearTimeout(idle);
    return (over ??= file.close().finally(release));
  };
  return new ReadableStream({
    async pull(controller) {
      clearTimeout(idle);
      const { bytesRead, buffer } = await file.read(Buffer.allocUnsafe(PIECE), 0, PIECE, null);
      if (over) return;
      if (bytesRead === 0) {
        await end();
        controller.close();
        return;
      }
      controller.enqueue(buffer.subarray(0, bytesRead));
      idle = setTimeout(() => {
        void end();
        controller.error(new Error("Nothing was taken for a minute"));
      }, PATIENCE_MS).unref();
    },
    cancel: end,
  });
}

function once(run: () => void): () => void {
  let done = false;
  return () => {
    if (!done) run();
    done = true;
  };
}
