// The steps of a first day: each becomes possible when what it needs is there, and a small organisation can take them one after the other.
import { describe, expect, it } from "vitest";
import { firstSteps, type SetUp } from "./index";

const EMPTY: SetUp = {
  people: 1,
  units: 1,
  unitsWithoutHead: 0,
  calendars: 0,
  has: { controller: [], reviewer: [] },
  ways: 1,
  categories: 0,
  taxRates: 0,
  accounts: 0,
  limits: 0,
  begun: 0,
  reviewed: 0,
  inForce: 0,
  documents: 0,
};
const states = (now: Partial<SetUp>) =>
  Object.fromEntries(firstSteps({ ...EMPTY, ...now }).map(({ key, state }) => [key, state]));

describe("first steps", () => {
  it("begin with people, calendars and lists; everything else waits, and says for what", () => {
    const steps = firstSteps(EMPTY);
    expect(steps.filter(({ state }) => state === "now").map(({ key }) => key)).toEqual([
      "people",
      "calendars",
      "lists",
    ]);
    expect(steps.filter(({ state }) => state === "done")).toEqual([]);
    expect(steps.find(({ key }) => key === "policy")?.waitsFor).toEqual(["roles", "units"]);
    for (const { state, waitsFor } of steps) expect(waitsFor.length > 0).toBe(state === "later");
  });
  it("need a second person for the review, who is not the only one that writes", () => {
    const people = { people: 3 };
    const roles = (controller: string[], reviewer: string[]) =>
      states({ ...people, has: { controller, reviewer } }).roles;
    expect(roles(["a"], [])).toBe("now");
    expect(roles(["a"], ["a"])).toBe("now");
    expect(roles(["a"], ["b"])).toBe("done");
    expect(roles(["a", "b"], ["a"])).toBe("done");
  });
  it("end with a document, which needs a policy in force", () => {
    const done: Partial<SetUp> = { begun: 1, reviewed: 1, inForce: 1 };
    expect(states({ begun: 1, reviewed: 1 }).document).toBe("later");
    expect(states(done).document).toBe("now");
    expect(states({ ...done, documents: 1 }).document).toBe("done");
  });
  it("name nothing that comes after them", () => {
    const keys = firstSteps(EMPTY).map(({ key }) => key);
    for (const { key, waitsFor } of firstSteps(EMPTY))
      for (const one of waitsFor) expect(keys.indexOf(one)).toBeLessThan(keys.indexOf(key));
  });
});
