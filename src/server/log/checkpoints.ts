import { hash } from "node:crypto";
import { MerkleTree, leafHash, type CheckpointFile, type ChainedEvent, type HashBytes } from "@/core/records";
import type { Person } from "@/core/people";
import { type Result } from "@/core/refusal";
import { refused } from "@/core/words";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import type { Db } from "../db/open";
import { statement } from "../db/statement";
import { append, lastSeq, newCommandId } from "./log";
import { opened } from "./sealed";

export type RecordEvent = { type: "checkpoint made"; data: { size: number; root: string; lastHash: string } };

const nativeBytes: HashBytes = (bytes) => hash("sha256", bytes, "buffer");
const hex = (bytes: Uint8Array) => Buffer.from(bytes).toString("hex");

const trees = new WeakMap<Db, MerkleTree>();

/** The Merkle tree over the hashes of all events so far; what has come since it was last asked for is added. */
export function treeOf(db: Db): MerkleTree {
  return grownTree(db, Number.MAX_SAFE_INTEGER);
}

function grownTree(db: Db, most: number): MerkleTree {
  const tree = trees.get(db) ?? new MerkleTree(nativeBytes);
  trees.set(db, tree);
  const rest = db.prepare("SELECT hash FROM logged WHERE seq > ? ORDER BY seq LIMIT ?").pluck();
  for (const one of rest.iterate(tree.size, most) as Iterable<Uint8Array>) tree.add(leafHash(one, nativeBytes));
  return tree;
}

export type Checkpoint = CheckpointFile & { by: string };

/** The checkpoints, newest first. */
export function checkpointsOf(db: Db, most = 200): Checkpoint[] {
  return db
    .prepare("SELECT size, root, last_hash AS lastHash, at, by_person AS by FROM checkpoint ORDER BY size DESC LIMIT ?")
    .all(most) as Checkpoint[];
}

const DAY_MS = 86_400_000;

/** So many events are added to the tree at a time while others wait for an answer. */
const AT_A_TIME = 4000;

/** The same as `checkpointBySchedule`, a part at a time where the tree is far behind, as after a start. @returns whether there is more to do */
export function checkpointInParts(app: App, most = AT_A_TIME): boolean {
  if (!isDue(app)) return false;
  if (grownTree(app.db, most).size < lastSeq(app.db)) return true;
  checkpointBySchedule(app);
  return false;
}

/** Makes a checkpoint when a day has gone by since the last one and something has happened. @returns whether one was made */
export function checkpointBySchedule(app: App): boolean {
  if (!isDue(app)) return false;
  write(app, "system", newId(app));
  return true;
}

function isDue(app: App): boolean {
  const last = checkpointsOf(app.db, 1)[0];
  const now = app.clock.now();
  // The event of the last checkpoint itself is nothing new.
  if (lastSeq(app.db) <= (last ? last.size + 1 : 0)) return false;
  return !last || Date.parse(now) - Date.parse(last.at) >= DAY_MS;
}

/** Makes a checkpoint now, over everything that is in the log. */
export function makeCheckpoint(app: App, actor: Person, command: string): Result<CheckpointFile> {
  const refusal = authorise(actor, "log.checkpoint");
  if (refusal) return { ok: false, refusals: [refusal] };
  return { ok: true, value: write(app, actor.id, command) };
}

function write(app: App, actor: string, command: string): CheckpointFile {
  return app.db
    .transaction(() => {
      const tree = treeOf(app.db);
      const { size } = tree;
      const at = app.clock.now();
      const lastHash = statement(app.db, "SELECT hash FROM event WHERE seq = ?").pluck().get(size) as string;
      const data = { size, root: hex(tree.root()), lastHash };
      const events: RecordEvent[] = [{ type: "checkpoint made", data }];
      for (const event of append(app.db, "checkpoints", events, { actor, at, command }))
        projectCheckpoint(app.db, opened(app.db, event));
      return { ...data, at };
    })
    .immediate();
}

const newId = (app: App) => (app.newId ?? newCommandId)();

/** Writes what is read of checkpoints. */
export function projectCheckpoint(db: Db, event: ChainedEvent): void {
  const { size, root, lastHash } = JSON.parse(event.data) as RecordEvent["data"];
  db.prepare("INSERT OR IGNORE INTO checkpoint (size, root, last_hash, at, by_person) VALUES (?, ?, ?, ?, ?)").run(
    size,
    root,
    lastHash,
    event.time,
    event.actor,
  );
}

/** What proves that one checkpoint is of the beginning of the log of another; a file of its own, to be checked by anybody who has both. @param first how many events the earlier is of, and `second` the later */
export function consistencyBetween(
  db: Db,
  first: number,
  second: number,
): Result<{ first: CheckpointFile; second: CheckpointFile; proof: string[] }> {
  const find = (size: number) => checkpointsOf(db, 10_000).find((one) => one.size === size);
  const [one, two] = [find(Math.min(first, second)), find(Math.max(first, second))];
  if (!one || !two) return refused("no such checkpoint");
  const plain = ({ by: _, ...rest }: Checkpoint): CheckpointFile => rest;
  const proof = treeOf(db).consistencyProof(one.size, two.size).map(hex);
  return { ok: true, value: { first: plain(one), second: plain(two), proof } };
}

/** Where events stand under the root of the whole log as it is now, and how that follows from the last checkpoint. */
export function proofOf(db: Db, events: readonly ChainedEvent[]) {
  const tree = treeOf(db);
  const { size } = tree;
  const [last] = checkpointsOf(db, 1);
  const { by: _, ...checkpoint } = last ?? { by: "" };
  return {
    head: { size, root: hex(tree.root()) },
    checkpoint: last ? (checkpoint as CheckpointFile) : null,
    consistency: last ? tree.consistencyProof(last.size, size).map(hex) : [],
    events: events.map(({ seq, hash: own }) => ({ seq, hash: own, path: tree.auditPath(seq - 1, size).map(hex) })),
  };
}
