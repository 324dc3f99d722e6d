// What a person’s page says they may decide is what routing asks them, for every person, requester and boundary amount.
import { describe, expect, it } from "vitest";
import { marevia } from "../../../demo/organisation";
import { orderPolicy } from "../../../demo/policy";
import { AT, order, versionOf } from "../fixtures";
import { directoryOf, type ApproverRule, type Organisation } from "../people";
import { boundaryAmounts, type PolicyInput } from "../policy";
import { route } from "../routing";
import { authorityOf } from "./index";

const organisation: Organisation = {
  ...marevia,
  owners: [...marevia.owners, { of: "supplier", key: "Northrigg Cordage", person: "agnes-oduya" }],
};
const directory = directoryOf(organisation);

const RULES: [string, ApproverRule][] = [
  ["position", { kind: "position", position: "treasurer" }],
  ["heading-position", { kind: "position", position: "head-of-fleet" }],
  ["owner-of-cost-centre", { kind: "owner", of: "cost-centres" }],
  ["owner-of-supplier", { kind: "owner", of: "supplier" }],
  ["manager-two-up", { kind: "manager", up: 2 }],
  ["head", { kind: "headOfUnit", up: 0 }],
];

/** The demo’s policy with a section that has a level of every other rule. */
const policy: PolicyInput = {
  ...orderPolicy,
  sections: [
    {
      id: "every-rule",
      name: "Every rule",
      when: { kind: "choice", field: "category", is: "one of", values: ["catering"] },
      thresholds: [{ amount: 100_000, exact: "above" }],
      bands: [{ approval: "none" }, { approval: "required" }],
      levels: RULES.map(([id, approvers], index) => ({
        id,
        name: id,
        stage: index + 1,
        marks: ["none", "approves"],
        approvers,
      })),
    },
    ...orderPolicy.sections,
  ],
};
const version = versionOf(policy);

const OWNED = organisation.lists
  .find(({ id }) => id === "cost-centres")!
  .entries.flatMap(({ key, owner }) => (owner ? [key] : []));

function askedByRouting(): Set<string> {
  const found = new Set<string>();
  const amounts = [...new Set(version.policy.sections.flatMap((section) => boundaryAmounts(section.thresholds)))];
  for (const person of organisation.people)
    for (const category of ["dry-dock", "it", "fuel", "deck", "catering"] as const)
      for (const costCentre of category === "catering" ? OWNED : ["CC-10"])
        for (const amount of amounts.filter((one) => one > 0)) {
          const line = { description: "x", category, costCentre, quantity: "1", unitPrice: amount, taxPercent: "0" };
          const document = order(amount, { requester: person.id, unit: person.unit, lines: [line] });
          const routed = route(document, { policies: [version], directory, rates: [], at: AT });
          for (const level of routed.levels.filter((one) => one.outcome === "required"))
            for (const { person: asked } of level.candidates)
              found.add(`${asked} ${routed.section!.name} ${level.name}`);
        }
  return found;
}

describe("authorityOf", () => {
  it("names exactly the levels at which routing asks the person", () => {
    const said = organisation.people.flatMap((person) =>
      authorityOf(person.id, "purchase-order", [version], directory, AT).asked.map(
        (asked) => `${person.id} ${asked.section} ${asked.level}`,
      ),
    );
    const routed = askedByRouting();
    expect(routed.size).toBeGreaterThan(60);
    expect(said.toSorted()).toEqual([...routed].toSorted());
  });

  it("says in words for which amounts, for whom and by what", () => {
    const { asked, limits, barred } = authorityOf("rui-tavares", "purchase-order", [version], directory, AT);
    expect(limits).toEqual([{ words: "up to 25,000.00 EUR", holder: "their own" }]);
    expect(barred).toBeNull();
    const lines = asked.map(
      (one) => `${one.section}, ${one.level}: ${one.amounts}, ${one.forWhom}, ${one.because}, ${one.beyondLimit}`,
    );
    expect(lines.toSorted()).toEqual([
      "Dry-dock and engine work, Line manager: Over 2,000.00 (EUR), Duarte Anselmo, Petra Zimbral and Noor Halvorsrud, they report to them, true",
      "Dry-dock and engine work, Technical committee: Over 2,000.00 (EUR), everyone it covers, as a member of Technical committee, true",
      "Every rule, head: From 1,000.00 on, that amount included (EUR), Engineering, as head of the unit, true",
      "Every rule, manager-two-up: From 1,000.00 on, that amount included (EUR), Simão Calheta and Nicola Frade, two steps up their line, true",
      "Every rule, owner-of-cost-centre: From 1,000.00 on, that amount included (EUR), CC-21, as their owner, true",
      "Everything else, Line manager: Over 500.00 (EUR), Duarte Anselmo, Petra Zimbral and Noor Halvorsrud, they report to them, true",
      "Fuel, Line manager: Over 1,500.00 (EUR), Duarte Anselmo, Petra Zimbral and Noor Halvorsrud, they report to them, true",
      "Technology, Line manager: Over 500.00 (EUR), Duarte Anselmo, Petra Zimbral and Noor Halvorsrud, they report to them, true",
    ]);
  });

  it("says who acts, and what bars somebody from deciding anything", () => {
    const standIns = [
      {
        id: "1",
        kind: "absence" as const,
        person: "rui-tavares",
        standIn: "petra-zimbral",
        from: "2026-04-01T00:00:00.000Z",
        until: null,
        documentTypes: ["expense-claim"],
        cap: null,
        reason: "",
      },
    ];
    const away = directoryOf({ ...organisation, standIns });
    expect(authorityOf("rui-tavares", "expense-claim", [], away, AT).acts).toMatchObject([
      { name: "Petra Zimbral", now: false },
    ]);
    expect(authorityOf("rui-tavares", "purchase-order", [], away, AT).acts).toEqual([]);
    expect(authorityOf("noor-halvorsrud", "purchase-order", [], directory, AT).barred).toBe(
      "has not the role approver",
    );
    expect(authorityOf("nobody", "purchase-order", [], directory, AT).barred).toBe("is not known");
  });
});
