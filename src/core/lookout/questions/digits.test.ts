import { describe, expect, it } from "vitest";
import { activityOf } from "../../fixtures";
import { USUAL_LOOKOUT } from "../settings";
import { againstBenford, benfordShare, digits, leadingOf, whyNotUsable } from "./digits";

const powers = Array.from({ length: 5_000 }, (_, index) => 2n ** BigInt(index));

describe("first digits", () => {
  it("have the shares that Benford (1938) gives, which are all of one", () => {
    expect(Array.from({ length: 9 }, (_, index) => Number(benfordShare(index + 1).toFixed(3)))).toEqual([
      0.301, 0.176, 0.125, 0.097, 0.079, 0.067, 0.058, 0.051, 0.046,
    ]);
    const two = Array.from({ length: 90 }, (_, index) => benfordShare(index + 10));
    expect(two.reduce((sum, one) => sum + one, 0)).toBeCloseTo(1, 12);
    expect(two.slice(0, 10).reduce((sum, one) => sum + one, 0)).toBeCloseTo(benfordShare(1), 12);
  });
  it("of powers of two conform closely, with one digit and with two (a theorem)", () => {
    for (const length of [1, 2] as const) expect(againstBenford(powers, length)).toMatchObject({ conformity: "close" });
  });
  it("of Fibonacci numbers conform closely", () => {
    let [one, other] = [1n, 1n];
    const numbers = Array.from({ length: 5_000 }, () => {
      [one, other] = [other, one + other];
      return one;
    });
    for (const length of [1, 2] as const)
      expect(againstBenford(numbers, length)).toMatchObject({ conformity: "close" });
  });
  it("of amounts that are evenly spread do not conform, and chance does not make it so", () => {
    const even = Array.from({ length: 5_000 }, (_, index) => 10_000 + index * 18);
    for (const length of [1, 2] as const) {
      const found = againstBenford(even, length);
      expect(found.conformity).toBe("none");
      expect(found.chance).toBeLessThan(1e-9);
    }
  });
  it("are those that are written first, whatever the sign", () => {
    expect([leadingOf(-4_999, 1), leadingOf(4_999n, 2), leadingOf(7, 2), leadingOf(0, 1)]).toEqual([4, 49, null, null]);
  });
});

describe("whether first digits say anything", () => {
  const { digits: settings } = USUAL_LOOKOUT;
  it("needs enough amounts, ten times as many for two digits, that spread enough", () => {
    const wide = Float64Array.from({ length: 400 }, (_, index) => 1.03 ** index * 100);
    expect(whyNotUsable(wide, settings, 1)).toBeNull();
    expect(whyNotUsable(wide, settings, 2)).toBe("too few");
    expect(whyNotUsable(wide.slice(0, 299), settings, 1)).toBe("too few");
    const narrow = Float64Array.from({ length: 400 }, (_, index) => 1_000 + index);
    expect(whyNotUsable(narrow, settings, 1)).toBe("too narrow");
  });
  it("is asked before anything is raised: amounts from 1,000.00 to 1,400.00 all begin with 1, and that says nothing", () => {
    const narrow = Array.from({ length: 400 }, (_, index) => ({ hours: index, amount: 100_000 + index * 100 }));
    expect(digits(activityOf(narrow), settings)).toEqual({ asked: 0, raised: [] });
    // Thought up, each first digit as likely, over four powers of ten.
    const invented = Array.from({ length: 900 }, (_, index) => ({
      hours: index,
      party: `p${index}`,
      amount: (1 + (index % 9)) * 10 ** (2 + (index % 5)) + (index % 7),
    }));
    const { asked, raised } = digits(activityOf(invented), settings);
    expect(asked).toBe(1);
    expect(raised[0]!.figures).toMatchObject({ digits: 1, conformity: "none", of: 900 });
    // What one supplier charges again and again is no evidence of anything.
    const monthly = invented.map((one, index) => ({
      ...one,
      party: `p${index % 9}`,
      amount: (1 + (index % 9)) * 10 ** (2 + (index % 5)),
    }));
    expect(digits(activityOf(monthly), settings).asked).toBe(0);
  });
});
