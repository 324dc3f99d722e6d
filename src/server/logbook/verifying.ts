import { hash } from "node:crypto";
import { MerkleTree, leafHash, verifyingChain, type ChainVerdict } from "@/core/records";
import type { Db } from "../db/open";
import { allEvents, nativeHash } from "../log/log";

export type LogVerdict = ChainVerdict & { checkpoints: number; wrongCheckpoints: number[] };
export type Progress = { done: number; total: number; verdict?: LogVerdict };

const EVERY = 2_000;

/** Re-computes the whole log: how far it is after every two thousand events, and at the end what came of it. It only reads. */
export function* verifying(db: Db): Generator<Progress, void> {
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
  const steps = verifyingChain(allEvents(db), nativeHash);
  try {
    for (;;) {
      const step = steps.next();
      if (step.done) {
        const verdict = { ...step.value, checkpoints: checkpoints.size, wrongCheckpoints: wrong };
        return yield { done: total, total, verdict };
      }
      tree.add(leafHash(new Uint8Array(Buffer.from(step.value.hash, "hex")), bytes));
      const root = checkpoints.get(tree.size);
      if (root && root !== Buffer.from(tree.root()).toString("hex")) wrong.push(tree.size);
      if (step.value.seq % EVERY === 0) yield { done: step.value.seq, total };
    }
  } finally {
    // Who ends it on the way ends the reading of the log too, or the connection would stay busy.
    steps.return(undefined as never);
  }
}
