// What is said to be impossible is impossible: against every document of a small world, tried one by one.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { evaluate } from "./evaluate";
import type { Condition, Facts } from "./schema";
import { satisfiable, type Known } from "./satisfiable";

const known: Known = {
  category: { many: true, always: true, choices: ["a", "b", "c"] },
  unit: { always: true, choices: ["x", "y"] },
  supplier: {},
  net: { always: true },
  urgent: {},
  life: {},
  costs: { many: true },
};

const subsets = [["a"], ["b"], ["c"], ["a", "b"], ["a", "c"], ["b", "c"], ["a", "b", "c"]];
const world: Facts[] = subsets.flatMap((category) =>
  ["x", "y"].flatMap((unit) =>
    [null, "ropes", "sails", "tar"].flatMap((supplier) =>
      [0, 1, 2, 3, 4, 5].flatMap((minor) =>
        [true, false].flatMap((urgent) =>
          [null, "2026-03-01", "2026-03-02", "2026-03-03"].map((due) => ({
            category,
            unit,
            supplier,
            net: { minor, currency: "EUR" },
            urgent,
            due,
          })),
        ),
      ),
    ),
  ),
);

const comparison: fc.Arbitrary<Condition> = fc.oneof(
  fc.record({
    kind: fc.constant("choice" as const),
    field: fc.constant("category"),
    is: fc.constantFrom("one of" as const, "none of" as const),
    values: fc.subarray(["a", "b", "c"], { minLength: 1 }),
  }),
  fc.record({
    kind: fc.constant("choice" as const),
    field: fc.constant("unit"),
    is: fc.constantFrom("one of" as const, "none of" as const),
    values: fc.subarray(["x", "y"], { minLength: 1 }),
  }),
  fc.record({
    kind: fc.constant("text" as const),
    field: fc.constant("supplier"),
    is: fc.constantFrom("equal to" as const, "not equal to" as const, "empty" as const, "filled in" as const),
    value: fc.constantFrom("ropes", "sails"),
  }),
  fc.record({
    kind: fc.constant("amount" as const),
    field: fc.constant("net"),
    is: fc.constantFrom("over" as const, "at least" as const, "under" as const, "at most" as const, "exactly" as const),
    amount: fc.record({ minor: fc.integer({ min: 1, max: 4 }), currency: fc.constant("EUR") }),
  }),
  fc.record({
    kind: fc.constant("date" as const),
    field: fc.constant("due"),
    is: fc.constantFrom(
      "before" as const,
      "on or before" as const,
      "on" as const,
      "on or after" as const,
      "after" as const,
    ),
    date: fc.constant("2026-03-02"),
  }),
  fc.record({ kind: fc.constant("flag" as const), field: fc.constant("urgent"), is: fc.boolean() }),
);

/** Every document as far as a number goes, or the amounts of its lines. */
const ofField: Record<"life" | "costs", Facts[]> = {
  life: [null, "-1", "2", "2.25", "2.50", "2.75", "3.0", "4"].map((life) => ({ life })),
  costs: Array.from({ length: 32 }, (_, set) => [0, 1, 2, 3, 4].filter((minor) => set & (1 << minor))).map(
    (minors) => ({
      costs: minors.length > 0 ? minors.map((minor) => ({ minor, currency: "EUR" })) : null,
    }),
  ),
};

/** A comparison of that number, or of those amounts. */
const ofOne = (field: "life" | "costs"): fc.Arbitrary<Condition> => {
  const is = fc.constantFrom(
    "over" as const,
    "at least" as const,
    "under" as const,
    "at most" as const,
    "exactly" as const,
  );
  return field === "life"
    ? fc.record({
        kind: fc.constant("number" as const),
        field: fc.constant(field),
        is,
        value: fc.constantFrom("2", "2.5", "3"),
      })
    : fc.record({
        kind: fc.constant("amount" as const),
        field: fc.constant(field),
        is,
        amount: fc.record({ minor: fc.integer({ min: 1, max: 3 }), currency: fc.constant("EUR") }),
      });
};

const tree: fc.Arbitrary<Condition> = fc.letrec<{ node: Condition }>((tie) => ({
  node: fc.oneof(
    { maxDepth: 2 },
    comparison,
    fc.record({
      kind: fc.constantFrom("all" as const, "any" as const, "none" as const),
      of: fc.array(tie("node"), { minLength: 1, maxLength: 3 }),
    }),
  ),
})).node;

describe("satisfiable", () => {
  it("agrees with trying every document of a small world", () => {
    const seen = { yes: 0, no: 0 };
    fc.assert(
      fc.property(
        fc.array(fc.record({ condition: tree, met: fc.boolean() }), { minLength: 1, maxLength: 4 }),
        (wanted) => {
          const some = world.some((facts) =>
            wanted.every(({ condition, met }) => (evaluate(condition, facts).outcome === "met") === met),
          );
          seen[some ? "yes" : "no"] += 1;
          expect(satisfiable(wanted, known)).toBe(some);
        },
      ),
      { numRuns: 3000 },
    );
    expect(seen.yes).toBeGreaterThan(500);
    expect(seen.no).toBeGreaterThan(500);
  });

  it.each(["life", "costs"] as const)("agrees with trying every document by its %s", (field) => {
    const seen = { yes: 0, no: 0 };
    fc.assert(
      fc.property(
        fc.array(fc.record({ condition: ofOne(field), met: fc.boolean() }), { minLength: 1, maxLength: 4 }),
        (wanted) => {
          const some = ofField[field].some((facts) =>
            wanted.every(({ condition, met }) => (evaluate(condition, facts).outcome === "met") === met),
          );
          seen[some ? "yes" : "no"] += 1;
          expect(satisfiable(wanted, known)).toBe(some);
        },
      ),
      { numRuns: 1500 },
    );
    expect([seen.yes > 100, seen.no > 20]).toEqual([true, true]);
  });

  it.each<[string, Condition, Condition, boolean]>([
    [
      "several amounts, one over and another under",
      { kind: "amount", field: "costs", is: "over", amount: { minor: 2, currency: "EUR" } },
      { kind: "amount", field: "costs", is: "under", amount: { minor: 2, currency: "EUR" } },
      true,
    ],
    [
      "one number over and under",
      { kind: "number", field: "life", is: "over", value: "2" },
      { kind: "number", field: "life", is: "at most", value: "2.0" },
      false,
    ],
    [
      "rose and fell",
      { kind: "change", field: "limit", is: "rose" },
      { kind: "change", field: "limit", is: "fell" },
      false,
    ],
    [
      "changed and rose",
      { kind: "change", field: "limit", is: "changed" },
      { kind: "change", field: "limit", is: "rose by more than", percent: 10 },
      true,
    ],
    [
      "contains one thing and equals another",
      { kind: "text", field: "supplier", is: "containing", value: "rope" },
      { kind: "text", field: "supplier", is: "equal to", value: "sails" },
      false,
    ],
    [
      "the same in another currency is not known to contradict",
      { kind: "amount", field: "net", is: "over", amount: { minor: 100, currency: "EUR" } },
      { kind: "amount", field: "net", is: "under", amount: { minor: 1, currency: "NOK" } },
      true,
    ],
  ])("%s", (_name, a, b, expected) => {
    expect(
      satisfiable(
        [a, b].map((condition) => ({ condition, met: true })),
        known,
      ),
    ).toBe(expected);
  });

  it("gives up in favour of “may be met” where the splitting would not end", () => {
    const wide: Condition = {
      kind: "all",
      of: Array.from({ length: 18 }, (_, index) => ({
        kind: "any" as const,
        of: [
          { kind: "text" as const, field: `f${index}`, is: "equal to" as const, value: "a" },
          { kind: "text" as const, field: `f${index}`, is: "equal to" as const, value: "b" },
        ],
      })),
    };
    const never: Condition = {
      kind: "all",
      of: [
        { kind: "flag", field: "urgent", is: true },
        { kind: "flag", field: "urgent", is: false },
      ],
    };
    expect(
      satisfiable(
        [
          { condition: wide, met: true },
          { condition: never, met: true },
        ],
        {},
      ),
    ).toBe(true);
    expect(satisfiable([{ condition: never, met: true }], {})).toBe(false);
  });
});
