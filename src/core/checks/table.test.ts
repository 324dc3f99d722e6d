// Overlaps and gaps of decision tables against every point of a small grid (Calvanese et al. 2016 compare in the same way).
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { gaps, overlaps, type Cell, type Span, type Table } from "./table";

const columns: Table["columns"] = [
  { name: "amount", kind: "number" },
  { name: "age", kind: "number" },
  { name: "category", kind: "choice", values: ["a", "b", "c"] },
];
const span = fc
  .tuple(fc.integer({ min: 0, max: 5 }), fc.integer({ min: 1, max: 6 }))
  .map(([from, length]): Span => ({ from, to: Math.min(6, from + length) }));
const rule = fc.tuple(
  fc.option(span),
  fc.option(span),
  fc.option(fc.subarray(["a", "b", "c"], { minLength: 1 })),
) as fc.Arbitrary<Cell[]>;

const points = [0, 1, 2, 3, 4, 5].flatMap((amount) =>
  [0, 1, 2, 3, 4, 5].flatMap((age) => ["a", "b", "c"].map((category) => ({ amount, age, category }))),
);
type Point = (typeof points)[number];

function fits(cells: readonly Cell[], { amount, age, category }: Point): boolean {
  const inside = (cell: Cell | undefined, value: number) =>
    cell == null || ((cell as Span).from <= value && value < (cell as Span).to);
  return (
    inside(cells[0], amount) && inside(cells[1], age) && (cells[2] == null || (cells[2] as string[]).includes(category))
  );
}

const whole = [
  { from: 0, to: 6 },
  { from: 0, to: 6 },
  { from: 0, to: 3 },
];

describe("decision tables", () => {
  it("rules overlap just where some point fits both", () => {
    fc.assert(
      fc.property(fc.array(rule, { maxLength: 7 }), (rules) => {
        const found = overlaps({ columns, rules }).map(({ rules: [a, b] }) => `${a}-${b}`);
        const wanted = rules.flatMap((a, i) =>
          rules.flatMap((b, j) =>
            i < j && points.some((point) => fits(a, point) && fits(b, point)) ? [`${i}-${j}`] : [],
          ),
        );
        expect(found.sort()).toEqual(wanted.sort());
      }),
    );
  });

  it("gaps hold every point that no rule takes, once, and no other", () => {
    fc.assert(
      fc.property(fc.array(rule, { maxLength: 7 }), (rules) => {
        const boxes = gaps({ columns, rules }, whole);
        for (const point of points) {
          const at = [point.amount, point.age, ["a", "b", "c"].indexOf(point.category)];
          const holding = boxes.filter((box) =>
            box.every(({ from, to }, column) => from <= at[column]! && at[column]! < to),
          );
          expect(holding.length).toBe(rules.some((cells) => fits(cells, point)) ? 0 : 1);
        }
      }),
    );
  });

  it("joins what touches, so that one gap is told as one", () => {
    const table: Table = { columns, rules: [[{ from: 0, to: 3 }, null, ["a"]]] };
    expect(gaps(table)).toHaveLength(3);
    expect(gaps({ columns, rules: [[{ from: -Infinity, to: Infinity }, null, null]] })).toEqual([]);
  });
});
