// Who a rule names, and the reason for everybody who may not decide.
import { describe, expect, it } from "vitest";
import { AT, directory, organisation, subject } from "../fixtures";
import { namesOf, sayEligibility, sayGapOf, sayRule } from "../words";
import { OrganisationSchema, whoMayDecide, type ApproverRule } from "./index";

const resolve = (rule: ApproverRule, about = subject) => {
  const { candidates, gap } = whoMayDecide(rule, about, directory, AT);
  const names = namesOf(directory);
  return gap ? sayGapOf(gap, names) : candidates.map((one) => `${one.person} ${sayEligibility(one, names)}`).join("; ");
};

describe("approver rules", () => {
  it.each<[ApproverRule, string]>([
    [{ kind: "manager", up: 1 }, "lead eligible"],
    [{ kind: "manager", up: 2 }, "head eligible"],
    [{ kind: "manager", up: 4 }, "Boss reports to nobody"],
    [{ kind: "headOfUnit", up: 0 }, "lead eligible"],
    [{ kind: "headOfUnit", up: 2 }, "boss eligible"],
    [{ kind: "headOfUnit", up: 3 }, "there is no unit 3 above Engines"],
    [{ kind: "people", people: ["ana", "rui", "ana"] }, "ana eligible; rui not eligible: is the requester"],
    [{ kind: "group", group: "leavers" }, "gone not eligible: is not active"],
    [{ kind: "group", group: "empty" }, "the group Empty has no members"],
    [{ kind: "group", group: "nowhere" }, "there is no group “nowhere”"],
    [{ kind: "people", people: ["ghost"] }, "ghost not eligible: is not known here"],
    [{ kind: "position", position: "captain" }, "there is no position “captain”"],
  ])("%j gives %s", (rule, expected) => expect(resolve(rule)).toBe(expected));

  it("a vacant head and a person on whose behalf it is are named", () => {
    expect(resolve({ kind: "headOfUnit", up: 0 }, { ...subject, unit: "crew" })).toBe("the head of Crew is vacant");
    const excluded = [{ person: "lead", why: { code: "is paid by it" as const } }];
    expect(
      whoMayDecide({ kind: "manager", up: 1 }, { ...subject, excluded }, directory, AT).candidates[0]?.why,
    ).toEqual([{ code: "is paid by it" }]);
  });

  it("reads as a noun phrase", () => {
    expect(sayRule({ kind: "people", people: ["ana", "una", "dora"] }, directory)).toBe("Ana, Una or Dora");
    expect(sayRule({ kind: "headOfUnit", up: 2 }, directory)).toBe("the head of the unit two above");
  });
});

describe("organisation files", () => {
  const broken = (change: (copy: typeof organisation) => void) => {
    const copy = structuredClone(organisation);
    change(copy);
    const result = OrganisationSchema.safeParse(copy);
    return (
      result.error?.issues.map((issue) => {
        const { values } = (issue as { params?: { values?: object } }).params ?? {};
        return `${issue.path.join(".")}: ${issue.message} ${Object.values(values ?? {}).join(" ")}`;
      }) ?? []
    );
  };
  it("refuse references that lead nowhere, circles and doubles, each at its path", () => {
    expect(broken((copy) => (copy.people[3]!.manager = "ghost"))).toEqual([
      "people.3.manager: leads nowhere person ghost",
    ]);
    expect(broken((copy) => (copy.people[0]!.manager = "rui"))).toContain(
      "people.0.manager: reporting in a circle boss,rui,lead,head",
    );
    expect(broken((copy) => (copy.units[0]!.parent = "engines"))).toContain(
      "units.0.parent: units in a circle company,engines,fleet",
    );
    expect(broken((copy) => copy.groups[0]!.members.push("ghost"))).toEqual([
      "groups.0.members.4: leads nowhere person ghost",
    ]);
    expect(broken((copy) => copy.people.push({ ...copy.people[0]! }))).toContain("people.8.id: there twice boss");
  });
});
