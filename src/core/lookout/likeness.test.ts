import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { asItLooks, editsBetween, likenessOf } from "./likeness";

/** The restricted edit distance by its definition, with everything tried. */
function judged(a: string, b: string): number {
  if (a === "" || b === "") return a.length + b.length;
  const [a1, b1] = [a.slice(0, -1), b.slice(0, -1)];
  const ways = [judged(a1, b) + 1, judged(a, b1) + 1, judged(a1, b1) + (a.at(-1) === b.at(-1) ? 0 : 1)];
  if (a.length > 1 && b.length > 1 && a.at(-1) === b.at(-2) && a.at(-2) === b.at(-1))
    ways.push(judged(a.slice(0, -2), b.slice(0, -2)) + 1);
  return Math.min(...ways);
}

describe("how many signs lie between two numbers", () => {
  it("is one for each of Damerau's cases (1964): a wrong sign, one missing, one too many, two swapped", () => {
    expect(["FT-1287", "FT-187", "FT-11187", "FT-1817"].map((other) => editsBetween("FT-1187", other))).toEqual([
      1, 1, 1, 1,
    ]);
  });
  it("touches no sign twice: CA and ABC are three apart, not two (the restricted form)", () => {
    expect(editsBetween("CA", "ABC")).toBe(3);
  });
  it("is what its definition says, with everything tried, and stops where it is told to", () => {
    const text = fc.string({ unit: fc.constantFrom("a", "b", "1"), maxLength: 6 });
    fc.assert(
      fc.property(text, text, fc.nat(3), (a, b, most) => {
        const edits = judged(a, b);
        expect(editsBetween(a, b)).toBe(edits);
        expect(editsBetween(b, a)).toBe(edits);
        expect(editsBetween(a, b, most)).toBe(Math.min(edits, most + 1));
      }),
    );
  });
});

describe("how a number looks", () => {
  it("goes by none of what people write differently", () => {
    const same = ["FT-2026/0187", "ft 2026 187", "FT.2O26.OI87", "FT-2026/000187", "FT‑2026‑187"];
    expect(new Set(same.map(asItLooks)).size).toBe(1);
    expect(asItLooks("R00123")).toBe(asItLooks("R-123"));
    expect(new Set(["FT-2026/187", "FT-2026/178", "FT-2025/187", "GT-2026/187"].map(asItLooks)).size).toBe(4);
    expect([asItLooks(""), asItLooks("--")]).toEqual(["", ""]);
  });
  it("says how two numbers are alike, the most that can be said", () => {
    expect(
      ["FT-1187", "FT-II87", "FT-1817", "FT-1188", "FT-1287", "FT-9999", ""].map((other) =>
        likenessOf("FT-1187", other),
      ),
    ).toEqual(["same", "looks the same", "swapped", "one sign", "one sign", "other", "other"]);
  });
});
