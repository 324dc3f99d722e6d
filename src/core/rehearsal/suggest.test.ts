// Suggested thresholds are those that trying every choice finds; what more control costs only rises; and what was promised is what the thresholds give.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { cutOf } from "../policy";
import { asTheyAre, costCurve, roundAmounts, suggested, type Goal, type Movable, type Suggestion } from "./index";

const LEVELS = ["lead", "head"];
const PEOPLE = ["ana", "rui", "eva"];

type Asks = { level: string; person: string; minutes: number };
/** Documents that ask the same in each band, one band asking nobody and others some levels. */
const groups = fc.array(
  fc.record({
    amounts: fc.array(fc.integer({ min: 1, max: 99 }), { minLength: 1, maxLength: 8 }),
    bands: fc.array(
      fc.array(
        fc.record({
          level: fc.constantFrom(...LEVELS),
          person: fc.constantFrom(...PEOPLE),
          minutes: fc.integer({ min: 1, max: 9 }),
        }),
        { maxLength: 2 },
      ),
      { minLength: 3, maxLength: 3 },
    ),
  }),
  { minLength: 1, maxLength: 3 },
);
type Drawn = { amounts: number[]; bands: Asks[][] }[];

function movableFrom(drawn: Drawn): Movable {
  return {
    people: PEOPLE,
    documents: drawn.reduce((sum, { amounts }) => sum + amounts.length, 0),
    groups: drawn.map(({ amounts, bands }) => {
      const sorted = Float64Array.from(amounts).sort();
      const sums = new Float64Array(sorted.length + 1);
      sorted.forEach((amount, index) => (sums[index + 1] = sums[index]! + amount));
      return {
        sorted,
        sums,
        bands: bands.map((asks) => ({
          outcome: asks.length > 0 ? ("chain" as const) : ("no approval needed" as const),
          load: {
            approvals: asks.length,
            minutes: asks.reduce((sum, { minutes }) => sum + minutes, 0),
            levels: asks.map(({ level, minutes }) => ({ level, approvals: 1, minutes })),
            people: new Map(
              PEOPLE.flatMap((person) => {
                const own = asks.filter((one) => one.person === person);
                const minutes = own.reduce((sum, one) => sum + one.minutes, 0);
                return own.length > 0 ? [[person, { approvals: own.length, minutes }] as const] : [];
              }),
            ),
          },
        })),
      };
    }),
  };
}

type Tried = { minutes: number; seen: number; value: number; people: number[] };

/** What bands and the amounts up to which each but the last reaches come to, document by document. */
function tried(drawn: Drawn, bands: readonly number[], upTo: readonly number[], seenBy: string | null): Tried {
  const sum: Tried = { minutes: 0, seen: 0, value: 0, people: PEOPLE.map(() => 0) };
  for (const { amounts, bands: asked } of drawn)
    for (const amount of amounts) {
      const place = upTo.filter((most) => amount > most).length;
      const asks = asked[bands[place]!]!;
      sum.value += amount;
      if (asks.some(({ level }) => seenBy === null || level === seenBy)) sum.seen += amount;
      for (const { person, minutes } of asks) {
        sum.minutes += minutes;
        sum.people[PEOPLE.indexOf(person)]! += minutes;
      }
    }
  return sum;
}

/** Every choice of bands in their order and of rising amounts between them. */
function* everyChoice(candidates: readonly number[], mostBands: number): Generator<[bands: number[], upTo: number[]]> {
  const rising = function* (from: number, count: number): Generator<number[]> {
    if (count === 0) return yield [];
    for (let at = from; at < candidates.length; at += 1)
      for (const rest of rising(at + 1, count - 1)) yield [candidates[at]!, ...rest];
  };
  for (let chosen = 1; chosen < 8; chosen += 1) {
    const bands = [0, 1, 2].filter((band) => chosen & (1 << band));
    if (bands.length > mostBands) continue;
    for (const upTo of rising(0, bands.length - 1)) yield [bands, upTo];
  }
}

const candidates = fc
  .uniqueArray(fc.integer({ min: 1, max: 99 }), { maxLength: 5 })
  .map((all) => all.sort((a, b) => a - b));
const goals = fc.record({
  seenBy: fc.option(fc.constantFrom(...LEVELS)),
  share: fc.constantFrom(0, 0.3, 0.5, 0.8, 1),
  hours: fc.option(
    fc.record({
      minutesOf: fc.record({ usual: fc.integer({ min: 0, max: 60 }), one: fc.integer({ min: 0, max: 60 }) }).map(
        ({ usual, one }) =>
          (person: string) =>
            person === PEOPLE[0] ? one : usual,
      ),
      elsewhere: fc
        .array(fc.tuple(fc.constantFrom(...PEOPLE), fc.integer({ min: 0, max: 20 })), { maxLength: 2 })
        .map((some) => new Map(some)),
    }),
  ),
  mostBands: fc.integer({ min: 1, max: 3 }),
});

const given = (drawn: Drawn, { bands, thresholds }: Suggestion, seenBy: string | null) =>
  tried(
    drawn,
    bands,
    thresholds.map((one) => cutOf(one) - 1),
    seenBy,
  );

describe("thresholds for a goal", () => {
  it("are the best of all choices, and where there are none it is said why", () => {
    const met = { found: 0, value: 0, people: 0 };
    fc.assert(
      fc.property(groups, candidates, goals, (drawn, amounts, goal: Goal) => {
        const answer = suggested(movableFrom(drawn), amounts, goal);
        const all = [...everyChoice(amounts, goal.mostBands)].map(([bands, upTo]) =>
          tried(drawn, bands, upTo, goal.seenBy),
        );
        const { value } = all[0]!;
        const sees = all.filter(({ seen }) => seen >= goal.share * value - 1e-9);
        const minutesOf = (people: number[]) =>
          people.map((minutes, index) => minutes + (goal.hours?.elsewhere.get(PEOPLE[index]!) ?? 0));
        const most = PEOPLE.map((person) => goal.hours?.minutesOf(person) ?? Infinity);
        const fits = sees.filter(({ people }) => minutesOf(people).every((minutes, index) => minutes <= most[index]!));
        if (fits.length > 0) {
          met.found += 1;
          if (!answer.ok) throw new Error(JSON.stringify(answer.why));
          const { suggestion } = answer;
          expect(suggestion.minutes).toBe(Math.min(...fits.map(({ minutes }) => minutes)));
          const really = given(drawn, suggestion, goal.seenBy);
          expect([really.minutes, really.seen / value]).toEqual([suggestion.minutes, suggestion.share]);
          expect(suggestion.share).toBeGreaterThanOrEqual(goal.share - 1e-9);
          expect(minutesOf(really.people).every((minutes, index) => minutes <= most[index]!)).toBe(true);
          return;
        }
        if (answer.ok) throw new Error("no choice reaches this goal");
        if (sees.length === 0) {
          met.value += 1;
          const reach = Math.max(...all.map(({ seen }) => seen)) / value;
          expect(answer.why).toEqual({ code: "value out of reach", most: reach });
        } else {
          met.people += 1;
          expect(answer.why.code).toBe("people over their hours");
          if (answer.why.code !== "people over their hours") return;
          expect(answer.why.people.length).toBeGreaterThan(0);
          expect(answer.why.people.every(({ person, minutes }) => minutes > goal.hours!.minutesOf(person))).toBe(true);
        }
      }),
      { numRuns: 500, seed: 20_261_201 },
    );
    expect(Math.min(met.found, met.value, met.people)).toBeGreaterThan(20);
  });

  it("cost more the more is to be seen, and each is what it promises", () => {
    fc.assert(
      fc.property(groups, candidates, goals, (drawn, amounts, { seenBy, mostBands }) => {
        const curve = costCurve(movableFrom(drawn), amounts, { seenBy, mostBands });
        const all = [...everyChoice(amounts, mostBands)].map(([bands, upTo]) => tried(drawn, bands, upTo, seenBy));
        curve.forEach((point, index) => {
          const before = curve[index - 1];
          if (before) expect([point.minutes > before.minutes, point.share > before.share]).toEqual([true, true]);
          const { seen, minutes, value } = given(drawn, point, seenBy);
          expect([seen / value, minutes]).toEqual([point.share, point.minutes]);
          // Where it keeps every band, its thresholds said as they are come to the same.
          if (point.bands.length === 3) {
            const said = asTheyAre(movableFrom(drawn), point.thresholds, seenBy);
            expect(said.minutes).toBe(point.minutes);
            expect(said.share).toBeCloseTo(point.share, 12);
          }
          // No other choice sees as much with fewer minutes.
          expect(all.filter((one) => one.seen / one.value >= point.share && one.minutes < point.minutes)).toEqual([]);
        });
      }),
      { numRuns: 200, seed: 20_261_202 },
    );
  });

  it("are looked for on the ladder 1 - 2 - 5, where there are documents on both sides", () => {
    const movable = movableFrom([{ amounts: [30, 7_500], bands: [[], [], []] }]);
    expect(roundAmounts(movable, 10)).toEqual([50, 100, 200, 500, 1000, 2000, 5000]);
  });
});
