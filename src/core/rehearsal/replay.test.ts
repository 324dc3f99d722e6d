// Replaying many documents at once gives for each what routing gives for it alone: same policy, section, band, levels, people and reasons, whoever was away, left or
// came, at whatever rates.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { columnsIn, worlds, type World } from "../fixtures/random-past";
import { RATES } from "../fixtures/random-world";
import { route } from "../routing";
import { columnsOf, outcomeOf, pastAt, replay, type Under } from "./index";

/** Every document by itself, with the people of its moment. */
function oneByOne({ version, sent, directoryAt }: World, { at: today }: Pick<Under, "at">) {
  return sent.map(({ drawn, document, at }) =>
    outcomeOf(
      route(document, {
        policies: [version],
        directory: directoryAt(today ?? at),
        rates: RATES,
        ratesOn: at.slice(0, 10),
        inPerson: drawn.inPerson || undefined,
        at: today ?? at,
      }),
    ),
  );
}

describe("documents of the past under a policy", () => {
  it("go where routing sends each of them", () => {
    const met: Record<string, number> = {};
    let saved = 0;
    fc.assert(
      fc.property(worlds, (world) => {
        const columns = columnsIn(world);
        for (const under of [world.asTheyWere, world.today]) {
          const expected = oneByOne(world, under);
          const { outcomes, of, routed } = replay(columns, under);
          expect(expected.map((_, index) => outcomes[of[index]!])).toEqual(expected);
          saved += expected.length - routed;
          for (const outcome of expected) {
            const note = (what: string) => (met[what] = (met[what] ?? 0) + 1);
            note(outcome.outcome);
            for (const hold of outcome.holds) note(hold.why);
            for (const level of outcome.levels) for (const one of level.people) for (const why of one.why) note(why);
          }
        }
      }),
      { numRuns: 150, seed: 20_261_130 },
    );
    // What the worlds had in them; a class that stood for too many would be found only where it matters.
    const wanted =
      "chain, held, no approval needed, no rate, nobody eligible, away, stands in for, holds a delegation of, over their cap, inactive, limit, limit of, is the requester, entered it, edited it last, is paid by it";
    for (const what of wanted.split(", ")) expect([what, (met[what] ?? 0) > 5]).toEqual([what, true]);
    // Some stood for others, or it would be no replay.
    expect(saved).toBeGreaterThan(1000);
  });
});

describe("columns", () => {
  it("give back what was put into them", () => {
    fc.assert(
      fc.property(worlds, ({ sent }) => {
        const past = sent.map(({ past: known }, index) => {
          // A file may say less: no category.
          const { category: _, ...facts } = known.facts;
          const whole = { concerns: {}, named: {}, ...known };
          return index % 3 ? whole : { ...whole, facts, unknown: ["category"] };
        });
        const columns = columnsOf(past);
        expect(past.map((_, index) => pastAt(columns, index))).toEqual(past);
      }),
      { numRuns: 50 },
    );
  });
});
