// What two versions treat differently, as the reviewer reads it: one sentence for each thing, and the documents that it is so for.
import { describe, expect, it } from "vitest";
import { differenceInEffect } from "../difference-in-effect";
import { directory, level, policyOf, twoStep } from "../fixtures";
import { edit, type Policy, type PolicyInput } from "../policy";
import { byGravity, kindOfChanges, sayArea, sayChanges, sayExample } from "./difference-in-effect";

const before = policyOf(twoStep);
const only = before.sections[0]!;
const withSection = (change: (section: typeof only) => typeof only): Policy => ({
  ...before,
  sections: [change(only)],
});

/** Everything that is said of a pair, in order. */
function said(was: Policy | null, is: Policy | null) {
  const found = differenceInEffect(was, is, [], directory, (amount, currency) =>
    amount.currency === currency ? amount : null,
  )!;
  expect(found.proven).toBe(true);
  const compared = { before: was, after: is, directory, policy: (id: string) => id };
  return byGravity(found.groups).map(({ changes, side, areas }) => [
    kindOfChanges(changes),
    ...sayChanges(changes, compared),
    ...areas.map(
      (area) => `${sayArea(area, side, compared)} (${area.example ? sayExample(area.example, area, compared) : "—"})`,
    ),
  ]);
}

describe("what two versions treat differently, in words", () => {
  it("nothing, where levels and sections are only called otherwise", () => {
    const renamed = withSection((section) => ({
      ...section,
      id: "rest",
      name: "The rest",
      levels: section.levels.map((one) => ({ ...one, id: `${one.id}-2`, name: `${one.name} 2`, designNote: "x" })),
    }));
    expect(said(before, renamed)).toEqual([]);
    // A band that asks the same as the one above it makes no difference either.
    expect(
      said(
        before,
        withSection((section) => edit.addThreshold(section, { amount: 500_000, exact: "below" })),
      ),
    ).toEqual([]);
  });

  it("a threshold that was moved, with its exact amounts", () => {
    expect(
      said(
        before,
        withSection((section) => edit.moveThreshold(section, 0, 400_000)),
      ),
    ).toEqual([
      [
        "fewer approvals",
        "Nobody has to approve them any more",
        "No longer asked: line-manager",
        "In “Everything else”, over 2,500.00 up to 4,000.00 EUR (3,000.00 EUR)",
      ],
    ]);
    const exact = withSection((section) => ({
      ...section,
      thresholds: [section.thresholds[0]!, { amount: 1_000_000, exact: "above" }],
    }));
    expect(said(before, exact)).toEqual([
      ["more approvals", "Asked as well: head", "In “Everything else”, exactly 10,000.00 EUR (10,000.00 EUR)"],
    ]);
  });

  it("a threshold in a currency without smaller units", () => {
    const pesos = (amount: number): Policy => ({
      ...before,
      currency: "CLP",
      sections: [
        {
          ...only,
          thresholds: [
            { amount, exact: "below" },
            { amount: 9_000_000, exact: "above" },
          ],
        },
      ],
    });
    expect(said(pesos(400_000), pesos(600_000))).toEqual([
      [
        "fewer approvals",
        "Nobody has to approve them any more",
        "No longer asked: line-manager",
        "In “Everything else”, over 400,000 up to 600,000 CLP (500,000 CLP)",
      ],
    ]);
  });

  it("a level of which others are asked, or the same otherwise; and what nobody approves", () => {
    const changed = (more: Partial<Policy["sections"][number]["levels"][number]>) =>
      withSection((section) => ({ ...section, levels: [{ ...section.levels[0]!, ...more }, section.levels[1]!] }));
    expect(said(before, changed({ approvers: { kind: "people", people: ["una"] } }))).toEqual([
      [
        "other people",
        "line-manager: Una instead of the requester’s manager",
        "In “Everything else”, over 2,500.00 EUR (20,000.00 EUR)",
      ],
    ]);
    expect(said(before, changed({ signature: true }))).toEqual([
      [
        "asked otherwise",
        "line-manager: asked otherwise",
        "Whoever approves signs with name and password",
        "In “Everything else”, over 2,500.00 EUR (20,000.00 EUR)",
      ],
    ]);
    expect(
      said(
        before,
        withSection((section) => ({ ...section, levels: section.levels.slice(1) })),
      ),
    ).toEqual([
      [
        "held now",
        "No level approves them any more, so that they would be held",
        "In “Everything else”, over 2,500.00 up to 10,000.00 EUR (6,000.00 EUR)",
      ],
      ["fewer approvals", "No longer asked: line-manager", "In “Everything else”, over 2,500.00 EUR (20,000.00 EUR)"],
    ]);
  });

  it("a section of their own, by what is in it and who asks", () => {
    const fuel: PolicyInput["sections"][number] = {
      id: "fuel",
      name: "Fuel",
      when: { kind: "choice", field: "category", is: "one of", values: ["fuel"] },
      thresholds: [],
      bands: [{ approval: "required" }],
      levels: [
        level(
          "una",
          1,
          ["approves"],
          { kind: "people", people: ["una"] },
          { when: { kind: "choice", field: "requester", is: "none of", values: ["rui"] } },
        ),
        level("dora", 1, ["approves"], { kind: "people", people: ["dora"] }),
      ],
    };
    expect(said(before, policyOf({ ...twoStep, sections: [fuel, ...twoStep.sections] }))).toEqual([
      [
        "fewer approvals",
        "No longer asked: line-manager",
        "In “Everything else” as it was, over 2,500.00 EUR, where the category of a line is Fuel (20,000.00 EUR, category Fuel)",
      ],
      [
        "fewer approvals",
        "No longer asked: head",
        "In “Everything else” as it was, over 10,000.00 EUR, where the category of a line is Fuel (20,000.00 EUR, category Fuel)",
      ],
      ["more approvals", "Asked as well: dora", "In “Fuel” (20,000.00 EUR)"],
      [
        "more approvals",
        "Asked as well: una",
        "In “Fuel”, where the requester is not Rui (20,000.00 EUR, entered by Boss)",
      ],
      ["more approvals", "Have to be approved now", "In “Fuel”, up to 2,500.00 EUR (1,000.00 EUR)"],
    ]);
  });

  it("a policy that is for others, and one that was not there", () => {
    const forFleet = { ...before, scope: { ...before.scope, units: ["engines"] } };
    expect(said(before, forFleet)).toEqual([
      [
        "another policy",
        "No longer come under this policy, nor under another, so that they would be held",
        "Of requesters in Test Lines or Fleet (20,000.00 EUR, entered by Boss)",
      ],
    ]);
    expect(said(null, before)).toEqual([
      ["another policy", "Come under this policy now", "All orders (20,000.00 EUR)"],
    ]);
  });

  it("a measure of other days, by both", () => {
    const over = (days: number) => ({ ...before, measure: { kind: "supplierTotal" as const, days } });
    expect(said(over(90), over(90))).toEqual([]);
    const found = said(over(90), over(30));
    expect(found.map(([kind]) => kind)).toEqual([
      "fewer approvals",
      "fewer approvals",
      "more approvals",
      "more approvals",
    ]);
    expect(found[0]!.slice(1)).toEqual([
      "No longer asked: head",
      "In “Everything else”, the total with the same supplier over 90 days over 10,000.00 EUR and the total with the same supplier over 30 days up to 10,000.00 EUR (—)",
    ]);
  });
});
