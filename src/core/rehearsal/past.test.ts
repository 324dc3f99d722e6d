// Past documents under a draft: who is in scope, which section takes them, what they come to; and where amounts crowd.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { directory, order, policyOf, routing, twoStep, versionOf } from "../fixtures";
import { NO_CONTEXT, type AnyDocument, type PurchaseOrder } from "../documents";
import type { Rate } from "../money";
import type { PolicyInput } from "../policy";
import { route } from "../routing";
import { bunchingUnder, caughtBy, distributionOf, pastDocumentOf, lookedAt, valueOf, type PastDocument } from "./index";

const rates: Rate[] = [
  { from: "NOK", to: "EUR", date: "2026-03-05", rate: "0.09", source: "test" },
  { from: "NOK", to: "EUR", date: "2026-03-09", rate: "0.1", source: "test" },
];

function pastOf(document: AnyDocument): PastDocument {
  const { date } = document;
  return pastDocumentOf(document, { id: "x", at: `${date}T09:00:00.000Z`, date, looking: NO_CONTEXT });
}

const policy: PolicyInput = {
  ...twoStep,
  scope: { units: ["fleet"], exempt: [{ person: "una", decidedBy: "boss", reason: "Board" }] },
  sections: [
    {
      ...twoStep.sections[0]!,
      id: "fuel",
      name: "Fuel",
      when: {
        kind: "any",
        of: [
          { kind: "choice", field: "category", is: "one of", values: ["fuel"] },
          { kind: "amount", field: "net", is: "over", amount: { minor: 5_000_000, currency: "EUR" } },
        ],
      },
    },
    twoStep.sections[0]!,
  ],
};

const drawn = fc.record({
  net: fc.integer({ min: 1, max: 90_000_000 }),
  requester: fc.constantFrom("rui", "una", "boss", "head"),
  category: fc.constantFrom("fuel" as const, "deck" as const),
  currency: fc.constantFrom("EUR", "NOK", "CHF"),
  date: fc.constantFrom("2026-03-06", "2026-03-10", "2026-02-01", "2026-03-19", "2026-03-20"),
});

describe("past documents under a draft", () => {
  it("come to the section and amount that routing gives them, at the rate of their own day, or are left out", () => {
    fc.assert(
      fc.property(drawn, ({ net, requester, category, currency, date }) => {
        const unit = directory.person(requester)!.unit;
        const line = { ...order(net).lines[0]!, category };
        const document = order(net, { requester, unit, currency, date, lines: [line] });
        const routed = route(document, { ...routing([versionOf(policy)], rates), ratesOn: date });
        const caught = caughtBy(policyOf(policy), [pastOf(document)], rates, directory);
        expect(caught).toEqual(
          routed.section && routed.measured
            ? [{ section: routed.section.id, minor: routed.measured.compared.minor, requester }]
            : [],
        );
      }),
      { numRuns: 400 },
    );
  });

  it("of which it cannot be told whether a section before fits come to none, and are counted", () => {
    const known = pastOf(order(10_000));
    const { category: _, ...facts } = known.facts;
    const documents = [
      known,
      { ...known, facts, unknown: ["category"] },
      { ...known, facts, unknown: ["category"], unit: "company" },
    ];
    const asked = [policyOf(policy), documents, rates, directory] as const;
    expect([caughtBy(...asked).length, lookedAt(...asked).filter(({ section }) => section === null).length]).toEqual([
      1, 1,
    ]);
  });

  it("the value of all counts what the policy does not apply to, and leaves out what has no rate", () => {
    const of = (extra: Partial<PurchaseOrder>) => pastOf(order(10_000, extra));
    const documents = [
      of({}),
      of({ requester: "boss", unit: "company" }),
      of({ currency: "NOK" }),
      of({ currency: "CHF" }),
    ];
    expect(valueOf(policyOf(policy), documents, rates)).toBe(10_000 + 10_000 + 1_000);
    expect(caughtBy(policyOf(policy), documents, rates, directory)).toHaveLength(2);
  });
});

describe("a crowd under a threshold", () => {
  const even = Array.from({ length: 400 }, (_, index) => 300_000 + index * 1000);
  const stake = { amount: 500_000, exact: "below" as const };
  it("is seen where amounts heap up just below it, the exact amount included", () => {
    const heap = Array.from({ length: 40 }, (_, index) => 495_000 + index * 128);
    const [found] = bunchingUnder(distributionOf([...even, ...heap, 500_000], 12), [stake]);
    expect(found?.threshold).toBe(0);
    expect(found!.under).toBeGreaterThan(2 * found!.expected);
  });
  it("is not seen in an even history, nor above the threshold, nor in a handful", () => {
    expect(bunchingUnder(distributionOf(even, 12), [stake])).toEqual([]);
    expect(bunchingUnder(distributionOf([...even, ...Array<number>(40).fill(500_001)], 12), [stake])).toEqual([]);
    expect(bunchingUnder(distributionOf([499_000, 499_500, 499_900], 12), [stake])).toEqual([]);
    expect(bunchingUnder(distributionOf([], 12), [stake])).toEqual([]);
  });
  it("the side of the exact amount matters", () => {
    const exact = Array<number>(30).fill(500_000);
    expect(bunchingUnder(distributionOf([...even, ...exact], 12), [stake])).toHaveLength(1);
    expect(bunchingUnder(distributionOf([...even, ...exact], 12), [{ ...stake, exact: "above" }])).toEqual([]);
  });
});
