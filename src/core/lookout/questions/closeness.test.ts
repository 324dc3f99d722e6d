import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { activityOf } from "../../fixtures";
import { closeness } from "./closeness";
import { below, pairsWithin, upTo } from "./sorted";

const hours = fc.array(fc.nat(2_000), { minLength: 2, maxLength: 40 });
const DAYS = fc.constantFrom(0.125, 1, 7, 30);

/** Of all ordered pairs the share in which one comes before the other by no more than so many days, counted one by one. */
function judged(times: readonly number[], days: number): number {
  const pairs = times.flatMap((one, index) => times.slice(index + 1).map((other) => Math.abs(one - other)));
  return pairs.filter((apart) => apart <= days * 24).length / (times.length * (times.length - 1));
}

describe("how close documents come anyway", () => {
  it("is the share of pairs, counted one by one", () => {
    fc.assert(
      fc.property(hours, DAYS, (times, days) => {
        const { documents } = activityOf(times.map((one) => ({ hours: one, amount: 100, requester: "ana" })));
        expect(closeness(documents).ofAll(days)).toBeCloseTo(judged(times, days), 12);
      }),
    );
  });
  it("is told of somebody by their documents that are not looked at, with a hundred of everybody’s beside, and never less than everybody’s", () => {
    fc.assert(
      fc.property(hours, hours, hours, DAYS, (mine, own, others, days) => {
        const rows = [
          ...mine.map((one) => ({ hours: one, amount: 100, requester: "ana" })),
          ...own.map((one) => ({ hours: one, amount: 100, requester: "ana" })),
          ...others.map((one) => ({ hours: one, amount: 100, requester: "bo" })),
        ];
        const { documents } = activityOf(rows);
        const close = closeness(documents);
        const all = judged([...mine, ...own, ...others], days);
        const habit = (own.length * judged(own, days) + 100 * all) / (own.length + 100);
        const group = Int32Array.from(mine, (_, index) => index);
        expect(close.of(documents.requester[0]!, group, days)).toBeCloseTo(Math.max(all, habit), 12);
      }),
    );
  });
  it("counts rising values from either side", () => {
    fc.assert(
      fc.property(fc.array(fc.nat(20)), fc.nat(20), (values, limit) => {
        const rising = values.toSorted((a, b) => a - b);
        expect(upTo(rising, limit)).toBe(values.filter((one) => one <= limit).length);
        expect(below(rising, limit)).toBe(values.filter((one) => one < limit).length);
        const pairs = values.flatMap((one, index) =>
          values.slice(index + 1).filter((other) => Math.abs(one - other) <= limit),
        );
        expect(pairsWithin(rising, limit)).toBe(pairs.length);
      }),
    );
  });
});
