/** Run as a worker thread: re-computes the whole log of a data folder and says how far it is. It only reads. */
import { parentPort, workerData } from "node:worker_threads";
import { hash } from "node:crypto";
import { MerkleTree, leafHash, verifyChain, type ChainedEvent } from "@/core/records";
import { openForReading } from "../db/open";
import { allEvents, nativeHash } from "../log/log";

const EVERY = 2_000;
// oxlint-disable-next-line unicorn/require-post-message-target-origin -- a thread has no origin
const tell = (progress: object) => parentPort?.postMessage(progress);
const db = openForReading((workerData as { folder: string }).folder);
const total = db.prepare("SELECT COALESCE(MAX(seq), 0) FROM event").pluck().get() as number;
const checkpoints = new Map(
  (db.prepare("SELECT size, root FROM checkpoint").all() as { size: number; root: string }[]).map((one) => [
    one.size,
    one.root,
  ]),
);
const bytes = (of: Uint8Array) => hash("sha256", of, "buffer");
const tree = new MerkleTree(bytes);
const wrong: number[] = [];

function* watched(): Generator<ChainedEvent> {
  for (const event of allEvents(db)) {
    if (event.seq % EVERY === 0) tell({ done: event.seq, total });
    yield event;
    tree.add(leafHash(new Uint8Array(Buffer.from(event.hash, "hex")), bytes));
    const root = checkpoints.get(tree.size);
    if (root && root !== Buffer.from(tree.root()).toString("hex")) wrong.push(tree.size);
  }
}

const verdict = verifyChain(watched(), nativeHash);
db.close();
tell({
  done: total,
  total,
  verdict: { ...verdict, checkpoints: checkpoints.size, wrongCheckpoints: wrong },
});
