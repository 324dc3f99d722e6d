// The figures under the board are those a plain count gives, for any thresholds.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { directory, policyOf, twoStep } from "../fixtures";
import { bandOf, type Threshold } from "../policy";
import { bandFigures, bandWorkload, histogram, nextRound, distributionOf } from "./index";

describe("band figures", () => {
  it("agree with counting every amount by itself", () => {
    fc.assert(
      fc.property(
        fc.array(fc.nat(500)),
        fc.integer({ min: 1, max: 499 }),
        fc.constantFrom("below" as const, "above" as const),
        (amounts, at, exact) => {
          const thresholds: Threshold[] = [
            { amount: at, exact },
            { amount: at + 2, exact: "below" },
          ];
          const figures = bandFigures(distributionOf(amounts, 12), thresholds);
          figures.forEach((figure, band) => {
            const inside = amounts.filter((amount) => bandOf(amount, thresholds) === band);
            expect([figure.count, figure.value]).toEqual([
              inside.length,
              inside.reduce((sum, amount) => sum + amount, 0),
            ]);
          });
        },
      ),
    );
  });
  it("an empty history has shares of zero, not of nothing", () => {
    expect(bandFigures(distributionOf([], 12), [])).toEqual([
      { count: 0, value: 0, shareOfCount: 0, shareOfValue: 0, perMonth: 0 },
    ]);
  });
});

describe("feet", () => {
  it("count the approvals the chain asks for and the time its stages take", () => {
    const section = policyOf(twoStep).sections[0]!;
    const figures = bandWorkload(section, distributionOf([100, 300000, 300000, 2000000], 2), directory, 0.5);
    expect(figures.map((foot) => [foot.perMonth, foot.approvalsPerMonth, foot.workingDays])).toEqual([
      [0.5, 0, 0],
      [1, 1, 0.5],
      [0.5, 1, 1],
    ]);
  });
});

describe("histogram and ladder", () => {
  it("puts every amount in exactly one bin", () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -100, max: 1e9 })), (amounts) => {
        const bins = histogram(distributionOf(amounts, 12), 1000, 1e8, 40);
        expect(bins.reduce((sum, bin) => sum + bin.count, 0)).toBe(amounts.length);
      }),
    );
  });
  it("moves to the next round amount", () => {
    expect([
      nextRound(250000, 1, 100),
      nextRound(250000, -1, 100),
      nextRound(251234, -1, 100),
      nextRound(50, -1, 100),
    ]).toEqual([300000, 200000, 250000, 50]);
  });
});
