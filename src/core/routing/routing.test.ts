// A document's route is the one the policy says, with the reason for every step; what cannot be routed is held.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { Rate } from "../money";
import { directory, level, order, routing, twoStep, versionOf, withLevels } from "../fixtures";
import type { PolicyInput } from "../policy";
import { namesOf, sayConsidered, sayHeld, sayLevelReason, sayRouteBand } from "../words";
import { neededFor, route } from "./index";

const rate = (from: string, value: string): Rate => ({
  from,
  to: "EUR",
  date: "2026-03-09",
  rate: value,
  source: "test",
});
const names = (input: PolicyInput) => namesOf(directory, { policy: versionOf(input).policy });
const under = (input: PolicyInput, document = order(100), rates: Rate[] = []) =>
  route(document, routing([versionOf(input)], rates));
const required = (input: PolicyInput, minor: number) =>
  under(input, order(minor))
    .levels.filter((one) => one.outcome === "required")
    .map((one) => one.level);
const exact = (side: "below" | "above"): PolicyInput => ({
  ...twoStep,
  sections: [
    {
      ...twoStep.sections[0]!,
      thresholds: [
        { amount: 250000, exact: side },
        { amount: 1000000, exact: side },
      ],
    },
  ],
});

describe("two thresholds, 2,500 and 10,000", () => {
  it.each([
    ["below", 249999, 0],
    ["below", 250000, 0],
    ["below", 250001, 1],
    ["below", 1000000, 1],
    ["below", 1000001, 2],
    ["above", 249999, 0],
    ["above", 250000, 1],
    ["above", 999999, 1],
    ["above", 1000000, 2],
  ] as const)("exact amount %s: %d minor units need %d levels", (side, minor, levels) => {
    const result = under(exact(side), order(minor));
    expect(result.levels.filter((one) => one.outcome === "required")).toHaveLength(levels);
    expect(result.outcome).toBe(levels ? "chain" : "no approval needed");
  });

  it("a credit note is measured by its absolute value; zero falls in the first band", () => {
    expect(required(twoStep, 0)).toEqual([]);
    const credit = order(0, { lines: [{ ...order(0).lines[0]!, unitPrice: -1000001 }] });
    expect(under(twoStep, credit).band?.index).toBe(2);
  });

  it("explains every level: required with its people, or passed over with the reason", () => {
    const result = under(twoStep, order(300000));
    expect(result.policies).toEqual([
      {
        policy: "orders",
        name: "Purchase orders",
        version: 1,
        chosen: true,
        why: { code: "applies", values: { unit: "company", below: true } },
      },
    ]);
    expect(sayRouteBand(result, names(twoStep))).toBe(
      "Over 2,500.00 up to 10,000.00, that amount included: the requester’s manager.",
    );
    expect(result.levels[0]).toMatchObject({
      outcome: "required",
      needed: 1,
      candidates: [{ person: "lead", eligible: true, why: [] }],
    });
    expect(result.levels[1]).toMatchObject({ outcome: "passed over", why: { code: "no part in the band" } });
    expect(result.measured).toMatchObject({ measure: "net", compared: { minor: 300000, currency: "EUR" } });
  });
});

describe("currencies", () => {
  it("yen and dinars are converted to the policy's currency before the bands are looked at", () => {
    expect(under(twoStep, order(409836, { currency: "JPY" }), [rate("JPY", "0.0061")])).toMatchObject({
      measured: { compared: { minor: 250000 } },
      outcome: "no approval needed",
    });
    expect(under(twoStep, order(409837, { currency: "JPY" }), [rate("JPY", "0.0061")])).toMatchObject({
      measured: { compared: { minor: 250001 } },
      outcome: "chain",
    });
    expect(under(twoStep, order(1000000, { currency: "KWD" }), [rate("KWD", "2.85")]).measured?.compared.minor).toBe(
      285000,
    );
  });
  it("without a rate the order is held, never taken at 1", () => {
    const result = under(twoStep, order(100, { currency: "CHF" }), [rate("GBP", "1.1")]);
    expect(result).toMatchObject({ outcome: "held", band: null, holds: [{ code: "no exchange rate" }] });
    expect(result.holds[0]?.why).toEqual({ code: "no rate", values: { from: "CHF", to: "EUR", on: "2026-03-10" } });
  });
});

describe("held, never waved through", () => {
  const only = (approvers: Parameters<typeof level>[3], extra = {}) =>
    withLevels([level("a", 1, ["none", "none", "approves"], approvers, extra)]);
  it.each<[string, PolicyInput, string]>([
    ["the only approver is the requester", only({ kind: "people", people: ["rui"] }), "a: Rui is the requester"],
    ["everybody is inactive", only({ kind: "group", group: "leavers" }), "a: Gone is not active"],
    ["an empty group", only({ kind: "group", group: "empty" }), "a: the group Empty has no members"],
    [
      "a quorum larger than the pool",
      only({ kind: "people", people: ["ana", "rui"] }, { quorum: { kind: "n", n: 2 } }),
      "a: 1 of 2 needed are eligible",
    ],
    [
      "a position that does not exist",
      only({ kind: "position", position: "captain" }),
      "a: there is no position “captain”",
    ],
  ])("%s", (_name, input, reason) => {
    const result = under(input, order(2000000));
    expect(result).toMatchObject({ outcome: "held", holds: [{ code: "no eligible approver" }] });
    expect(result.holds.map((hold) => sayHeld(hold, names(input)))).toEqual([reason]);
    expect(result.levels[0]?.outcome).toBe("required");
  });

  it("a band without an approving level that does not say “none”", () => {
    expect(under(only({ kind: "people", people: ["ana"] }), order(300000))).toMatchObject({
      outcome: "held",
      holds: [{ code: "no approving level" }],
    });
  });
  it("no policy for the unit, and two for the same one", () => {
    expect(route(order(1), routing([]))).toMatchObject({
      outcome: "held",
      holds: [{ code: "no policy", why: { values: { type: "purchase-order", unit: "engines" } } }],
    });
    const twice = [versionOf(twoStep), versionOf({ ...twoStep, id: "other", name: "Other orders" })];
    expect(route(order(1), routing(twice)).holds[0]?.why).toEqual({
      code: "two policies claim it",
      values: { type: "purchase-order", policies: ["orders", "other"] },
    });
  });
  it("a level condition that is not met passes the level over; if none is left, the order is held", () => {
    const software = only(
      { kind: "people", people: ["ana"] },
      { when: { kind: "choice", field: "category", is: "one of", values: ["it"] } },
    );
    const result = under(software, order(2000000));
    expect(result.levels[0]).toMatchObject({
      outcome: "passed over",
      why: { code: "condition not met" },
    });
    expect(sayLevelReason(result.levels[0]!.why, "a", names(software))).toBe(
      "its condition is not met: the category of a line is Software and hardware",
    );
    expect(result.outcome).toBe("held");
  });
});

describe("which policy and section", () => {
  it("the nearest unit's policy wins, and the others say why not", () => {
    const fleet = versionOf({ ...twoStep, id: "fleet-orders", name: "Fleet orders", scope: { units: ["fleet"] } });
    const ana = versionOf({
      ...twoStep,
      id: "ana",
      name: "Ana's",
      scope: { units: ["engines"], requesters: { kind: "only", people: ["ana"] } },
    });
    const result = route(order(1), routing([versionOf(twoStep), fleet, ana]));
    expect(
      result.policies.map((one) => `${one.name}: ${one.chosen ? "chosen" : sayConsidered(one.why, names(twoStep))}`),
    ).toEqual([
      "Purchase orders: applies to Test Lines and everything below it, but another policy is nearer",
      "Fleet orders: chosen",
      "Ana's: does not apply to this requester",
    ]);
    expect(route(order(1, { requester: "ana" }), routing([fleet, ana])).policy?.id).toBe("ana");
  });
  it("the first section that fits applies, and keeps what it saw", () => {
    const fuel = {
      ...twoStep.sections[0]!,
      id: "fuel",
      name: "Fuel",
      when: { kind: "choice" as const, field: "category", is: "one of" as const, values: ["fuel"] },
    };
    const input = { ...twoStep, sections: [fuel, twoStep.sections[0]!] };
    const deck = under(input);
    expect(deck.sections.map((one) => one.outcome)).toEqual(["does not fit", "fits"]);
    expect(deck.sections[0]?.explained?.saw).toEqual(["deck"]);
    expect(
      under(input, order(1, { lines: [{ ...order(1).lines[0]!, category: "fuel" }] })).sections.map(
        (one) => one.outcome,
      ),
    ).toEqual(["fits", "not reached"]);
  });
});

describe("quorum", () => {
  it.each([
    ["one", 4, 1],
    ["all", 4, 4],
    ["majority", 4, 3],
    ["majority", 5, 3],
    ["majority", 1, 1],
  ] as const)("%s of %d is %d (a majority of four is three: common practice)", (kind, eligible, needed) =>
    expect(neededFor({ kind }, eligible)).toBe(needed),
  );
});

describe("over random orders", () => {
  it("the route is the same every time, the requester is never eligible, and more money never needs fewer levels here", () => {
    const people = directory.organisation.people.map((person) => person.id);
    fc.assert(
      fc.property(fc.constantFrom(...people), fc.nat(3000000), fc.nat(3000000), (requester, a, b) => {
        const document = order(Math.max(a, b), { requester });
        const more = under(twoStep, document);
        expect(under(twoStep, document)).toEqual(more);
        expect(
          more.levels.flatMap((one) => one.candidates).filter((one) => one.person === requester && one.eligible),
        ).toEqual([]);
        const count = (minor: number) => required(twoStep, minor).length;
        expect(count(Math.max(a, b))).toBeGreaterThanOrEqual(count(Math.min(a, b)));
      }),
    );
  });
});
