import { describe, expect, it } from "vitest";
import { activityOf, toldDecision } from "../../fixtures";
import { REST, type DecisionRow } from "../activity";
import { againstOthers } from "../against-others";
import { USUAL_LOOKOUT } from "../settings";
import { bursts } from "./bursts";
import { haste } from "./haste";
import { neverNo } from "./never-no";
import { pairs } from "./pairs";
import { rest } from "./rest";
import { roundAmounts } from "./round-amounts";

const usual = { least: 0.02, alike: 0.02, fewest: 20 };
const documents = Array.from({ length: 240 }, (_, index) => ({
  hours: index * 30,
  amount: 12_345 + index,
  requester: `r${index % 6}`,
}));
const PEOPLE = ["ana", "bo", "cy", "di", "eli", "fay"];

/** Forty decisions of each of six. */
function decisions(
  change: (person: string, turn: number) => Partial<Parameters<typeof toldDecision>[0]>,
): DecisionRow[] {
  return documents.map((_, index) => {
    const person = PEOPLE[index % 6]!;
    return toldDecision({ document: index, person, hours: index * 30, ...change(person, Math.floor(index / 6)) });
  });
}

describe("one person against all others", () => {
  it("is told by how likely somebody like the others has as many", () => {
    const tallies = [1, 2, 1, 0, 2, 20].map((times) => ({ times, of: 40 }));
    const found = againstOthers(tallies, usual);
    expect(found[5]!.chance).toBeLessThan(1e-5);
    expect(found[0]!.chance).toBeGreaterThan(0.2);
    expect(found[5]!.others.mean).toBe(0.025);
  });
  it("one who does it does not hide another: what is usual is the median of the others", () => {
    const found = againstOthers(
      [1, 2, 1, 0, 2, 30, 30].map((times) => ({ times, of: 40 })),
      usual,
    );
    expect(Math.max(found[5]!.chance, found[6]!.chance)).toBeLessThan(1e-6);
  });
  it("says nothing where there are too few, or nobody else; and little where people differ", () => {
    expect(againstOthers([{ times: 19, of: 19 }], usual)).toEqual([null]);
    expect(
      againstOthers(
        [
          { times: 20, of: 20 },
          { times: 3, of: 5 },
        ],
        usual,
      ),
    ).toEqual([null, null]);
    const differing = againstOthers(
      [0, 2, 6, 12, 18, 24].map((times) => ({ times, of: 40 })),
      usual,
    );
    // If all had the same share it would be less than one in a hundred million.
    expect(differing[5]!.chance).toBeGreaterThan(5e-4);
  });
});

describe("habits", () => {
  it("four seconds are told of who needs no more, and of nobody else", () => {
    const { asked, raised } = haste(
      activityOf(
        documents,
        decisions((person, turn) => ({ seconds: person === "cy" && turn % 4 ? 4 : 300 })),
      ),
      USUAL_LOOKOUT.haste,
    );
    expect(asked).toBe(6);
    expect(raised).toHaveLength(1);
    expect(raised[0]).toMatchObject({ about: ["cy"], figures: { times: 30, of: 40 } });
    // All of theirs are kept, for the picture.
    expect(raised[0]!.figures.seconds.filter((one) => one < raised[0]!.figures.limit!)).toHaveLength(30);
    expect(raised[0]!.figures.seconds).toHaveLength(40);
  });
  it("are counted from when a document was opened, where that is known", () => {
    const opened = decisions(() => ({ seconds: 300 })).map((one) =>
      one.person === "bo" ? { ...one, opened: one.at - 3_000 } : one,
    );
    expect(haste(activityOf(documents, opened), USUAL_LOOKOUT.haste).raised.map(({ about }) => about)).toEqual([
      ["bo"],
    ]);
  });
  it("nights and days off", () => {
    const late = decisions((person, turn) => ({
      rest: person === "di" && turn % 2 ? (turn % 3 ? REST.night : REST.dayOff) : REST.none,
    }));
    expect(
      rest(activityOf(documents, late), USUAL_LOOKOUT.rest).raised.map(({ about, figures }) => [about, figures.times]),
    ).toEqual([[["di"], 20]]);
  });
  it("one decision right after the other", () => {
    const quick = decisions((person, turn) =>
      person === "eli" ? { hours: 900 * Math.floor(turn / 10) + (turn % 10) * 0.001 } : {},
    );
    const { raised } = bursts(activityOf(documents, quick), USUAL_LOOKOUT.bursts);
    expect(raised.map(({ about, figures }) => [about, figures.times])).toEqual([[["eli"], 36]]);
    expect(Math.min(...raised[0]!.figures.seconds)).toBeCloseTo(3.6, 6);
  });
  it("approvals only ever given, where others say no one time in four", () => {
    const no = decisions((person, turn) => ({ refused: person !== "fay" && turn % 4 === 0 }));
    expect(
      neverNo(activityOf(documents, no), USUAL_LOOKOUT.neverNo).raised.map(({ about, figures }) => [
        about,
        figures.times,
        figures.of,
      ]),
    ).toEqual([[["fay"], 0, 40]]);
    const seldom = decisions((person, turn) => ({ refused: person !== "fay" && turn % 40 === 0 }));
    expect(neverNo(activityOf(documents, seldom), USUAL_LOOKOUT.neverNo).raised).toEqual([]);
  });
  it("round amounts, each type and currency by itself", () => {
    const round = documents.map((one, index) =>
      one.requester === "r2" ? { ...one, amount: 10_000 * (1 + index) } : one,
    );
    expect(roundAmounts(activityOf(round), USUAL_LOOKOUT.roundAmounts).raised.map(({ about }) => about)).toEqual([
      ["round amounts", "order", "r2"],
    ]);
    const limits = round.map((one) => (one.requester === "r2" ? { ...one, type: "limit" } : one));
    expect(roundAmounts(activityOf(limits), USUAL_LOOKOUT.roundAmounts).raised).toEqual([]);
  });
});

describe("two who meet", () => {
  const pool = PEOPLE.slice(0, 5);
  /** Each document is decided by two of five. */
  const together = (of: (index: number) => readonly [number, number]) =>
    documents.flatMap((_, index) =>
      of(index).map((place) => toldDecision({ document: index, person: pool[place]!, pool, hours: index * 30 })),
    );
  const EVERY = pool.flatMap((_, one) => pool.slice(one + 1).map((_other, rest_) => [one, one + 1 + rest_] as const));
  it("are not told where every pair meets as often", () => {
    const { asked, raised } = pairs(
      activityOf(
        documents,
        together((index) => EVERY[index % 10]!),
      ),
      USUAL_LOOKOUT.pairs,
    );
    expect(asked).toBeGreaterThan(10);
    expect(raised.filter(({ figures }) => figures.kind === "decide together")).toEqual([]);
  });
  it("are told where one of them decides with nobody else", () => {
    const found = pairs(
      activityOf(
        documents,
        together((index) => {
          const pair = EVERY[index % 10]!;
          return pair[0] === 0 ? [0, 3] : pair;
        }),
      ),
      USUAL_LOOKOUT.pairs,
    );
    const [first] = found.raised.filter(({ figures }) => figures.kind === "decide together");
    expect(first).toMatchObject({
      about: ["decide together", "ana", "di"],
      figures: { met: 96, all: 240, one: 96 },
    });
    expect(first!.chance!).toBeLessThan(1e-9);
    const { rows, columns, met } = first!.figures.whole;
    expect([rows, columns]).toEqual([[...pool].sort(), [...pool].sort()]);
    const times = (one: string, other: string) => met[rows.indexOf(one)]![columns.indexOf(other)];
    expect([times("ana", "di"), times("di", "ana"), times("ana", "ana"), times("ana", "bo")]).toEqual([96, 96, 0, 0]);
    expect(met.flat().reduce((sum, one) => sum + one, 0)).toBe(2 * 240);
  });
  it("are one matter, whoever of them is met first and with whom else they are asked", () => {
    const met = (pools: readonly string[][], order: readonly number[]) =>
      pairs(
        activityOf(
          documents,
          documents.flatMap((_, index) => {
            const asked = pools[index % pools.length]!;
            const pair = Math.floor(index / pools.length) % 2 === 0 ? order : [2, 4];
            return pair.map((place) =>
              toldDecision({ document: index, person: asked[place]!, pool: asked, hours: index * 30 }),
            );
          }),
        ),
        USUAL_LOOKOUT.pairs,
      ).raised.filter(({ about, figures: { whole, met } }) => {
        const times = whole.met[whole.rows.indexOf("ana")]?.[whole.columns.indexOf("di")];
        return about.includes("ana") && about.includes("di") && times === met;
      });
    const other = [...pool.slice(0, 4), "fay"];
    const found = [met([pool, other], [0, 3]), met([pool], [3, 0])].map((all) =>
      all.map(({ about, documents: rows }) => [about, rows.length]),
    );
    expect(found).toEqual([[[["decide together", "ana", "di"], 120]], [[["decide together", "ana", "di"], 120]]]);
  });
  it("are told where one decides on the documents of the other though any of three could", () => {
    const some = PEOPLE.slice(0, 3);
    const one = documents.map((each, index) =>
      toldDecision({
        document: index,
        pool: some,
        hours: index * 30,
        person: each.requester === "r1" ? "ana" : some[Math.floor(index / 6) % 3]!,
      }),
    );
    expect(pairs(activityOf(documents, one), USUAL_LOOKOUT.pairs).raised[0]).toMatchObject({
      about: ["decides for", "r1", "ana"],
      figures: { met: 40 },
    });
  });
  it("are no question where nobody else could have been there", () => {
    const two = PEOPLE.slice(0, 2);
    const both = documents.flatMap((_, index) =>
      two.map((person) => toldDecision({ document: index, person, pool: two, hours: index * 30 })),
    );
    expect(pairs(activityOf(documents, both), USUAL_LOOKOUT.pairs)).toEqual({ asked: 0, raised: [] });
  });
});
