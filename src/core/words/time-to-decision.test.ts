// How long decisions take, in one sentence.
import { describe, expect, it } from "vitest";
import type { Estimate, Simulated } from "../time-to-decision";
import { sayDays, sayRuns, sayTimes } from "./index";

const always = (mean: number): Estimate => ({ mean, low: mean, high: mean });
const taking = (median: number, ninth: number, inTime: number | null = null): Simulated => ({
  all: { documents: 10, median: always(median), ninth: always(ninth), inTime: inTime === null ? null : always(inTime) },
  groups: [],
  unasked: { nobody: 0, held: 0 },
  never: always(0),
  ranOut: always(0),
  waiting: always(1),
  losses: null,
  people: [],
  runs: 20,
});
const ORDERS = { one: "order", many: "orders" };

describe("how long decisions take", () => {
  it("is said against what it was, and not where it is the same", () => {
    expect(sayTimes(taking(1.06, 3.44, 0.824), taking(0.94, 3.11, 0.79), ORDERS)).toBe(
      "Half of the orders would be decided within 1.1 days instead of 0.9 and nine of ten within 3.4 days instead of 3.1; 82 % instead of 79 % of those with a time limit in time.",
    );
    expect(sayTimes(taking(1, 2), taking(1, 2), ORDERS)).toBe(
      "Half of the orders would be decided within 1.0 days and nine of ten within 2.0 days.",
    );
    expect(sayTimes(taking(1, Infinity), taking(1, 2), ORDERS)).toBe(
      "Half of the orders would be decided within 1.0 days and nine of ten never instead of 2.0.",
    );
    expect(sayTimes(null, taking(1, 2), ORDERS)).toContain("nothing to wait for");
  });
  it("has its range beside it", () => {
    expect(sayDays(Infinity)).toBe("never");
    expect(sayRuns({ mean: 1, low: 0.94, high: 1.2 })).toBe("0.9 to 1.2");
    expect(sayRuns(always(1))).toBe("1.0 in all runs");
    expect(sayRuns({ mean: 0.9, low: 0.8, high: 1 }, (share) => `${share * 100} %`)).toBe("80 to 100 %");
    expect(sayRuns({ mean: Infinity, low: 4, high: Infinity })).toBe("4.0 to never");
  });
});
