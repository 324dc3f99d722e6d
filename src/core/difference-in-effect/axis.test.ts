// The pieces of a field against values drawn at random: in whatever way comparisons come out together, there is a piece in which they come out so.
import fc from "fast-check";
import { expect, it } from "vitest";
import { beforeKey, type Comparison, type Facts, type FactValue } from "../conditions";
import { amountAxis, fieldAxis, outcomesOf } from "./axis";

const money = (minor: number) => ({ minor, currency: "EUR" });
const order = fc.constantFrom(
  "over" as const,
  "at least" as const,
  "under" as const,
  "at most" as const,
  "exactly" as const,
);
const letters = fc.string({ unit: fc.constantFrom("a", "b"), minLength: 1, maxLength: 4 });
const day = fc.integer({ min: 10, max: 28 }).map((n) => `2026-02-${n}`);
const field = "f";

/** Comparisons on one field of a kind, and values that it can have. */
const KINDS: Record<string, { compared: fc.Arbitrary<Comparison>; value: fc.Arbitrary<FactValue> }> = {
  amount: {
    compared: fc.record({
      kind: fc.constant("amount" as const),
      field: fc.constant(field),
      is: order,
      amount: fc.integer({ min: -5, max: 20 }).map(money),
    }),
    value: fc.integer({ min: -9, max: 25 }).map(money),
  },
  number: {
    compared: fc.record({
      kind: fc.constant("number" as const),
      field: fc.constant(field),
      is: order,
      value: fc.integer({ min: -30, max: 30 }).map((n) => String(n / 10)),
    }),
    value: fc.integer({ min: -400, max: 400 }).map((n) => String(n / 100)),
  },
  date: {
    compared: fc.record({
      kind: fc.constant("date" as const),
      field: fc.constant(field),
      is: fc.constantFrom(
        "before" as const,
        "on or before" as const,
        "on" as const,
        "on or after" as const,
        "after" as const,
      ),
      date: day,
    }),
    value: day,
  },
  flag: {
    compared: fc.record({ kind: fc.constant("flag" as const), field: fc.constant(field), is: fc.boolean() }),
    value: fc.boolean(),
  },
  choice: {
    compared: fc.record({
      kind: fc.constant("choice" as const),
      field: fc.constant(field),
      is: fc.constantFrom("one of" as const, "none of" as const),
      values: fc.subarray(["a", "b", "c"], { minLength: 1 }),
    }),
    value: fc.constantFrom("a", "b", "c", "d"),
  },
  text: {
    compared: fc.record({
      kind: fc.constant("text" as const),
      field: fc.constant(field),
      is: fc.constantFrom(
        "equal to" as const,
        "not equal to" as const,
        "containing" as const,
        "starting with" as const,
        "empty" as const,
        "filled in" as const,
      ),
      value: letters,
    }),
    value: fc.string({ unit: fc.constantFrom("a", "b", "c"), minLength: 1, maxLength: 6 }),
  },
};

const keyOf = (comparisons: readonly Comparison[], facts: Facts) => outcomesOf(comparisons, facts).join();

it.each(Object.keys(KINDS))("a field of the kind %s has a piece for every value, one or several", (kind) => {
  const { compared, value } = KINDS[kind]!;
  fc.assert(
    fc.property(
      fc.array(compared, { minLength: 1, maxLength: 4 }),
      fc.array(value, { minLength: 1, maxLength: 3 }),
      fc.boolean(),
      (comparisons, values, always) => {
        const single = fieldAxis(field, comparisons, { always }, "EUR");
        const keys = (axis: typeof single) => axis.pieces.map((facts) => keyOf(comparisons, facts));
        for (const one of [...values, ...(always ? [] : [null])])
          expect(keys(single)).toContain(keyOf(comparisons, { [field]: one }));
        if (kind === "flag") return;
        const many = fieldAxis(field, comparisons, { always, many: true }, "EUR");
        expect(keys(many)).toContain(keyOf(comparisons, { [field]: values as unknown as FactValue }));
      },
    ),
    { numRuns: 400 },
  );
});

const change: fc.Arbitrary<Comparison> = fc.oneof(
  fc
    .constantFrom("changed" as const, "rose" as const, "fell" as const)
    .map((is) => ({ kind: "change" as const, field, is })),
  fc
    .integer({ min: 1, max: 400 })
    .map((percent) => ({ kind: "change" as const, field, is: "rose by more than" as const, percent })),
  fc
    .integer({ min: 1, max: 400 })
    .map((minor) => ({ kind: "change" as const, field, is: "rose by more than" as const, amount: money(minor) })),
);

it("a field that changed has a piece for every old and new value", () => {
  const amount = fc.integer({ min: 1, max: 2000 }).map(money);
  fc.assert(
    fc.property(
      fc.array(change, { minLength: 1, maxLength: 3 }),
      amount,
      fc.option(amount),
      (comparisons, now, old) => {
        const { pieces } = fieldAxis(field, comparisons, {}, "EUR");
        const keys = pieces.map((facts) => keyOf(comparisons, facts));
        expect(keys).toContain(keyOf(comparisons, { [field]: now, [beforeKey(field)]: old }));
      },
    ),
    { numRuns: 1000 },
  );
});

it("an amount is in one piece, in which every amount is in the same bands and compares alike", () => {
  const { compared } = KINDS.amount!;
  const cuts = fc.uniqueArray(fc.integer({ min: 1, max: 20 }), { maxLength: 3 });
  fc.assert(
    fc.property(fc.array(compared, { maxLength: 3 }), cuts, (comparisons, at) => {
      const { pieces } = amountAxis({ measure: field, currency: "EUR", days: null }, comparisons, at);
      const seen = new Map<number, string>();
      for (let minor = comparisons.length > 0 ? -25 : 0; minor <= 25; minor += 1) {
        const places = [...pieces.keys()].filter((piece) =>
          pieces[piece]!.some(({ from, to }) => from <= minor && minor < to),
        );
        expect(places).toHaveLength(1);
        const key = JSON.stringify([
          keyOf(comparisons, { [field]: money(minor) }),
          at.map((cut) => cut <= Math.abs(minor)),
        ]);
        expect(seen.get(places[0]!) ?? key).toBe(key);
        seen.set(places[0]!, key);
      }
    }),
    { numRuns: 300 },
  );
});
