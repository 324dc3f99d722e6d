import { describe, expect, it } from "vitest";
import { activityOf, BEGINS, toldDecision } from "../../fixtures";
import type { Act, Beside, Lapse } from "../activity";
import { USUAL_LOOKOUT } from "../settings";
import { bankChanges } from "./bank-changes";
import { duplicates } from "./duplicates";
import { dutiesMet } from "./duties-met";
import { lapses } from "./lapses";
import { limits } from "./limits";
import { noise } from "./noise";
import { overrides } from "./overrides";
import { ownGain } from "./own-gain";
import { standIns } from "./stand-ins";

const HOUR = 3_600_000;
const at = (hours: number) => BEGINS + hours * HOUR;
const day = (days: number) => at(days * 24);
const documents = Array.from({ length: 12 }, (_, index) => ({
  hours: index,
  amount: 100_000 + index,
  requester: index % 2 ? "bo" : "ana",
  party: "Rope",
}));
const activity = (beside: Partial<Beside>, rows = documents) => activityOf(rows, [], beside);

describe("likely duplicates", () => {
  const invoices = Array.from({ length: 60 }, (_, index) => ({
    hours: index * 140,
    amount: 123_400 + index * 997,
    party: `p${index % 3}`,
    theirNumber: `FT-${2_000 + index * 7}`,
  }));
  const twice = (change: object) => [...invoices, { ...invoices[30]!, hours: 30 * 140 + 100, ...change }];
  const found = (change: object, rows: Parameters<typeof activityOf>[0] = twice(change), behind: string[][] = []) =>
    duplicates(activityOf(rows, [], { behind }), USUAL_LOOKOUT.duplicates).raised.filter(
      ({ chance }) => chance === null || chance < 0.01,
    );
  it("are found by a number that looks the same, with the amount and the days between", () => {
    const [one] = found({ theirNumber: "FT 22IO" });
    expect(one!.figures).toMatchObject({
      kind: "alike",
      likeness: "looks the same",
      sameAmount: true,
      documents: ["d30", "d60"],
    });
    expect(found({ theirNumber: "FT-9999", amount: 5 })).toEqual([]);
  });
  it("are found by the same number though the amount is another, and of another supplier only behind the same bank account", () => {
    expect(found({ amount: 77 })[0]!.figures).toMatchObject({ likeness: "same", sameAmount: false });
    const elsewhere = { party: "p1", theirNumber: "FT 22IO" };
    expect(found(elsewhere)).toEqual([]);
    expect(found(elsewhere, undefined, [["p0", "p1"]])).toHaveLength(1);
  });
  it("are none where one of them was declined or withdrawn", () => {
    expect(found({ theirNumber: "FT 22IO", live: false })).toEqual([]);
  });
  it("are none where the same is charged each month with numbers that follow each other", () => {
    const monthly = Array.from({ length: 12 }, (_, index) => ({
      hours: index * 720,
      amount: 49_900,
      party: "Phone",
      theirNumber: `R-${771 + index}`,
    }));
    expect(found({}, [...invoices, ...monthly])).toEqual([]);
  });
  it("one receipt on several documents is a fact, whoever claims it", () => {
    const claims = ["x", "y", "x"].map((hash, index) => ({
      hours: index,
      amount: 1_000 + index,
      party: "",
      requester: `r${index}`,
      receipts: [hash],
    }));
    const raised = found({}, claims);
    expect(raised).toHaveLength(1);
    expect(raised[0]).toMatchObject({ chance: null, documents: ["d0", "d2"], figures: { kind: "receipt", hash: "x" } });
  });
});

describe("facts", () => {
  it("levels that lapsed, by level and month", () => {
    const one = (document: number, hours: number, level = "head"): Lapse => ({
      document,
      policy: "orders",
      level,
      at: at(hours),
      asked: ["di"],
    });
    const { asked, raised } = lapses(
      activity({ lapses: [one(2, 5), one(0, 3), one(1, 4), one(3, 24 * 40), one(4, 6, "chief")] }),
      USUAL_LOOKOUT.lapses,
    );
    expect(asked).toBe(3);
    expect(raised.map(({ about, documents: rows }) => [about, rows])).toEqual([
      [
        ["orders", "head", "2025-03"],
        ["d0", "d1", "d2"],
      ],
    ]);
  });
  it("who routes again or leaves out steps, from three times on", () => {
    const acts = [0, 1, 2].map((document): Act => ({ document, person: "eli", at: at(document), kind: "route again" }));
    const { raised } = overrides(
      activity({ acts: [...acts, { ...acts[0]!, kind: "skip step" }] as Act[] }),
      USUAL_LOOKOUT.overrides,
    );
    expect(raised.map(({ about, documents: rows }) => [about, rows])).toEqual([
      [
        ["route again", "eli"],
        ["d0", "d1", "d2"],
      ],
    ]);
  });
  it("holds released by the one who gains by it: their own document, or one of whose account they opened before", () => {
    const release = (document: number, person: string, hours = 50): Act => ({
      document,
      person,
      at: at(hours),
      kind: "release",
      hold: "No order",
    });
    const accounts: Beside["accounts"] = [
      { party: "Rope", kind: "opened", person: "fay", at: at(20), checked: false, document: null },
    ];
    const { asked, raised } = ownGain(
      activity({ acts: [release(0, "ana"), release(1, "ana"), release(2, "fay"), release(3, "fay", 10)], accounts }),
    );
    expect(asked).toBe(4);
    expect(raised.map(({ figures, documents: rows }) => [figures.gain, rows])).toEqual([
      ["own document", ["d0"]],
      ["own account", ["d2"]],
    ]);
  });
  it("stand-ins that run for very long and have no end yet", () => {
    const one = (from: number, until: number | null) => ({
      person: "di",
      standIn: "eli",
      from: day(from),
      until: until === null ? null : day(until),
    });
    const { asked, raised } = standIns(
      activity({ standIns: [one(0, null), one(300, null), one(0, 100), one(100, 400)] }),
      USUAL_LOOKOUT.standIns,
    );
    expect(asked).toBe(3);
    expect(raised.map(({ figures }) => [figures.days, figures.until === null])).toEqual([
      [365, true],
      [265, false],
    ]);
  });
  it("limits that nothing came to, or everything is beyond", () => {
    const one = (id: string, amounts: number[]): Beside["limits"][0] => ({
      holder: { kind: "person", id },
      documentType: "order",
      currency: "EUR",
      limit: 100,
      amounts,
    });
    const rows = [
      one("a", []),
      one("b", [101, 102, 103, 104, 105]),
      one("c", [101, 102]),
      one("d", [99, 101, 102, 103, 104]),
    ];
    const { asked, raised } = limits(activity({ limits: rows }), USUAL_LOOKOUT.limits);
    expect(asked).toBe(4);
    expect(raised.map(({ figures }) => [figures.kind, figures.limits.map(({ holder }) => holder.id)])).toEqual([
      ["never used", ["a"]],
      ["always exceeded", ["b"]],
    ]);
    // Where nobody decides, no limit is used, and that says nothing.
    expect(limits(activity({ limits: [one("a", []), one("b", [])] }), USUAL_LOOKOUT.limits).raised).toEqual([]);
  });
  it("a bank account that changed shortly before money went there", () => {
    const pay = (document: number, days: number): Act => ({ document, person: "gus", at: day(days), kind: "pay" });
    const change = (party: string, days: number) => ({
      party,
      kind: "bank" as const,
      person: "fay",
      at: day(days),
      checked: false,
      document: null,
    });
    const beside = { acts: [pay(0, 12), pay(1, 9), pay(2, 40)], accounts: [change("Rope", 10), change("Other", 10)] };
    const { asked, raised } = bankChanges(activity(beside), USUAL_LOOKOUT.bankChanges);
    expect(asked).toBe(2);
    expect(raised).toHaveLength(1);
    expect(raised[0]).toMatchObject({ documents: ["d0"], figures: { checked: false, paid: [{ minor: 100_000 }] } });
    expect(raised[0]!.people).toHaveLength(2);
  });
  it("duties that met: who opened an account, entered a document of its party and approved one", () => {
    const accounts: Beside["accounts"] = ["ana", "bo"].map((person) => ({
      party: "Rope",
      kind: "opened",
      person,
      at: at(0),
      checked: true,
      document: null,
    }));
    const decisions = [
      toldDecision({ document: 1, person: "ana", hours: 4 }),
      toldDecision({ document: 3, person: "bo", hours: 5, refused: true }),
    ];
    const looked = (acts: readonly Act[]) =>
      dutiesMet(activityOf(documents, decisions, { accounts, acts }), USUAL_LOOKOUT.dutiesMet);
    expect(looked([]).raised.map(({ about, figures }) => [about, figures.duties])).toEqual([
      [
        ["ana", "Rope"],
        ["account", "enter", "approve"],
      ],
    ]);
    const paid = looked([{ document: 5, person: "bo", at: at(9), kind: "pay" }]);
    expect(paid.raised.map(({ figures }) => figures.duties)[1]).toEqual(["account", "enter", "pay"]);
  });
  it("levels that have said yes to everything, and how rarely they can be expected to say no all the same", () => {
    const rows = Array.from({ length: 300 }, (_, index) => ({ hours: index, amount: 1_000 }));
    const decided = (level: string, refused: number) =>
      rows.map((_, document) =>
        toldDecision({ document, person: "di", hours: document, level, refused: document < refused }),
      );
    const { asked, raised } = noise(
      activityOf(rows, [...decided("head", 0), ...decided("chief", 1), ...decided("clerk", 0).slice(0, 199)]),
      USUAL_LOOKOUT.noise,
    );
    expect(asked).toBe(2);
    expect(raised.map(({ figures }) => figures.level)).toEqual(["head"]);
    // The rule of three: none in 300 is at most one in a hundred.
    expect(raised[0]!.figures.most).toBeCloseTo(0.01, 3);
    expect(raised[0]!.figures.hours).toBeCloseTo(20, 6);
  });
});
