// The axis: what is dragged to a place has its stake at that place, and every threshold is in sight.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { Threshold } from "@/core/policy";
import { amountAt, domainOf, placeOn, ticksOf } from "./geometry";

const domain = { from: 1_000, to: 100_000_000 };

describe("places on the axis", () => {
  it("an amount dragged to is where the hand is, within the two digits a hand can aim at", () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1, noNaN: true }), (place) => {
        const amount = amountAt(domain, place, 100);
        expect(Math.abs(placeOn(domain, amount) - place)).toBeLessThan(0.02);
        expect(amount % 100).toBe(0);
      }),
    );
  });
  it("rises with the amount and stays between the ends", () => {
    fc.assert(
      fc.property(fc.integer({ min: -10, max: 1e9 }), fc.integer({ min: -10, max: 1e9 }), (a, b) => {
        const [low, high] = [placeOn(domain, Math.min(a, b)), placeOn(domain, Math.max(a, b))];
        expect(low).toBeLessThanOrEqual(high);
        expect(low).toBeGreaterThanOrEqual(0);
        expect(high).toBeLessThanOrEqual(1);
      }),
    );
  });
  it("shows all thresholds with room on both sides, with and without history", () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 1_000, max: 1e9 }), { minLength: 1, maxLength: 6 }),
        fc.array(fc.integer({ min: 0, max: 1e9 })),
        (amounts, past) => {
          const thresholds: Threshold[] = amounts
            .toSorted((a, b) => a - b)
            .map((amount) => ({ amount, exact: "below" }));
          const shown = domainOf(
            thresholds,
            past.toSorted((a, b) => a - b),
            100,
          );
          for (const { amount } of thresholds) {
            expect(placeOn(shown, amount)).toBeGreaterThan(0.01);
            expect(placeOn(shown, amount)).toBeLessThan(0.99);
          }
        },
      ),
    );
  });
});

describe("ticks", () => {
  it("stand at 1, 2 and 5 of every power of ten", () => {
    expect(ticksOf({ from: 90, to: 30_000 }, 100)).toEqual([100, 200, 500, 1_000, 2_000, 5_000, 10_000, 20_000]);
  });
});
