// The distribution is what the policy's sections would have caught: the same as routing every past order by itself.
import { describe, expect, it } from "vitest";
import { edit, type PolicyVersion } from "@/core/policy";
import { route } from "@/core/routing";
import { generateDemo } from "../../../demo/generate";
import type { App } from "../app";
import { handClock, systemClock } from "../clock";
import { openDatabase } from "../db/open";
import { temporaryFolder } from "../../../demo/temporary";
import { readState } from "../documents/state";
import { ratesFor, readReferenceData } from "../reference-data";
import { versionsOf } from "./commands";
import type { Policy } from "@/core/policy";
import { historyOf, pastOf } from "./history";

const db = openDatabase(temporaryFolder());
generateDemo(db, { orders: 150 });
const app: App = { db, clock: handClock("2026-03-10T09:10:00.000Z"), wall: systemClock, demo: true };
const reader = readReferenceData(app).directory.person("benedita-corvo")!;

/** Amounts by section from routing each document of the last twelve months afresh. */
function byRouting(version: PolicyVersion): Record<string, number[]> {
  const ids = db
    .prepare("SELECT d.id FROM document d WHERE d.type = 'purchase-order' AND d.submitted_at >= '2025-03-10T09:10'")
    .pluck()
    .all() as string[];
  const found: Record<string, number[]> = Object.fromEntries(
    version.policy.sections.map((section) => [section.id, []]),
  );
  for (const id of ids) {
    const { document, route: before } = readState(db, id)!;
    const on = before!.ratesOn;
    const routed = route(document, {
      policies: [version],
      directory: readReferenceData(app).directory,
      rates: ratesFor(db, on),
      ratesOn: on,
      at: app.clock.now(),
    });
    if (routed.section && routed.measured) found[routed.section.id]!.push(routed.measured.compared.minor);
  }
  return found;
}

function amountsOf(policy: Policy): Record<string, number[]> {
  const found: Record<string, number[]> = Object.fromEntries(policy.sections.map((section) => [section.id, []]));
  for (const { section, minor } of pastOf(app, policy, reader).past) found[section]!.push(minor);
  return found;
}

const sorted = (amounts: Record<string, number[]>) =>
  Object.fromEntries(Object.entries(amounts).map(([id, list]) => [id, list.toSorted((a, b) => a - b)]));
const inForce = versionsOf(app, "purchase-orders").at(-1)!;

describe("history of a policy", () => {
  it.each([
    ["the policy in force", inForce],
    [
      "one for Engineering alone",
      { ...inForce, policy: { ...inForce.policy, scope: { ...inForce.policy.scope, units: ["engineering"] } } },
    ],
    [
      "one measured gross, in pounds",
      { ...inForce, policy: { ...inForce.policy, currency: "GBP", measure: { kind: "gross" as const } } },
    ],
    [
      "one with a single section",
      { ...inForce, policy: { ...inForce.policy, sections: inForce.policy.sections.slice(-1) } },
    ],
  ])("%s catches what routing would", (_name, version) => {
    const amounts = amountsOf(version.policy);
    expect(sorted(amounts)).toEqual(sorted(byRouting(version)));
    expect(Object.values(amounts).flat().length).toBeGreaterThan(5);
  });

  it("leaves out what has no rate and counts how long levels took", () => {
    const total = db
      .prepare("SELECT COUNT(*) FROM document WHERE type = 'purchase-order' AND submitted_at >= '2025-03-10T09:10'")
      .pluck()
      .get() as number;
    const francs = db
      .prepare("SELECT COUNT(*) FROM document WHERE type = 'purchase-order' AND currency = 'CHF'")
      .pluck()
      .get() as number;
    const history = historyOf(app, "purchase-order");
    expect(history.documents).toHaveLength(total);
    expect(pastOf(app, inForce.policy, reader).past).toHaveLength(total - francs);
    expect(history.daysPerStage).toBeGreaterThan(0.1);
    expect(history.daysPerStage).toBeLessThan(5);
  });

  it("does not depend on thresholds, which only cut it", () => {
    const sections = inForce.policy.sections.map((section) => edit.removeThreshold(section, 0));
    expect(amountsOf({ ...inForce.policy, sections })).toEqual(amountsOf(inForce.policy));
  });
});
