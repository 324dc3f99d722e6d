import { describe, expect, it } from "vitest";
import { activityOf, ORDER_RULE } from "../../fixtures";
import { USUAL_LOOKOUT } from "../settings";
import { crowding } from "./crowding";
import { passChance } from "./pass-chance";
import { splitting } from "./splitting";

const { crowding: crowded, splitting: split } = USUAL_LOOKOUT;

/** Amounts evenly spread from 3,800.00 to 5,700.00, each by another supplier. */
const even = Array.from({ length: 190 }, (_, index) => ({
  hours: index * 40,
  amount: 380_000 + index * 1_000 + 7,
  party: `p${index}`,
}));
const extra = (amounts: readonly number[]) =>
  amounts.map((amount, index) => ({
    hours: 11 + index * 300,
    amount,
    party: `x${index}`,
    requester: index % 2 ? "bo" : "cy",
  }));

describe("amounts below a threshold", () => {
  it("are not told where they lie as on either side", () => {
    expect(crowding(activityOf(even), crowded)).toEqual({ asked: 1, raised: [] });
  });
  it("are told where they crowd, with what is expected and whose they are", () => {
    const below = Array.from({ length: 30 }, (_, index) => 480_000 + index * 600 + 3);
    const { raised } = crowding(activityOf([...even, ...extra(below)]), crowded);
    expect(raised[0]!.figures).toMatchObject({
      under: 55,
      of: 155,
      expected: 31,
      width: 25_000,
      threshold: { amount: 500_000 },
    });
    expect(raised[0]!.chance!).toBeLessThan(1e-4);
    expect(raised[0]!.documents).toHaveLength(55);
    expect(raised[0]!.figures.stretches.reduce((sum, one) => sum + one, 0)).toBe(220);
  });
  it("go by where exactly the threshold belongs", () => {
    const near = (exact: "above" | "below") => {
      const rule = { ...ORDER_RULE, thresholds: [{ amount: 500_000, exact }] };
      // One unit below the last stretch and the last that is in it.
      const between = Array.from({ length: 20 }, (_, index) => 480_001 + index);
      const rows = [475_000, 475_001, 499_999, 500_001, ...between].map((amount) => ({
        hours: 1,
        amount,
        party: String(amount),
        rule,
      }));
      const { raised } = crowding(activityOf(rows), { reach: 0.05, times: 1, fewest: 1 });
      return raised[0]?.figures.under;
    };
    expect([near("above"), near("below")]).toEqual([23, 22]);
  });
  it("leave out what is exactly the threshold or a tenth of it, and count once what a supplier charges again and again", () => {
    const round = Array.from({ length: 40 }, (_, index) => ({
      hours: index,
      amount: index % 2 ? 500_000 : 450_000,
      party: `r${index}`,
    }));
    const monthly = Array.from({ length: 12 }, (_, index) => ({ hours: index * 720, amount: 499_000, party: "Phone" }));
    expect(crowding(activityOf([...even, ...round, ...monthly]), crowded).raised).toEqual([]);
    const rule = { ...ORDER_RULE, thresholds: [{ amount: 500_000, exact: "below" as const }] };
    expect(crowding(activityOf([...even, ...round].map((one) => ({ ...one, rule }))), crowded).raised).toEqual([]);
  });
  it("are asked only where enough lie around, and no other threshold is too near", () => {
    expect(crowding(activityOf(even.slice(0, 7)), crowded).asked).toBe(0);
    const near = {
      ...ORDER_RULE,
      thresholds: [ORDER_RULE.thresholds[0]!, { amount: 500_001, exact: "above" as const }],
    };
    expect(crowding(activityOf(even.map((one) => ({ ...one, rule: near }))), crowded).asked).toBe(0);
  });
});

/** Orders of many, spread over the year, that tell how close orders come anyway. */
const others = Array.from({ length: 400 }, (_, index) => ({
  hours: index * 21.3,
  amount: 90_000 + index * 11,
  party: `o${index % 60}`,
  requester: `r${index % 20}`,
}));
/** So often: two orders within the hour, 9,000.00 together. */
const divided = (times: number, party: (part: number) => string, requester: (part: number) => string) =>
  Array.from({ length: times * 2 }, (_, index) => ({
    hours: 100 + Math.floor(index / 2) * 900 + (index % 2) * 0.3,
    amount: 450_000 + index,
    party: party(index % 2),
    requester: requester(index % 2),
  }));

describe("amounts that were divided", () => {
  it("are found where one person does it with one supplier, and everything is told once", () => {
    const { raised } = splitting(
      activityOf([
        ...others,
        ...divided(
          6,
          () => "Rope",
          () => "ana",
        ),
      ]),
      split,
    );
    expect(raised).toHaveLength(1);
    const [{ figures, documents, chance }] = raised as [(typeof raised)[0]];
    expect(figures.by.kind).toBe("person");
    expect(figures.clusters).toHaveLength(6);
    expect(figures.clusters[0]!.sum).toBe(900_001);
    expect(documents).toHaveLength(12);
    expect(chance!).toBeLessThan(1e-6);
  });
  it("are not found where one of each two was declined and asked for again, or replaced by a change of it", () => {
    const again = divided(
      6,
      () => "Rope",
      () => "ana",
    ).map((row, index) => ({ ...row, live: index % 2 === 1 }));
    expect(splitting(activityOf([...others, ...again]), split).raised).toEqual([]);
  });
  it("are found over two suppliers behind which one bank account stands, and over two that have nothing in common are not", () => {
    const rows = [
      ...others,
      ...divided(
        6,
        (part) => `Rope ${part}`,
        () => "ana",
      ),
    ];
    expect(splitting(activityOf(rows), split).raised).toEqual([]);
    const { raised } = splitting(activityOf(rows, [], { behind: [["Rope 0", "Rope 1"]] }), split);
    expect(raised[0]!.figures.parties).toHaveLength(2);
  });
  it("are one matter from morning to morning, whichever of the suppliers behind one bank account was first, and whichever threshold they pass", () => {
    const aboutOf = (party: (part: number) => string) =>
      splitting(
        activityOf([...others, ...divided(6, party, () => "ana")], [], { behind: [["Rope 0", "Rope 1"]] }),
        split,
      ).raised.map(({ about }) => about);
    const [both] = aboutOf((part) => `Rope ${part}`);
    expect(aboutOf((part) => `Rope ${1 - part}`)).toEqual([both]);
  });
  it("are found where two of one unit share them, and then of the unit", () => {
    const rows = [
      ...others,
      ...divided(
        6,
        () => "Rope",
        (part) => `one of two ${part}`,
      ),
    ];
    const { raised } = splitting(activityOf(rows), split);
    expect(raised.map(({ figures, people }) => [figures.by.kind, people.length])).toEqual([["unit", 2]]);
  });
  it("are none where somebody orders as often, but not so close together", () => {
    const spread = divided(
      6,
      () => "Rope",
      () => "ana",
    ).map((one, index) => ({ ...one, hours: 100 + index * 700 }));
    expect(splitting(activityOf([...others, ...spread]), split).raised).toEqual([]);
  });
  it("are none for who enters everything in one sitting, whoever it is for", () => {
    const sittings = Array.from({ length: 300 }, (_, index) => ({
      hours: 50 + Math.floor(index / 10) * 280 + (index % 10) * 0.2,
      amount: 300_000 + index,
      party: `s${index % 8}`,
      requester: "ana",
    }));
    expect(splitting(activityOf([...others, ...sittings]), split).raised).toEqual([]);
  });
  it("are not looked for where the rule adds up already, nor where nothing stays under a threshold", () => {
    const rows = [
      ...others,
      ...divided(
        6,
        () => "Rope",
        () => "ana",
      ),
    ];
    const total = rows.map((one) => ({ ...one, rule: { ...ORDER_RULE, adds: false } }));
    expect(splitting(activityOf(total), split)).toEqual({ asked: 0, raised: [] });
    expect(splitting(activityOf(rows.map((one) => ({ ...one, amount: one.amount * 10_000 }))), split).asked).toBe(0);
  });
});

describe("how likely amounts pass a threshold together", () => {
  it("is that of at least one other, where any two pass", () => {
    expect(passChance([99, 99], 100, 0.3)).toBeCloseTo(1 - Math.exp(-0.3), 12);
  });
  it("is that of at least two others, where it takes three", () => {
    expect(passChance([40], 100, 0.3)).toBeCloseTo(1 - Math.exp(-0.3) * 1.3, 12);
  });
  it("is never less than it is by drawing, and close to it", () => {
    const amounts = [3, 11, 20, 34, 58, 76];
    let state = 7;
    const next = () => (state = (state * 48_271) % 2_147_483_647) / 2_147_483_647;
    let passed = 0;
    for (let run = 0; run < 40_000; run += 1) {
      let sum = amounts[Math.floor(next() * 6)]!;
      for (let time = -Math.log(1 - next()); time < 1.5; time -= Math.log(1 - next()))
        sum += amounts[Math.floor(next() * 6)]!;
      if (sum >= 100) passed += 1;
    }
    const drawn = passed / 40_000;
    expect(passChance(amounts, 100, 1.5)).toBeGreaterThan(drawn - 0.008);
    expect(passChance(amounts, 100, 1.5)).toBeLessThan(drawn + 0.04);
  });
});
