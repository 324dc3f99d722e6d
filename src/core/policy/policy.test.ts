// Bands partition every amount, edits never break that, and sentences say on which side the exact amount lies.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { directory, level, policyOf, twoStep, versionOf, withLevels } from "../fixtures";
import { sayBand, sayThreshold, saySection } from "../words";
import {
  bandOf,
  contentHash,
  edit,
  inForceAt,
  notCarriedOut,
  openBands,
  readPolicy,
  versionState,
  whyNotReady,
  type Section,
  type Threshold,
} from "./index";

const policy = policyOf(twoStep);
const section = policy.sections[0]!;

describe("bands", () => {
  it.each<[Threshold["exact"], number[]]>([
    ["below", [0, 0, 0, 1]],
    ["above", [0, 0, 1, 1]],
  ])("with the exact amount %s, 0 / 2,499.99 / 2,500.00 / 2,500.01 fall in %j", (exact, bands) => {
    expect([0, 249999, 250000, 250001].map((minor) => bandOf(minor, [{ amount: 250000, exact }]))).toEqual(bands);
  });

  it("the thresholds of Directive 2014/24/EU are “equal to or greater than”: 140,000 and 216,000 from 2026 (from memory)", () => {
    const thresholds: Threshold[] = [
      { amount: 14000000, exact: "above" },
      { amount: 21600000, exact: "above" },
    ];
    expect([13999999, 14000000, 21599999, 21600000].map((minor) => bandOf(minor, thresholds))).toEqual([0, 1, 1, 2]);
  });

  it("partition all integers: an amount lies in exactly the band whose cuts enclose it", () => {
    const thresholds = fc.uniqueArray(fc.integer({ min: 1, max: 1000 }), { maxLength: 6 }).chain((amounts) =>
      fc.tuple(
        ...amounts
          .sort((a, b) => a - b)
          .map((amount) =>
            fc.record({
              amount: fc.constant(amount * 2),
              exact: fc.constantFrom("below" as const, "above" as const),
            }),
          ),
      ),
    );
    fc.assert(
      fc.property(thresholds, fc.integer({ min: -10, max: 2010 }), (list, minor) => {
        const belongs = (band: number) => {
          const lower = list[band - 1];
          const upper = list[band];
          const over = !lower || (lower.exact === "above" ? minor >= lower.amount : minor > lower.amount);
          return over && (!upper || (upper.exact === "below" ? minor <= upper.amount : minor < upper.amount));
        };
        expect([...list, null].map((_, band) => belongs(band)).filter(Boolean)).toHaveLength(1);
        expect(belongs(bandOf(minor, list))).toBe(true);
      }),
    );
  });
});

describe("reading a policy file", () => {
  const problems = (change: (copy: any) => void) => {
    const copy = structuredClone(twoStep) as unknown;
    change(copy);
    const result = readPolicy(copy);
    return result.ok ? [] : result.refusals.map((refusal) => refusal.message);
  };
  it("refuses an unknown field with its path and the name that was meant", () => {
    expect(problems((copy) => (copy.sections[0].levels[1].quroum = { kind: "all" }))).toEqual([
      "sections[0].levels[1].quroum: unknown field; did you mean “quorum”?",
    ]);
    expect(problems((copy) => (copy.colour = "red"))).toEqual(["colour: unknown field; remove it or correct its name"]);
  });
  it.each<[string, (copy: any) => void, RegExp]>([
    [
      "falling thresholds",
      (copy) => (copy.sections[0].thresholds[1].amount = 100),
      /sections\[0\].thresholds\[1\].amount: thresholds rise/,
    ],
    [
      "two thresholds on one amount",
      (copy) => (copy.sections[0].thresholds[1] = { amount: 250000, exact: "above" }),
      /thresholds rise/,
    ],
    [
      "two thresholds with nothing between",
      (copy) => (copy.sections[0].thresholds[1] = { amount: 250001, exact: "above" }),
      /thresholds rise/,
    ],
    ["a band missing", (copy) => copy.sections[0].bands.pop(), /2 thresholds make 3 bands, not 2/],
    [
      "a mark missing",
      (copy) => copy.sections[0].levels[0].marks.pop(),
      /levels\[0\].marks: there are 3 bands but 2 marks/,
    ],
    [
      "approval where the band says none",
      (copy) => (copy.sections[0].levels[0].marks[0] = "approves"),
      /nobody needs to approve, but this level/,
    ],
    [
      "no section for everything else",
      (copy) => (copy.sections[0].when = { kind: "flag", field: "hasAttachment", is: true }),
      /exactly the last section/,
    ],
    [
      "a field the type does not have",
      (copy) => (copy.sections[0].levels[0].when = { kind: "flag", field: "moon", is: true }),
      /no field “moon”/,
    ],
    [
      "a comparison of the wrong kind",
      (copy) => (copy.sections[0].levels[0].when = { kind: "flag", field: "net", is: true }),
      /net is a amount/,
    ],
    ["a stage left out", (copy) => (copy.sections[0].levels[1].stage = 3), /stages count/],
    ["a level twice", (copy) => (copy.sections[0].levels[1].id = "line-manager"), /level id is there twice/],
    ["an unknown document type", (copy) => (copy.documentType = "poem"), /documentType/],
    ["a fraction of a cent", (copy) => (copy.sections[0].thresholds[0].amount = 2500.5), /thresholds\[0\].amount/],
  ])("refuses %s", (_name, change, message) => expect(problems(change).join("\n")).toMatch(message));

  it("names what it may carry but does not act on, so that nothing is ignored in silence", () => {
    const measured = policyOf({ ...twoStep, measure: { kind: "increasePercent" } });
    expect(notCarriedOut(measured).map((refusal) => refusal.path)).toEqual(["measure.kind"]);
    expect(notCarriedOut(policy)).toEqual([]);
    const late = (extra: object) =>
      whyNotReady(
        policyOf(withLevels([level("a", 1, ["none", "approves", "approves"], { kind: "manager", up: 1 }, extra)])),
        directory,
      ).map(({ path, why }) => `${path}: ${why.code}`);
    const timeLimit = { amount: 2, unit: "working days" as const };
    expect(late({ overdue: "decline" })).toEqual(["sections[0].levels[0].timeLimit: never late"]);
    expect(late({ timeLimit, overdue: "named person" })).toEqual([
      "sections[0].levels[0].overduePerson: passed on to nobody",
    ]);
    expect(late({ timeLimit, overdue: "named person", overduePerson: "lead" })).toEqual([]);
    const dangling = policyOf(
      withLevels([level("a", 1, ["none", "approves", "approves"], { kind: "people", people: ["ghost"] })]),
    );
    expect(whyNotReady(dangling, directory)).toEqual([
      {
        path: "sections[0].levels[0].approvers.people[0]",
        place: { section: "everything-else", level: "a" },
        why: { code: "unknown reference", values: { what: "person", id: "ghost" } },
      },
    ]);
  });
});

describe("edits on the board", () => {
  it("add, move and remove a stake, keeping what the bands asked for", () => {
    const more = edit.addThreshold(section, { amount: 500000, exact: "above" });
    expect(more.thresholds.map((threshold) => threshold.amount)).toEqual([250000, 500000, 1000000]);
    expect(more.levels.map((one) => one.marks.join())).toEqual([
      "none,approves,approves,approves",
      "none,none,none,approves",
    ]);
    expect(edit.moveThreshold(more, 1, 999999).thresholds[1]?.amount).toBe(999999);
    expect(edit.moveThreshold(more, 1, 250000)).toBe(more);
    // 2,500.01 with the exact amount above begins where the band below ends: nothing would be left between.
    expect(edit.moveThreshold(more, 1, 250001)).toBe(more);
    expect(edit.removeThreshold(more, 1)).toEqual(section);
  });
  it("joining bands asks for the more of the two", () => {
    const joined = edit.removeThreshold(section, 0);
    expect(joined.bands).toEqual([{ approval: "required" }, { approval: "required" }]);
    expect(joined.levels.map((one) => one.marks.join())).toEqual(["approves,approves", "none,approves"]);
  });
  it("a pennant raised in a “nobody” band ends that; “nobody” takes pennants down", () => {
    const raised = edit.setMarks(section, "head", 0, 0, "approves");
    expect(raised.bands[0]?.approval).toBe("required");
    const lowered = edit.setNoApproval(raised, 2, true);
    expect(lowered.levels.map((one) => one.marks[2])).toEqual(["none", "none"]);
  });
  it("stretches both ends of a pennant and never loses it", () => {
    const marks = (changed: Section, index: number) => changed.levels[index]!.marks.join();
    expect(marks(edit.stretch(section, "head", 2, "start", 0), 1)).toBe("approves,approves,approves");
    expect(marks(edit.stretch(section, "line-manager", 1, "start", 2), 0)).toBe("none,none,approves");
    expect(marks(edit.stretch(section, "line-manager", 1, "end", 0), 0)).toBe("none,approves,none");
  });
  it("orders levels and lets them stand side by side", () => {
    const three = edit.addLevel(section, "Directors");
    expect(three.levels.at(-1)).toMatchObject({ id: "level-3", stage: 3, marks: ["none", "none", "approves"] });
    const beside = edit.setBeside(three, "level-3", true);
    expect(beside.levels.map((one) => one.stage)).toEqual([1, 2, 2]);
    expect(edit.moveLevel(beside, "level-3", -1).levels.map((one) => `${one.id} ${one.stage}`)).toEqual([
      "line-manager 1",
      "level-3 2",
      "head 3",
    ]);
    expect(edit.removeLevel(beside, "head").levels.map((one) => `${one.id} ${one.stage}`)).toEqual([
      "line-manager 1",
      "level-3 2",
    ]);
    expect(edit.moveLevel(three, "line-manager", -1)).toBe(three);
  });

  it("whatever is done, the policy stays one that can be saved", () => {
    const step = fc.oneof(
      fc.record({
        do: fc.constant("add"),
        amount: fc.integer({ min: -5, max: 2000000 }),
        exact: fc.constantFrom("below" as const, "above" as const),
      }),
      fc.record({
        do: fc.constantFrom("move", "exact", "remove", "mark", "stretch", "none", "level", "drop", "up", "beside"),
        amount: fc.nat(2000000),
        a: fc.nat(9),
        b: fc.nat(9),
      }),
    );
    fc.assert(
      fc.property(fc.array(step, { maxLength: 25 }), (steps) => {
        const result = steps.reduce((current: Section, next: any) => apply(current, next), section);
        const read = readPolicy({ ...twoStep, sections: [result] });
        expect(read.ok ? [] : read.refusals).toEqual([]);
      }),
    );
  });
});

function apply(current: Section, step: any): Section {
  const stake = step.a % Math.max(1, current.thresholds.length);
  const band = step.b % current.bands.length;
  const id = current.levels[step.a % Math.max(1, current.levels.length)]?.id ?? "none";
  const hasStake = current.thresholds.length > 0;
  switch (step.do) {
    case "add":
      return current.thresholds.length < 12
        ? edit.addThreshold(current, { amount: step.amount, exact: step.exact })
        : current;
    case "move":
      return hasStake ? edit.moveThreshold(current, stake, step.amount) : current;
    case "exact":
      return hasStake ? edit.setExact(current, stake, step.b % 2 ? "below" : "above") : current;
    case "remove":
      return hasStake ? edit.removeThreshold(current, stake) : current;
    case "mark":
      return edit.setMarks(current, id, band, band, (["approves", "told", "none"] as const)[step.amount % 3]!);
    case "stretch":
      return edit.stretch(current, id, band, step.amount % 2 ? "start" : "end", step.amount % current.bands.length);
    case "none":
      return edit.setNoApproval(current, band, step.amount % 2 === 0);
    case "level":
      return current.levels.length < 20 ? edit.addLevel(current, "New") : current;
    case "drop":
      return edit.removeLevel(current, id);
    case "up":
      return edit.moveLevel(current, id, step.b % 2 ? 1 : -1);
    default:
      return edit.setBeside(current, id, step.b % 2 === 0);
  }
}

describe("in words", () => {
  const bands = (changed: Section) => changed.bands.map((_, band) => sayBand(policy, changed, band, directory));
  it("each band is one sentence that says where the exact amount lies", () => {
    expect(bands(section)).toEqual([
      "Up to 2,500.00, that amount included: nobody needs to approve.",
      "Over 2,500.00 up to 10,000.00, that amount included: the requester’s manager.",
      "Over 10,000.00: the requester’s manager, then the head of the unit above.",
    ]);
    expect(bands(edit.setExact(edit.setExact(section, 0, "above"), 1, "above"))).toEqual([
      "Under 2,500.00: nobody needs to approve.",
      "From 2,500.00, that amount included, and under 10,000.00: the requester’s manager.",
      "From 10,000.00 on, that amount included: the requester’s manager, then the head of the unit above.",
    ]);
    expect(bands(edit.setExact(section, 0, "above"))[1]).toBe(
      "From 2,500.00 up to 10,000.00, both included: the requester’s manager.",
    );
    expect(bands(edit.setExact(section, 1, "above"))[1]).toBe(
      "Over 2,500.00 and under 10,000.00: the requester’s manager.",
    );
    expect(sayThreshold(policy, section, 1, directory)).toBe("10,000.00 itself: the requester’s manager");
  });
  it.each<[Parameters<typeof level>[4], Parameters<typeof level>[3], string]>([
    [{ quorum: { kind: "one" } }, { kind: "group", group: "directors" }, "anyone of the Directors"],
    [{ quorum: { kind: "all" } }, { kind: "group", group: "directors" }, "everyone of the Directors"],
    [{ quorum: { kind: "n", n: 2 } }, { kind: "group", group: "directors" }, "two of the Directors"],
    [
      { quorum: { kind: "majority" } },
      { kind: "people", people: ["ana", "una", "dora"] },
      "a majority of Ana, Una and Dora",
    ],
    [{ quorum: { kind: "all" } }, { kind: "people", people: ["ana", "una"] }, "Ana and Una together"],
    [
      { signature: true, timeLimit: { amount: 2, unit: "working days" } },
      { kind: "people", people: ["ana"] },
      "Ana (within two working days) (signing)",
    ],
    [
      { when: { kind: "choice", field: "category", is: "one of", values: ["it"] } },
      { kind: "people", people: ["ana"] },
      "Ana (if the category of a line is Software and hardware)",
    ],
  ])("%j of %j reads “%s”", (extra, approvers, words) => {
    const changed = policyOf(withLevels([level("a", 1, ["none", "none", "approves"], approvers, extra)]));
    expect(sayBand(changed, changed.sections[0]!, 2, directory)).toBe(`Over 10,000.00: ${words}.`);
  });
  it("says side by side, told, and what nobody approves", () => {
    const changed = policyOf(
      withLevels([
        level("a", 1, ["none", "none", "approves"], { kind: "people", people: ["ana"] }),
        level("b", 1, ["none", "none", "approves"], { kind: "people", people: ["una"] }),
        level("c", 2, ["told", "told", "told"], { kind: "group", group: "directors" }),
      ]),
    );
    expect(bands(changed.sections[0]!)).toEqual([
      "Up to 2,500.00, that amount included: nobody needs to approve; the Directors notified.",
      "Over 2,500.00 up to 10,000.00, that amount included: no level approves here, so such an order would be held; the Directors notified.",
      "Over 10,000.00: side by side Ana and Una; the Directors notified.",
    ]);
    expect(openBands(changed.sections[0]!)).toEqual([1]);
    expect(saySection(policy, section)).toBe("All orders.");
  });
});

describe("versions", () => {
  const at = (from: string | null, version: number) => ({ ...versionOf(twoStep, version), inForceFrom: from });
  const all = [at("2026-01-01", 1), at("2026-03-01", 2), at("2026-05-01", 3), at(null, 4), at("2026-03-01", 5)];
  it("the start that came last is in force; of two with one start, the later version", () => {
    expect(inForceAt(all, "2026-02-01")?.version).toBe(1);
    expect(inForceAt(all, "2026-04-01")?.version).toBe(5);
    expect(inForceAt(all, "2025-12-31")).toBeNull();
    expect(all.map((one) => versionState(one, all, "2026-04-01"))).toEqual([
      "Retired",
      "Retired",
      "Scheduled",
      "Draft",
      "In force",
    ]);
  });
  it("the content hash changes with any change and not with the order of keys", () => {
    expect(contentHash(policyOf({ ...twoStep, name: "Purchase order" }))).not.toBe(contentHash(policy));
    expect(contentHash(policyOf(Object.fromEntries(Object.entries(twoStep).toReversed()) as typeof twoStep))).toBe(
      contentHash(policy),
    );
  });
});
