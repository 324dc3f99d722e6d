import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { supplierTotal } from "../documents/supplier-total";
import { money } from "../money";
import type { Policy } from "../policy";
import { policyOf, twoStep } from "../fixtures";
import { byMeasureOf } from "./measure-key";
import { converterByDay, type PastDocument } from "./past-document";
import { withTotals } from "./totals";

const total = (days: number): Policy => ({
  ...policyOf(twoStep),
  documentType: "purchase-order",
  currency: "EUR",
  measure: { kind: "supplierTotal", days } as Policy["measure"],
});
const past = (supplier: string, at: string, minor: number, currency = "EUR"): PastDocument => ({
  id: `${supplier} ${at} ${minor}`,
  documentType: "purchase-order",
  requester: "ana",
  unit: "company",
  at,
  date: at.slice(0, 10),
  facts: { supplier },
  measures: { net: money(minor, currency) },
});
const NO_RATES = converterByDay([]);
const totals = (documents: readonly PastDocument[], policy: Policy, zone = "UTC", rates = NO_RATES) =>
  withTotals(documents, [policy], zone, rates).map(({ measures }) => byMeasureOf(measures, policy)?.minor);

describe("running totals of documents of the past", () => {
  it("add what was sent to the same supplier before, within the days, however its name is written", () => {
    const documents = [
      past("Northrigg", "2026-01-05T10:00:00.000Z", 450_000),
      past("Halyard", "2026-01-05T11:00:00.000Z", 90_000),
      past(" northrigg", "2026-02-03T10:00:00.000Z", 480_000),
      past("Northrigg", "2026-02-04T10:00:00.000Z", 10_000),
    ];
    expect(totals(documents, total(30))).toEqual([450_000, 90_000, 930_000, 490_000]);
    expect(totals(documents, total(31))).toEqual([450_000, 90_000, 930_000, 940_000]);
    // Their order is not that of the list.
    expect(totals(documents.toReversed(), total(30))).toEqual([490_000, 930_000, 90_000, 450_000]);
  });
  it("count by the days of the organisation, and in its policy’s currency at the rates of each document", () => {
    const documents = [
      past("Northrigg", "2026-01-01T23:30:00.000Z", 100, "GBP"),
      past("Northrigg", "2026-01-03T00:30:00.000Z", 100),
    ];
    const rates = converterByDay([{ from: "GBP", to: "EUR", date: "2026-01-02", rate: "2", source: "test" }]);
    expect(totals(documents, total(2), "UTC", rates)).toEqual([undefined, 100]);
    expect(totals(documents, total(2), "Europe/Helsinki", rates)).toEqual([undefined, 300]);
    expect(totals(documents, total(2), "Europe/Helsinki")).toEqual([undefined, undefined]);
  });
  it("are left alone where no policy asks for them, and stand by themselves for each number of days", () => {
    const documents = [past("Northrigg", "2026-01-05T10:00:00.000Z", 450_000)];
    expect(withTotals(documents, [policyOf(twoStep)], "UTC", NO_RATES)).toBe(documents);
    const both = withTotals(documents, [total(7), total(30)], "UTC", NO_RATES)[0]!;
    expect(Object.keys(both.measures)).toHaveLength(3);
  });
  it("are what the measure itself says of what was there when each was sent", () => {
    const one = fc.record({
      supplier: fc.constantFrom("a", "b", "c"),
      hour: fc.integer({ min: 0, max: 24 * 40 }),
      minor: fc.integer({ min: 1, max: 900_000 }),
    });
    fc.assert(
      fc.property(
        fc.uniqueArray(one, { selector: ({ hour }) => hour, maxLength: 30 }),
        fc.integer({ min: 1, max: 40 }),
        (drawn, days) => {
          const at = (hour: number) => new Date(Date.UTC(2026, 0, 1, hour)).toISOString();
          const documents = drawn.map(({ supplier, hour, minor }) => past(supplier, at(hour), minor));
          const expected = documents.map((document) => {
            const recent = documents
              .filter((other) => other.at < document.at && other.facts["supplier"] === document.facts["supplier"])
              .map((other) => ({ number: other.id, entered: other.at.slice(0, 10), net: other.measures["net"]! }));
            const measured = supplierTotal(document.measures["net"]!, "x", {
              around: { recent },
              toCurrency: (amount) => amount,
              currency: "EUR",
              on: document.at.slice(0, 10),
              days,
            });
            return "amount" in measured ? measured.amount.minor : undefined;
          });
          expect(totals(documents, total(days))).toEqual(expected);
        },
      ),
    );
  });
});
