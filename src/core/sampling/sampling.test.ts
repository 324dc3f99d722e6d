// Sizes, limits and selections of samples, against published tables and against counting.
import { createHash } from "node:crypto";
import { describe, expect, it } from "vitest";
import fc from "fast-check";
import { binomialAtMost, upperLimit } from "../statistics";
import { conclude, drawn, sampleSize, selectAtRandom, selectByValue, type Item } from "./index";

describe("the size of a sample", () => {
  it("with no expected deviation is that of the published tables (AICPA Audit Sampling, from memory)", () => {
    const size = (confidence: number, tolerable: number) => sampleSize(confidence, tolerable, 0)!.size;
    expect([size(0.95, 0.05), size(0.95, 0.1), size(0.9, 0.05), size(0.9, 0.1)]).toEqual([59, 29, 45, 22]);
  });
  it("is the smallest n with (1 - t)^n <= 1 - c, at every tolerable rate from 1 to 10 per cent (computed independently)", () => {
    const table: [number, number[]][] = [
      [0.9, [230, 114, 76, 57, 45, 38, 32, 28, 25, 22]],
      [0.95, [299, 149, 99, 74, 59, 49, 42, 36, 32, 29]],
      [0.99, [459, 228, 152, 113, 90, 75, 64, 56, 49, 44]],
    ];
    for (const [confidence, sizes] of table)
      expect(sizes.map((_, n) => sampleSize(confidence, (n + 1) / 100, 0)!.size)).toEqual(sizes);
  });
  it("grows with what is expected, and is none where what is expected comes too near to what is tolerable", () => {
    const plain = sampleSize(0.95, 0.05, 0)!;
    const some = sampleSize(0.95, 0.05, 0.01)!;
    expect(some.size).toBeGreaterThan(plain.size);
    expect(binomialAtMost(some.allowed, some.size, 0.05)).toBeLessThanOrEqual(0.05);
    expect(sampleSize(0.99, 0.05, 0.0499)).toBeNull();
    expect(() => sampleSize(0.95, 0.05, 0.05)).toThrow(RangeError);
  });
});

describe("the upper limit (Clopper and Pearson 1934)", () => {
  it("with none found is 1 - (1 - c)^(1/n) in closed form", () => {
    for (const n of [1, 22, 29, 45, 59, 300])
      for (const c of [0.9, 0.95]) expect(upperLimit(0, n, c)).toBeCloseTo(1 - (1 - c) ** (1 / n), 10);
  });
  it("with all but one found has a closed form too, and with all is 1", () => {
    expect(upperLimit(9, 10, 0.95)).toBeCloseTo(0.95 ** 0.1, 10);
    expect(upperLimit(4, 4, 0.95)).toBe(1);
  });
  it("is where finding no more has the probability that is left, counted by brute force", () => {
    const choose = (n: number, k: number): number => (k === 0 ? 1 : (choose(n - 1, k - 1) * n) / k);
    for (const [k, n] of [
      [1, 20],
      [2, 30],
      [5, 40],
    ] as const) {
      const p = upperLimit(k, n, 0.95);
      let sum = 0;
      for (let x = 0; x <= k; x += 1) sum += choose(n, x) * p ** x * (1 - p) ** (n - x);
      expect(sum).toBeCloseTo(0.05, 9);
    }
  });
});

const population = (count: number): Item[] =>
  Array.from({ length: count }, (_, n) => ({
    id: `po-${String(n).padStart(5, "0")}`,
    minor: 100 + ((n * 7919) % 90_000),
  }));

describe("selection", () => {
  it("is the same for the same seed in whatever order the population comes, and another for another seed", () => {
    const all = population(500);
    const ids = (items: Item[]) => items.map((one) => one.id);
    const one = ids(selectAtRandom(all, 59, "seed"));
    expect(new Set(one).size).toBe(59);
    expect(ids(selectAtRandom(all.toReversed(), 59, "seed"))).toEqual(one);
    expect(ids(selectAtRandom(all, 59, "other"))).not.toEqual(one);
    expect(ids(selectAtRandom(all.slice(0, 5), 59, "seed"))).toHaveLength(5);
  });
  it("draws what a common hashing tool gives for seed and count", () => {
    // As `printf 'seed\n0' | sha256sum` gives it; here by node:crypto and not by our own code.
    const first = Number.parseInt(createHash("sha256").update("seed\n0").digest("hex").slice(0, 13), 16);
    expect(drawn("seed", 0)).toBe(first / 2 ** 52);
  });
  it("at random gives everybody about the same chance", () => {
    const counts = new Map<string, number>();
    for (let n = 0; n < 2000; n += 1)
      for (const { id } of selectAtRandom(population(10), 3, `s${n}`)) counts.set(id, (counts.get(id) ?? 0) + 1);
    for (const count of counts.values()) expect(Math.abs(count - 600)).toBeLessThan(100);
  });
  it("by value takes everything over the interval, and each item once", () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: -50_000, max: 200_000 }), { minLength: 1, maxLength: 60 }),
        fc.integer({ min: 1, max: 30 }),
        (values, size) => {
          const items = values.map((minor, n) => ({ id: `i${String(n).padStart(3, "0")}`, minor }));
          const found = selectByValue(items, size, "seed");
          const chosen = new Set(found.items.map((one) => one.id));
          expect(chosen.size).toBe(found.items.length);
          for (const one of items)
            if (Math.abs(one.minor) >= found.interval && one.minor !== 0) expect(chosen.has(one.id)).toBe(true);
        },
      ),
    );
  });
});

describe("the conclusion", () => {
  it("relies on the control only while the upper limit stays within what is tolerable", () => {
    expect(conclude(59, 0, 0.95, 0.05)).toMatchObject({ relied: true, deviations: 0 });
    expect(conclude(58, 0, 0.95, 0.05)).toMatchObject({ relied: false });
    expect(conclude(59, 1, 0.95, 0.05)).toMatchObject({ relied: false });
    expect(conclude(0, 0, 0.95, 0.05)).toBeNull();
    expect(conclude(59, 0, 0.95, 0.05)!.sentence).toBe(
      "No deviations in 59 tested. With 95.0 % confidence the control fails in no more than 5.0 % of cases, which is within the tolerable 5.0 %: it can be relied on.",
    );
  });
});
