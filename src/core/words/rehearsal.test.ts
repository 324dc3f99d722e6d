// What a rehearsal found reads well, whatever it found.
import { describe, expect, it } from "vitest";
import type { Difference, RehearsedEffect } from "../rehearsal";
import { capital } from "../text";
import { sayAskedOtherwise, sayBandsKept, sayInTheWay, sayRehearsed } from "./index";

const orders = { one: "order", many: "orders" };
const nothing: RehearsedEffect = {
  approvals: 0,
  hours: 0,
  seenNoMore: 0,
  seenNow: 0,
  more: 0,
  other: 0,
  heldNow: 0,
  documents: 414,
};

describe("what a version would have meant", () => {
  it.each<[Partial<RehearsedEffect>, string]>([
    [
      { approvals: -92.2, hours: -30.7, seenNoMore: 0.024, more: 9 },
      "92 approvals a year fewer, 31 hours. 2.4 % of value would be approved by nobody any more; 9 orders would need more approvals.",
    ],
    [{ approvals: 1, hours: 0.3 }, "1 approval a year more, 0 hours."],
    [
      { approvals: 40, hours: 13, seenNow: 0.12, heldNow: 1 },
      "40 approvals a year more, 13 hours. 12 % of value that nobody approves today would be approved; 1 order would be held.",
    ],
    [{ other: 3 }, "As many approvals a year. 3 orders would go to other people."],
    [{}, "Both treat all 414 orders alike."],
    [{ documents: 1 }, "Both treat the one order alike."],
    [{ documents: 0 }, "No orders came under this policy on these days."],
  ])("%o", (effect, said) => {
    expect(sayRehearsed({ ...nothing, ...effect }, orders)).toBe(said);
  });
});

describe("what is asked otherwise", () => {
  const names = { level: (id: string) => id.toUpperCase(), person: (id: string) => id };
  const level = (id: string, people: string[], needed = 1) => ({ level: id, people, needed });
  const difference = (some: Partial<Difference>): Difference => ({
    kind: "more approvals",
    added: [],
    removed: [],
    changed: [],
    ...some,
  });
  it.each<[Partial<Difference>, string[]]>([
    [{ added: [level("md", ["ana"])], removed: [level("head", ["rui"])] }, ["+ MD", "− HEAD"]],
    [
      { kind: "other people", changed: [{ before: level("lead", ["ana"]), after: level("lead", ["rui", "eva"]) }] },
      ["LEAD: rui or eva instead of ana"],
    ],
    [
      { changed: [{ before: level("lead", ["ana", "rui", "eva"]), after: level("lead", ["ana", "rui", "eva"], 2) }] },
      ["LEAD: 2 of ana, rui or eva instead of ana, rui or eva"],
    ],
    [{ kind: "held now", removed: [level("lead", ["ana"])] }, ["Would be held", "− LEAD"]],
    [{ kind: "told otherwise" }, ["Others are notified"]],
  ])("%o", (some, said) => {
    expect(sayAskedOtherwise(difference(some), names)).toEqual(said);
  });
});

describe("better thresholds", () => {
  const section = {
    levels: [
      { name: "Line manager", kind: "approval", marks: ["none", "approves", "approves"] },
      { name: "Head", kind: "approval", marks: ["none", "none", "approves"] },
      { name: "Buyers", kind: "notice", marks: ["approves", "told", "told"] },
    ],
  } as unknown as Parameters<typeof sayBandsKept>[0];
  const upTo = (amount: number) => ({ amount, exact: "below" as const });

  it.each<[bands: number[], amounts: number[], said: string]>([
    [
      [0, 1, 2],
      [100_000, 2_000_000],
      "Up to 1,000.00: nobody; up to 20,000.00: Line manager; above: Line manager and Head",
    ],
    [[1], [], "Whatever the amount: Line manager"],
    [[0, 2], [500_000], "Up to 5,000.00: nobody; above: Line manager and Head"],
  ])("%j", (bands, amounts, said) => {
    expect(sayBandsKept(section, { bands, thresholds: amounts.map(upTo) }, "EUR")).toBe(said);
  });

  it("say what stands in the way", () => {
    const hours = (minutes: number) => minutes / 60;
    const name = (id: string) => capital(id);
    expect(sayInTheWay({ code: "value out of reach", most: 0.6214 }, 0.8, hours, name)).toMatch(
      /^No thresholds reach 80\.0 %: .* the most is 62\.1 % of the value\./,
    );
    const people = [
      { person: "ana", minutes: 1092 },
      { person: "rui", minutes: 1000 },
    ];
    expect(sayInTheWay({ code: "people over their hours", people }, 0.8, hours, name)).toBe(
      "Thresholds that reach 80.0 % ask more of somebody than they have. Those with the fewest hours would ask Ana, 18.2 hours a month and Rui, 16.7 hours a month, other sections included.",
    );
  });
});
