import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { bothOf, whoMeetsWhom } from "./who-meets-whom";

const person = fc.constantFrom(..."abcdefgh");
const meeting = fc.tuple(person, person);
const BOTH = ["a", "b"] as const;

describe("who meets whom", () => {
  it("counts every meeting where few enough meet, by name, in whatever order they are told", () => {
    fc.assert(
      fc.property(fc.array(meeting, { maxLength: 60 }), (meetings) => {
        const table = whoMeetsWhom(meetings, BOTH);
        expect(table).toEqual(whoMeetsWhom(meetings.toReversed(), BOTH));
        expect(table.rows).toEqual([...new Set(meetings.map(([row]) => row))].sort());
        expect(table.met.flat().reduce((sum, one) => sum + one, 0)).toBe(meetings.length);
        for (const [r, row] of table.rows.entries())
          for (const [c, column] of table.columns.entries())
            expect(table.met[r]![c]).toBe(meetings.filter(([one, other]) => one === row && other === column).length);
      }),
    );
  });
  it("of two tables is the table of all their meetings", () => {
    fc.assert(
      fc.property(fc.array(meeting, { maxLength: 30 }), fc.array(meeting, { maxLength: 30 }), (some, others) => {
        const both = bothOf(whoMeetsWhom(some, BOTH), whoMeetsWhom(others, BOTH), BOTH);
        const whole = whoMeetsWhom([...some, ...others], BOTH);
        const times = (table: typeof both, row: string, column: string) =>
          table.met[table.rows.indexOf(row)]?.[table.columns.indexOf(column)] ?? 0;
        for (const row of whole.rows)
          for (const column of whole.columns) expect(times(both, row, column)).toBe(times(whole, row, column));
      }),
    );
  });
  it("has the twelve who meet most, and the two it is about however seldom they do", () => {
    const crowd = Array.from({ length: 20 }, (_, index) => `p${String(index).padStart(2, "0")}`);
    const meetings = crowd.flatMap((one, index) =>
      Array.from({ length: index + 2 }, () => [one, "clerk"] as [string, string]),
    );
    const { rows } = whoMeetsWhom([...meetings, ["a", "b"]], BOTH);
    expect(rows).toEqual(["a", ...crowd.slice(-11)]);
  });
});
