// Merkle trees by RFC 6962: roots, audit paths and consistency proofs of the eight-leaf example, computed independently; and by properties.
import { bytesToHex, hexToBytes } from "@noble/hashes/utils.js";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { MerkleTree, isConsistent, isInTree, leafHash, merkleRoot } from "./merkle";

const CONTENT = ["", "00", "10", "2021", "3031", "40414243", "5051525354555657", "606162636465666768696a6b6c6d6e6f"];
const leaves = CONTENT.map((hex) => leafHash(hexToBytes(hex)));
const treeOf = (hashes: readonly Uint8Array[]) => {
  const tree = new MerkleTree();
  for (const leaf of hashes) tree.add(leaf);
  return tree;
};
const auditPath = (index: number, hashes: readonly Uint8Array[]) => treeOf(hashes).auditPath(index);
const consistencyProof = (first: number, hashes: readonly Uint8Array[]) => treeOf(hashes).consistencyProof(first);
const hex = (hashes: readonly Uint8Array[]) => hashes.map((one) => bytesToHex(one));

describe("the eight-leaf example widely used to test RFC 6962", () => {
  it("gives the roots of its first 0 to 8 leaves", () => {
    const roots = Array.from({ length: 9 }, (_, n) => bytesToHex(merkleRoot(leaves.slice(0, n))));
    expect(roots).toEqual([
      "e3b0c44298fc1c149afbf4c8996fb92427ae41e4649b934ca495991b7852b855",
      "6e340b9cffb37a989ca544e6bb780a2c78901d3fb33738768511a30617afa01d",
      "fac54203e7cc696cf0dfcb42c92a1d9dbaf70ad9e621f4bd8d98662f00e3c125",
      "aeb6bcfe274b70a14fb067a5e5578264db0fa9b51af5e0ba159158f329e06e77",
      "d37ee418976dd95753c1c73862b9398fa2a2cf9b4ff0fdfe8b30cd95209614b7",
      "4e3bbb1f7b478dcfe71fb631631519a3bca12c9aefca1612bfce4c13a86264d4",
      "76e67dadbcdf1e10e1b74ddc608abd2f98dfb16fbce75277b5232a127f2087ef",
      "ddb89be403809e325750d3d263cd78929c2942b7942a34b77e122c9594a74c8c",
      "5dc9da79a70659a9ad559cb701ded9a2ab9d823aad2f4960cfe370eff4604328",
    ]);
  });
  it("gives its audit paths", () => {
    expect(hex(auditPath(0, leaves))).toEqual([
      "96a296d224f285c67bee93c30f8a309157f0daa35dc5b87e410b78630a09cfc7",
      "5f083f0a1a33ca076a95279832580db3e0ef4584bdff1f54c8a360f50de3031e",
      "6b47aaf29ee3c2af9af889bc1fb9254dabd31177f16232dd6aab035ca39bf6e4",
    ]);
    expect(hex(auditPath(5, leaves))).toEqual([
      "bc1a0643b12e4d2d7c77918f44e0f4f79a838b6cf9ec5b5c283e1f4d88599e6b",
      "ca854ea128ed050b41b35ffc1b87b8eb2bde461e9e3b5596ece6b9d5975a0ae0",
      "d37ee418976dd95753c1c73862b9398fa2a2cf9b4ff0fdfe8b30cd95209614b7",
    ]);
    expect(hex(auditPath(2, leaves.slice(0, 3)))).toEqual([
      "fac54203e7cc696cf0dfcb42c92a1d9dbaf70ad9e621f4bd8d98662f00e3c125",
    ]);
  });
  it("gives its consistency proofs", () => {
    expect(hex(consistencyProof(6, leaves))).toEqual([
      "0ebc5d3437fbe2db158b9f126a1d118e308181031d0a949f8dededebc558ef6a",
      "ca854ea128ed050b41b35ffc1b87b8eb2bde461e9e3b5596ece6b9d5975a0ae0",
      "d37ee418976dd95753c1c73862b9398fa2a2cf9b4ff0fdfe8b30cd95209614b7",
    ]);
    expect(hex(consistencyProof(2, leaves.slice(0, 5)))).toEqual([
      "5f083f0a1a33ca076a95279832580db3e0ef4584bdff1f54c8a360f50de3031e",
      "bc1a0643b12e4d2d7c77918f44e0f4f79a838b6cf9ec5b5c283e1f4d88599e6b",
    ]);
    expect(hex(consistencyProof(4, leaves))).toEqual([
      "6b47aaf29ee3c2af9af889bc1fb9254dabd31177f16232dd6aab035ca39bf6e4",
    ]);
    expect(hex(consistencyProof(1, leaves))).toHaveLength(3);
  });
});

describe("any tree", () => {
  const some = fc
    .integer({ min: 1, max: 70 })
    .map((n) => Array.from({ length: n }, (_, i) => leafHash(new Uint8Array([i, 7]))));
  it("proves each of its leaves and no other, at no other place, and under no other root", () => {
    fc.assert(
      fc.property(some, fc.nat(), fc.nat(), (tree, pick, flip) => {
        const index = pick % tree.length;
        const path = auditPath(index, tree);
        const root = merkleRoot(tree);
        expect(isInTree(tree[index]!, index, tree.length, path, root)).toBe(true);
        const other = leafHash(new Uint8Array([200, 1]));
        expect(isInTree(other, index, tree.length, path, root)).toBe(false);
        if (tree.length > 1) {
          expect(isInTree(tree[index]!, (index + 1) % tree.length, tree.length, path, root)).toBe(false);
          const bent = path.map((one) => Uint8Array.from(one));
          bent[flip % bent.length]![flip % 32]! ^= 1 << (flip % 8);
          expect(isInTree(tree[index]!, index, tree.length, bent, root)).toBe(false);
        }
      }),
    );
  });
  it("is consistent with each of its beginnings, and with none that was changed", () => {
    fc.assert(
      fc.property(some, fc.nat(), (tree, pick) => {
        const first = 1 + (pick % tree.length);
        const proof = consistencyProof(first, tree);
        const [before, after] = [merkleRoot(tree.slice(0, first)), merkleRoot(tree)];
        expect(isConsistent(first, tree.length, before, after, proof)).toBe(true);
        const changed = merkleRoot([leafHash(new Uint8Array([9])), ...tree.slice(1, first)]);
        expect(isConsistent(first, tree.length, changed, after, proof)).toBe(false);
      }),
    );
  });
  it("of any size so far has the root that the plain definition gives", () => {
    fc.assert(
      fc.property(some, fc.nat(), (all, pick) => {
        const size = pick % (all.length + 1);
        expect(treeOf(all).root(size)).toEqual(merkleRoot(all.slice(0, size)));
        const first = Math.max(1, size);
        expect(treeOf(all).consistencyProof(first, all.length)).toEqual(consistencyProof(first, all));
      }),
    );
  });
});
