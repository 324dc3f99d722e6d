// What a rehearsal found reads well, whatever it found.
import { describe, expect, it } from "vitest";
import type { Difference } from "../rehearsal";
import { sayAskedOtherwise, sayRehearsed, type RehearsedEffect } from "./index";

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
