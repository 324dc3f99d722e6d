import { sha256 } from "@noble/hashes/sha2.js";

/** Gives the SHA-256 (FIPS 180-4) of bytes; a server passes a native one. */
export type HashBytes = (bytes: Uint8Array) => Uint8Array;

/** Hashes as 64 lower-case hexadecimal digits. A tree is over the hashes of events, each as 32 bytes. */
const LEAF = 0x00;
const NODE = 0x01;

function prefixed(prefix: number, ...parts: Uint8Array[]): Uint8Array {
  const bytes = new Uint8Array(1 + parts.reduce((sum, part) => sum + part.length, 0));
  bytes[0] = prefix;
  let at = 1;
  for (const part of parts) {
    bytes.set(part, at);
    at += part.length;
  }
  return bytes;
}

/** The hash of a leaf: SHA-256 of a zero byte and its content (RFC 6962, section 2.1). @param content any bytes */
export function leafHash(content: Uint8Array, hash: HashBytes = sha256): Uint8Array {
  return hash(prefixed(LEAF, content));
}

function nodeHash(left: Uint8Array, right: Uint8Array, hash: HashBytes): Uint8Array {
  return hash(prefixed(NODE, left, right));
}

/** The largest power of two smaller than n. */
function splitOf(n: number): number {
  let k = 1;
  while (k * 2 < n) k *= 2;
  return k;
}

/**
 * The Merkle tree hash of leaves (RFC 6962, section 2.1).
 * @param leaves leaf hashes in order; none give the hash of nothing
 */
export function merkleRoot(leaves: readonly Uint8Array[], hash: HashBytes = sha256): Uint8Array {
  if (leaves.length === 0) return hash(new Uint8Array(0));
  if (leaves.length === 1) return leaves[0]!;
  const k = splitOf(leaves.length);
  return nodeHash(merkleRoot(leaves.slice(0, k), hash), merkleRoot(leaves.slice(k), hash), hash);
}

/** Whether a leaf is in the tree of a root (RFC 9162, section 2.1.3.2, which says in steps what RFC 6962 leaves to the reader). */
export function isInTree(
  leaf: Uint8Array,
  index: number,
  size: number,
  path: readonly Uint8Array[],
  root: Uint8Array,
  hash: HashBytes = sha256,
): boolean {
  if (index < 0 || index >= size) return false;
  let [fn, sn, at] = [index, size - 1, leaf];
  for (const part of path) {
    if (sn === 0) return false;
    if (fn % 2 === 1 || fn === sn) {
      at = nodeHash(part, at, hash);
      while (fn % 2 === 0 && fn !== 0) [fn, sn] = [Math.floor(fn / 2), Math.floor(sn / 2)];
    } else at = nodeHash(at, part, hash);
    [fn, sn] = [Math.floor(fn / 2), Math.floor(sn / 2)];
  }
  return sn === 0 && same(at, root);
}

/** Whether one root is of the beginning of the tree of another (RFC 9162, section 2.1.4.2). @param first how many leaves the smaller has, and `second` the larger */
export function isConsistent(
  first: number,
  second: number,
  firstRoot: Uint8Array,
  secondRoot: Uint8Array,
  proof: readonly Uint8Array[],
  hash: HashBytes = sha256,
): boolean {
  if (first === second) return proof.length === 0 && same(firstRoot, secondRoot);
  if (first < 1 || first > second) return false;
  const power = Number.isInteger(Math.log2(first));
  const [start, ...rest] = power ? [firstRoot, ...proof] : proof;
  if (!start) return false;
  let [fn, sn, fr, sr] = [first - 1, second - 1, start, start];
  while (fn % 2 === 1) [fn, sn] = [Math.floor(fn / 2), Math.floor(sn / 2)];
  for (const part of rest) {
    if (sn === 0) return false;
    if (fn % 2 === 1 || fn === sn) {
      fr = nodeHash(part, fr, hash);
      sr = nodeHash(part, sr, hash);
      while (fn % 2 === 0 && fn !== 0) [fn, sn] = [Math.floor(fn / 2), Math.floor(sn / 2)];
    } else sr = nodeHash(sr, part, hash);
    [fn, sn] = [Math.floor(fn / 2), Math.floor(sn / 2)];
  }
  return sn === 0 && same(fr, firstRoot) && same(sr, secondRoot);
}

/**
 * A tree that only grows. It keeps the hash of every complete subtree, so that a leaf costs two hashes at most on average, and a root, path or proof of any
 * size so far costs a few.
 */
export class MerkleTree {
  /** Hashes of complete subtrees of 1, 2, 4 ... leaves, in order. */
  private readonly levels: Uint8Array[][] = [[]];

  constructor(private readonly hash: HashBytes = sha256) {}

  get size(): number {
    return this.levels[0]!.length;
  }

  /** @param leaf the hash of a leaf, as `leafHash` gives it */
  add(leaf: Uint8Array): void {
    this.levels[0]!.push(leaf);
    for (let height = 0; this.levels[height]!.length % 2 === 0; height += 1) {
      const below = this.levels[height]!;
      (this.levels[height + 1] ??= []).push(nodeHash(below.at(-2)!, below.at(-1)!, this.hash));
    }
  }

  /** The root of the first leaves. @param size how many; all of them without */
  root(size = this.size): Uint8Array {
    this.within(size);
    return size === 0 ? this.hash(new Uint8Array(0)) : this.range(0, size);
  }

  /** The hashes that lead from a leaf to the root (RFC 6962, section 2.1.1). @param index of the leaf, from 0 */
  auditPath(index: number, size = this.size): Uint8Array[] {
    this.within(size);
    if (!Number.isInteger(index) || index < 0 || index >= size)
      throw new RangeError(`There is no leaf ${index} among ${size}`);
    const path: Uint8Array[] = [];
    let [start, end] = [0, size];
    while (end - start > 1) {
      const middle = start + splitOf(end - start);
      if (index < middle) {
        path.push(this.range(middle, end));
        end = middle;
      } else {
        path.push(this.range(start, middle));
        start = middle;
      }
    }
    return path.toReversed();
  }

  /** The hashes that prove that the tree of the first leaves is the beginning of a later one (RFC 6962, section 2.1.2). */
  consistencyProof(first: number, size = this.size): Uint8Array[] {
    this.within(size);
    if (!Number.isInteger(first) || first < 1 || first > size)
      throw new RangeError(`A tree of ${first} leaves is no beginning of one of ${size}`);
    const prove = (start: number, end: number, whole: boolean): Uint8Array[] => {
      if (first === end) return whole ? [] : [this.range(start, end)];
      const middle = start + splitOf(end - start);
      return first <= middle
        ? [...prove(start, middle, whole), this.range(middle, end)]
        : [...prove(middle, end, false), this.range(start, middle)];
    };
    return prove(0, size, true);
  }

  private within(size: number): void {
    if (!Number.isInteger(size) || size < 0 || size > this.size)
      throw new RangeError(`The tree has ${this.size} leaves and not ${size}`);
  }

  /** The hash of the leaves from `start` up to `end`, which is kept where they are a complete subtree. */
  private range(start: number, end: number): Uint8Array {
    const height = Math.log2(end - start);
    const kept =
      Number.isInteger(height) && start % (end - start) === 0 ? this.levels[height]?.[start / (end - start)] : null;
    if (kept) return kept;
    const middle = start + splitOf(end - start);
    return nodeHash(this.range(start, middle), this.range(middle, end), this.hash);
  }
}

function same(a: Uint8Array, b: Uint8Array): boolean {
  return a.length === b.length && a.every((byte, index) => byte === b[index]);
}
