// Whether nobody has to decide twice: the flow against trying every way to give the seats out.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { enoughInAll } from "./in-all";

type Level = Parameters<typeof enoughInAll>[0][number];
type Seat = { seat: string; person: string };

/** Every way, one after the other: a level takes so many seats as it needs, each with a person who has none yet. */
function tried(levels: readonly Level[], taken: ReadonlySet<string> = new Set()): boolean {
  const [level, ...rest] = levels;
  if (!level) return true;
  const open = level.candidates
    .filter((one) => one.eligible)
    .map(({ person, inNameOf }): Seat => ({ seat: inNameOf ?? person, person }));
  const choose = (from: Seat[], needed: number, seats: string[], people: ReadonlySet<string>): boolean => {
    if (needed <= 0) return tried(rest, people);
    return from.some(
      ({ seat, person }, index) =>
        !seats.includes(seat) &&
        !people.has(person) &&
        choose(from.slice(index + 1), needed - 1, [...seats, seat], new Set([...people, person])),
    );
  };
  return choose(open, level.needed, [], taken);
}

const person = fc.constantFrom("a", "b", "c", "d", "e");
const level = fc.record({
  needed: fc.integer({ min: 0, max: 3 }),
  candidates: fc.array(
    fc.record({
      person,
      inNameOf: fc.option(person, { nil: null }),
      eligible: fc.integer({ min: 0, max: 5 }).map(Boolean),
    }),
    { maxLength: 5 },
  ),
}) as unknown as fc.Arbitrary<Level>;

describe("enough people where nobody decides at two levels", () => {
  it("are there exactly where some way to give the seats out gives everybody one at most", () => {
    const counts = { yes: 0, no: 0 };
    fc.assert(
      fc.property(fc.array(level, { maxLength: 4 }), (levels) => {
        const expected = tried(levels);
        counts[expected ? "yes" : "no"] += 1;
        expect(enoughInAll(levels)).toBe(expected);
      }),
      { numRuns: 20_000 },
    );
    // A judge that always says the same would prove nothing.
    expect(Math.min(counts.yes, counts.no)).toBeGreaterThan(2000);
  });
});
