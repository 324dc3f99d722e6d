// The checks find the fault of every draft that was left lying, and nothing else in it; they have nothing against the policies in force.
import { describe, expect, it } from "vitest";
import { checkPolicy, type Finding } from "@/core/checks";
import { PolicySchema, type PolicyInput, bandOf } from "@/core/policy";
import { ratesFor, readReferenceData } from "@/server/reference-data";
import { openDatabase } from "@/server/db/open";
import { handClock, systemClock } from "@/server/clock";
import { pastOf } from "@/server/policies/history";
import { DEMO_START, type App } from "@/server/app";
import { faultyDrafts } from "./drafts";
import { generateDemo } from "./generate";
import { furtherPolicies } from "./further-policies";
import { lastYearsPolicy, orderPolicyInForce } from "./policy";
import { temporaryFolder } from "./temporary";

const db = openDatabase(temporaryFolder());
generateDemo(db, { orders: 60 });
const app: App = { db, clock: handClock(DEMO_START), wall: systemClock, demo: true };

function findings(input: PolicyInput): Finding[] {
  const policy = PolicySchema.parse(input);
  const { directory, versions } = readReferenceData(app);
  const context = { directory, at: DEMO_START, rates: ratesFor(db, "2026-03-10"), versions };
  return checkPolicy(policy, { ...context, ...pastOf(app, policy, directory.person("benedita-corvo")!) }).filter(
    ({ weight }) => weight !== "passing",
  );
}

describe("checks on the demo", () => {
  it.each(faultyDrafts.map(({ fault, policy }) => [policy.name, fault, policy] as const))(
    "%s: %s",
    (_name, fault, policy) => {
      const owned = { ...policy, owner: "benedita-corvo" };
      expect([...new Set(findings(owned).map(({ code }) => code))]).toEqual([fault]);
    },
  );

  it.each<[string, PolicyInput]>([
    ["in force", orderPolicyInForce],
    ...furtherPolicies.map((policy): [string, PolicyInput] => [`of ${policy.name.toLowerCase()}`, policy]),
    ["of last year", lastYearsPolicy],
  ])("the policy %s is sound", (_name, policy) => {
    expect(findings(policy).map((one) => JSON.stringify(one))).toEqual([]);
  });

  it("every example names somebody, and an amount in the band that it is an example of", () => {
    for (const { policy } of faultyDrafts)
      for (const { example, place } of findings(policy))
        if (example) {
          expect(readReferenceData(app).directory.person(example.requester)).toBeDefined();
          const { thresholds } = PolicySchema.parse(policy).sections.find(({ id }) => id === place.section)!;
          expect(bandOf(example.minor, thresholds)).toBe(place.band);
        }
  });
});
