import binomialTest from "@stdlib/stats-binomial-test";
import hypergeometricCdf from "@stdlib/stats-base-dists-hypergeometric-cdf";
import gammainc from "@stdlib/math-base-special-gammainc";
import gammaln from "@stdlib/math-base-special-gammaln";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  betaBinomialAtLeast,
  betaBinomialAtMost,
  binomialAtLeast,
  binomialAtMost,
  binomialExactly,
  chiSquareAtLeast,
  correctedChances,
  hypergeometricAtLeast,
  logGamma,
  upperGamma,
} from "./index";

const share = fc.double({ min: 0.001, max: 0.999, noNaN: true });
const few = fc.integer({ min: 1, max: 60 });

/** Whether two probabilities agree to so many digits, however small they are. */
function expectAlike(one: number, other: number, digits: number): void {
  if (other < 1e-280) expect(one).toBeLessThan(1e-270);
  else expect(Math.abs(one / other - 1)).toBeLessThan(10 ** -digits);
}

describe("the tail of the binomial distribution", () => {
  it("is that of an independent library (@stdlib/stats-binomial-test), however small", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 5_000 }), share, share, (n, at, p) => {
        const k = Math.round(at * n);
        // Its upper tail is one less the lower one, which leaves nothing of what is small; so that it is asked from the other side.
        const atLeast = binomialTest(n - k, n, { p: 1 - p, alternative: "less" }).pValue;
        expectAlike(binomialAtLeast(k, n, p), atLeast, 8);
        expect(atLeast).toBeCloseTo(binomialTest(k, n, { p, alternative: "greater" }).pValue, 10);
        expectAlike(binomialAtMost(k, n, p), binomialTest(k, n, { p, alternative: "less" }).pValue, 8);
      }),
      { numRuns: 500 },
    );
  });
  it("is the sum of its parts, added up plainly", () => {
    fc.assert(
      fc.property(few, fc.nat(60), share, (n, k, p) => {
        let choose = 1;
        const exactly = Array.from({ length: n + 1 }, (_, x) => {
          if (x > 0) choose = (choose * (n - x + 1)) / x;
          return choose * p ** x * (1 - p) ** (n - x);
        });
        exactly.forEach((value, x) => expectAlike(binomialExactly(x, n, p), value, 10));
        const sum = exactly.slice(k).reduce((total, one) => total + one, 0);
        expect(binomialAtLeast(k, n, p)).toBeCloseTo(sum, 10);
      }),
    );
  });
  it("holds at its ends, and for a million", () => {
    expect([binomialAtLeast(0, 5, 0.2), binomialAtLeast(6, 5, 0.2), binomialAtLeast(1, 5, 0)]).toEqual([1, 0, 0]);
    expect([binomialAtLeast(5, 5, 1), binomialAtLeast(3, 0, 0.5), binomialAtMost(5, 5, 0.3)]).toEqual([1, 0, 1]);
    const million = binomialTest(501_500, 1_000_000, { alternative: "greater" }).pValue;
    expectAlike(binomialAtLeast(501_500, 1_000_000, 0.5), million, 6);
  });
});

describe("other tails", () => {
  it("the hypergeometric is that of an independent library, and Fisher's tea is 17 of 70", () => {
    expect(hypergeometricAtLeast(3, { all: 8, kind: 4, drawn: 4 })).toBeCloseTo(17 / 70, 12);
    fc.assert(
      fc.property(few, few, few, fc.nat(60), (kind, others, some, k) => {
        const all = kind + others;
        const drawn = Math.min(all, some);
        const other = 1 - hypergeometricCdf(k - 1, all, kind, drawn);
        expect(hypergeometricAtLeast(k, { all, kind, drawn })).toBeCloseTo(other, 9);
      }),
    );
  });
  it("the beta-binomial is uniform where every share is as likely (its closed form), and the binomial where all have the same", () => {
    for (const k of [0, 1, 7, 20])
      expect(betaBinomialAtLeast(k, 20, { mean: 0.5, alike: 1 / 3 })).toBeCloseTo((21 - k) / 21, 10);
    fc.assert(
      fc.property(few, fc.nat(60), share, share, (n, k, mean, alike) => {
        expect(betaBinomialAtLeast(k, n, { mean, alike: 0 })).toBe(binomialAtLeast(k, n, mean));
        const shares = { mean, alike };
        expect(betaBinomialAtLeast(k + 1, n, shares) + betaBinomialAtMost(k, n, shares)).toBeCloseTo(1, 9);
      }),
    );
  });
  it("the beta-binomial has its mean", () => {
    fc.assert(
      fc.property(few, share, fc.double({ min: 0.001, max: 0.9, noNaN: true }), (n, mean, alike) => {
        let sum = 0;
        for (let k = 1; k <= n; k += 1) sum += betaBinomialAtLeast(k, n, { mean, alike });
        expect(sum).toBeCloseTo(n * mean, 6);
      }),
    );
  });
  it("gamma and chi-square are those of an independent library, and of the printed tables", () => {
    // The five per cent points of chi-square (any textbook; to three digits).
    const table = [3.841, 5.991, 7.815, 9.488, 11.07, 12.592, 14.067, 15.507, 16.919, 18.307];
    table.forEach((x, index) => expect(chiSquareAtLeast(x, index + 1)).toBeCloseTo(0.05, 4));
    const size = fc.double({ min: 0.1, max: 400, noNaN: true });
    fc.assert(
      fc.property(size, fc.double({ min: 0, max: 800, noNaN: true }), (a, x) => {
        expect(logGamma(a)).toBeCloseTo(gammaln(a), 8);
        const other = gammainc(x, a, true, true);
        if (other > 1e-200) expectAlike(upperGamma(a, x) + 1e-13, other + 1e-13, 7);
      }),
      { numRuns: 1_000 },
    );
  });
});

describe("many questions at once", () => {
  it("the example of Benjamini and Hochberg (1995, from memory): of fifteen, four are raised at 0.05 where Bonferroni raises three", () => {
    const chances = [
      0.0001, 0.0004, 0.0019, 0.0095, 0.0201, 0.0278, 0.0298, 0.0344, 0.0459, 0.324, 0.4262, 0.5719, 0.6528, 0.759, 1,
    ];
    const corrected = correctedChances(chances, 15);
    expect(corrected.filter((one) => one <= 0.05)).toHaveLength(4);
    expect(corrected[3]).toBeCloseTo((0.0095 * 15) / 4, 12);
    expect(chances.filter((one) => one * 15 <= 0.05)).toHaveLength(3);
    // Those above the level are not needed to tell the others.
    expect(correctedChances(chances.slice(0, 9), 15)).toEqual(corrected.slice(0, 9));
  });
  it("raises what their own words say: up to the largest k whose chance is at most k/m of the level", () => {
    fc.assert(
      fc.property(fc.array(share, { maxLength: 40 }), fc.nat(40), share, (chances, more, level) => {
        const asked = chances.length + more;
        const rising = chances.toSorted((a, b) => a - b);
        const last = rising.findLastIndex((one, index) => one <= ((index + 1) / asked) * level);
        const raised = correctedChances(chances, asked).filter((one) => one <= level).length;
        expect(raised).toBe(last + 1);
      }),
    );
    expect(() => correctedChances([0.1, 0.2], 1)).toThrow(RangeError);
  });
});
