// Versions through time, names that are told apart, differences in words, who is in scope, and edits of sections.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { AT, directory, level, policyOf, twoStep, versionOf } from "../fixtures";
import { PolicySchema, type PolicyInput } from "./schema";
import { claimTheSame, outsideScope } from "./scope";
import { copyLevel, copySection, insertSection, moveSection, removeSection } from "./edit-sections";
import { sayNotName, policyDifferences } from "../words";
import { lettersApart, policyId, suggestName, whyNotName } from "./names";
import { inForceAt, rivalOf, switchesAfter, versionState, type PolicyVersion } from "./version";

const day = (text: string) => `2026-${text}T00:00:00.000Z`;
const version = (number: number, from: string | null, until: string | null = null): PolicyVersion => ({
  ...versionOf(twoStep, number),
  inForceFrom: from && day(from),
  inForceUntil: until && day(until),
});

describe("versions through time", () => {
  const all = [version(1, "01-01"), version(2, "12-01", "12-31"), version(3, null)];
  it("a season begins and ends by itself, and what was before counts again", () => {
    const at = (text: string) => inForceAt(all, day(text))?.version;
    expect([at("06-01"), at("12-01"), at("12-30"), at("12-31")]).toEqual([1, 2, 2, 1]);
    expect(switchesAfter(all, day("06-01"))).toEqual([day("12-01"), day("12-31")]);
  });
  it("states: what gives way for a season is scheduled to come back, not retired", () => {
    const states = (text: string) => all.map((one) => versionState(one, all, day(text)));
    expect(states("06-01")).toEqual(["In force", "Scheduled", "Draft"]);
    expect(states("12-10")).toEqual(["Scheduled", "In force", "Draft"]);
    expect(versionState(all[1]!, all, "2027-02-01T00:00:00.000Z")).toBe("Retired");
    const sent = { ...all[2]!, sent: { by: "boss", at: AT, from: null, until: null } };
    expect(versionState(sent, all, AT)).toBe("With the reviewer");
    const returned = { ...sent, review: { by: "una", at: AT, outcome: "returned" as const, words: "" } };
    expect(versionState(returned, all, AT)).toBe("Draft");
  });
  it("of two policies that claim the same, the other is named, unless their times do not meet", () => {
    const other = { ...version(1, "03-01", "06-01"), policy: policyOf({ ...twoStep, id: "other", name: "Other" }) };
    const rival = (from: string, until: string | null) =>
      rivalOf(policyOf(twoStep), day(from), until && day(until), [other], directory)?.policy.name ?? null;
    expect([rival("01-01", null), rival("01-01", "03-01"), rival("05-31", null), rival("06-01", null)]).toEqual([
      "Other",
      null,
      "Other",
      null,
    ]);
    // A version that another of its policy replaced for good before then is no rival any more, even if it applied elsewhere.
    const moved = {
      ...other,
      version: 2,
      inForceFrom: day("04-01"),
      inForceUntil: null,
      policy: { ...other.policy, scope: { ...other.policy.scope, units: ["crew"] } },
    };
    const open = { ...other, inForceUntil: null };
    expect(rivalOf(policyOf(twoStep), day("05-01"), null, [open, moved], directory)).toBeNull();
  });
});

describe("scope", () => {
  const scope = (extra: Partial<NonNullable<PolicyInput["scope"]>>) =>
    policyOf({ ...twoStep, scope: { ...twoStep.scope, ...extra } }).scope;
  it("leaves out by name with the reason, by requester, by location", () => {
    const exempt = scope({ exempt: [{ person: "rui", decidedBy: "boss", reason: "Board" }] });
    expect(outsideScope(exempt, "rui", directory)).toEqual({
      code: "exempt",
      values: { decidedBy: "boss", said: "Board" },
    });
    expect(outsideScope(exempt, "ana", directory)).toBeNull();
    expect(
      outsideScope(scope({ requesters: { kind: "only", people: [], groups: ["directors"] } }), "rui", directory),
    ).toEqual({ code: "another requester" });
    expect(outsideScope(scope({ locations: ["quay"] }), "rui", directory)).toEqual({ code: "another location" });
  });
  it("two claim the same only where somebody is in both", () => {
    const of = (extra: object) => ({ documentType: "purchase-order", scope: scope(extra) });
    const only = (person: string) => ({ requesters: { kind: "only" as const, people: [person] } });
    expect(claimTheSame(of({}), of({}), directory)).toBe(true);
    expect(claimTheSame(of(only("rui")), of(only("ana")), directory)).toBe(false);
    expect(claimTheSame(of(only("rui")), of({}), directory)).toBe(true);
    expect(claimTheSame(of({ units: ["fleet"] }), of({ units: ["crew"] }), directory)).toBe(false);
    expect(claimTheSame({ ...of({}), documentType: "expense-claim" }, of({}), directory)).toBe(false);
  });
});

describe("names", () => {
  const others = [{ id: "a", name: "Purchase orders" }];
  it("an existing one, or one within two letters of it, is refused with another that is free", () => {
    const say = (name: string) => {
      const why = whyNotName(name, others, "Fleet");
      return why ? sayNotName(why, name) : "free";
    };
    expect(say("purchase  Orders")).toBe(
      "There is a policy “Purchase orders” already; how about “purchase  Orders, Fleet”?",
    );
    expect(say("Purchase order")).toContain("would be taken for each other; how about “Purchase order, Fleet”?");
    expect(say("Purchase ordering")).toBe("free");
    expect(say(" ")).toBe("Give the policy a name of its own");
    expect(whyNotName("Purchase orders", others, "Fleet", "a")).toBeNull();
    expect(policyId("Purchase orders", ["purchase-orders"])).toBe("purchase-orders-2");
  });
  it("what is suggested is always free, and letters apart is symmetric and zero for the same", () => {
    const name = fc.string({ minLength: 1, maxLength: 20 });
    fc.assert(
      fc.property(name, fc.array(name, { maxLength: 6 }), (wanted, taken) => {
        const free = suggestName(wanted, taken, "Fleet");
        expect(taken.every((other) => lettersApart(free, other) > 2)).toBe(true);
        for (const other of taken) expect(lettersApart(wanted, other)).toBe(lettersApart(other, wanted));
        expect(lettersApart(wanted, wanted)).toBe(0);
      }),
    );
  });
});

describe("differences in words", () => {
  it("none of a policy from itself; each change once, with its place", () => {
    const before = policyOf(twoStep);
    expect(policyDifferences(before, before, directory)).toEqual([]);
    const section = before.sections[0]!;
    const after = policyOf({
      ...twoStep,
      name: "Orders",
      sections: [
        {
          ...section,
          thresholds: [{ amount: 250_000, exact: "above" }, section.thresholds[1]!],
          levels: [
            { ...section.levels[0]!, signature: true },
            level("third", 2, ["none", "none", "approves"], { kind: "group", group: "directors" }),
          ],
        },
      ],
    });
    const found = policyDifferences(before, after, directory);
    expect(found.map(({ what }) => what)).toEqual([
      "Name",
      "Everything else, thresholds",
      "Everything else, band 1",
      "Everything else, band 2",
      "Everything else, band 3",
      "Everything else, level “head”",
      "Everything else, level “line-manager”",
      "Everything else, level “third”",
    ]);
    expect(found[2]).toEqual({
      place: { section: "everything-else", band: 0 },
      what: "Everything else, band 1",
      before: "Up to 2,500.00, that amount included: nobody needs to approve.",
      after: "Under 2,500.00: nobody needs to approve.",
    });
    expect([found[5]!.after, found[7]!.before]).toEqual([null, null]);
  });
});

describe("edits of sections", () => {
  const flag = { kind: "flag" as const, field: "hasAttachment", is: true };
  const step = fc.constantFrom("insert", "copy", "forward", "back", "remove", "copy level");
  it("whatever is done, the policy stays one: ids once, everything else last", () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(step, fc.nat(5)), { maxLength: 12 }), (steps) => {
        let policy = policyOf(twoStep);
        for (const [what, index] of steps) {
          const { id } = policy.sections[index % policy.sections.length]!;
          if (policy.sections.length >= 18) break;
          if (what === "insert") policy = insertSection(policy, "New section", flag, id);
          if (what === "copy") policy = copySection(policy, id, flag);
          if (what === "forward") policy = moveSection(policy, id, -1);
          if (what === "back") policy = moveSection(policy, id, 1);
          if (what === "remove") policy = removeSection(policy, id);
          if (what === "copy level") {
            const sections = policy.sections.map((one) =>
              one.id === id && one.levels.length < 12 ? copyLevel(one, one.levels[0]!.id) : one,
            );
            policy = { ...policy, sections };
          }
          expect(PolicySchema.safeParse(policy).error?.issues ?? []).toEqual([]);
        }
      }),
      { numRuns: 200 },
    );
  });
});
