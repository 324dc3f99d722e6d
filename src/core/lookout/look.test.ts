import { describe, expect, it } from "vitest";
import { activityOf, toldDecision } from "../fixtures";
import { lookThrough, QUESTION_NAMES } from "./look";
import { keptLookoutSettings, LookoutSettingsSchema, USUAL_LOOKOUT } from "./settings";

const documents = Array.from({ length: 240 }, (_, index) => ({
  hours: index * 30,
  amount: 12_345 + index * 977,
  party: `p${index}`,
}));
const decisions = documents.map((_, index) => {
  const person = ["ana", "bo", "cy", "di"][index % 4]!;
  return toldDecision({
    document: index,
    person,
    hours: index * 30,
    seconds: person === "cy" && index % 12 < 8 ? 4 : 300,
  });
});
const activity = activityOf(documents, decisions, {
  limits: [
    { holder: { kind: "party", id: "p1" }, documentType: "limit", currency: "EUR", limit: 5, amounts: [6, 7, 8, 9, 9] },
  ],
});

describe("a look at everything", () => {
  it("asks every question, says of how many things, and raises what chance does not explain beside the facts", () => {
    const asked: string[] = [];
    const looked = lookThrough(activity, USUAL_LOOKOUT, (name) => asked.push(name));
    expect(asked).toEqual(QUESTION_NAMES);
    expect(looked.asked).toMatchObject({ haste: 4, rest: 4, limits: 1, lapses: 0 });
    expect(looked.raised.map(({ question }) => question)).toEqual(["haste", "limits", "noise"]);
    const [first, fact] = looked.raised;
    expect(first!.corrected!).toBeGreaterThan(first!.chance!);
    expect(first!.corrected!).toBeLessThan(0.05);
    expect(fact!.corrected).toBeNull();
  });
  it("raises less where fewer false alarms are wanted, but every fact", () => {
    const strict = lookThrough(activity, { ...USUAL_LOOKOUT, falseAlarms: 0.000_1 });
    expect(strict.raised.map(({ question }) => question)).toContain("limits");
    const one = lookThrough(activity, USUAL_LOOKOUT).raised.find(({ question }) => question === "haste")!;
    expect(strict.raised.some(({ question }) => question === "haste")).toBe(one.corrected! <= 0.000_1);
  });
  it("begins with settings that are allowed", () => {
    expect(LookoutSettingsSchema.parse(USUAL_LOOKOUT)).toEqual(USUAL_LOOKOUT);
    expect(LookoutSettingsSchema.safeParse({ ...USUAL_LOOKOUT, falseAlarms: 0.5 }).success).toBe(false);
  });
  it("reads settings that an earlier version kept, and goes on with what is new as everybody begins", () => {
    const { at: _, ...known } = USUAL_LOOKOUT;
    const kept = { ...known, falseAlarms: 0.01, roundAmounts: { usual: known.roundAmounts.usual, of: 100 }, gone: 1 };
    expect(keptLookoutSettings(kept)).toEqual({ ...USUAL_LOOKOUT, falseAlarms: 0.01 });
    expect(keptLookoutSettings(USUAL_LOOKOUT)).toEqual(USUAL_LOOKOUT);
  });
  it("tells one matter once, as where two receipts stand on the same two documents", () => {
    const twice = activityOf([
      { hours: 1, amount: 4_100, receipts: ["a", "b"] },
      { hours: 90, amount: 9_300, receipts: ["a", "b"] },
      { hours: 200, amount: 5_500, receipts: ["c"] },
      { hours: 300, amount: 7_700, receipts: ["c"] },
    ]);
    const { raised } = lookThrough(twice, USUAL_LOOKOUT);
    const found = raised.filter(({ question }) => question === "duplicates").map(({ about }) => about.join());
    expect(found).toEqual(expect.arrayContaining(["receipt,d0,d1", "receipt,d2,d3"]));
    expect(new Set(found).size).toBe(found.length);
  });
  it("of nothing finds nothing", () => {
    expect(lookThrough(activityOf([]), USUAL_LOOKOUT).raised).toEqual([]);
  });
});
