// An order's figures are exact, and what is missing is said in one list.
import { Decimal } from "decimal.js";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { directory, order } from "../../fixtures";
import { percentOf, times } from "../parts";
import { documentType, lineNet, orderTotals, type OrderLine } from "../index";
import { namesOf, sayChange } from "../../words";

const line = (quantity: string, unitPrice: number, taxPercent = "0"): OrderLine => ({
  description: "x",
  category: "fuel",
  costCentre: "",
  quantity,
  unitPrice,
  taxPercent,
});

describe("totals", () => {
  it("multiply decimals exactly and round half away from zero", () => {
    expect(lineNet(line("0.1", 3))).toBe(0);
    expect(lineNet(line("0.5", 1))).toBe(1);
    expect(lineNet(line("1.005", 1000))).toBe(1005);
    expect(lineNet(line("3", 1005))).toBe(3015);
  });
  it("add 0.10 and 0.20 to 0.30, and tax per rate once (EN 16931 rounds per VAT category, from memory)", () => {
    const totals = orderTotals({
      currency: "EUR",
      lines: [line("1", 10, "23"), line("1", 20, "23.0"), line("1", 100, "6.5")],
    });
    expect([totals.net.minor, totals.tax.minor, totals.gross.minor]).toEqual([130, 14, 144]);
  });
  it("count yen and dinars in their own minor units", () => {
    expect(orderTotals({ currency: "JPY", lines: [line("3", 1500, "10")] }).gross).toEqual({
      minor: 4950,
      currency: "JPY",
    });
    expect(orderTotals({ currency: "KWD", lines: [line("2", 1250, "5")] }).gross).toEqual({
      minor: 2625,
      currency: "KWD",
    });
  });
});

describe("exact arithmetic", () => {
  it("in whole numbers gives what decimals give, for every quantity, price and percentage", () => {
    const quantity = fc.tuple(fc.nat(999_999_999), fc.nat(9_999)).map(([whole, part]) => `${whole}.${part}`);
    const percent = fc.tuple(fc.nat(99), fc.nat(99)).map(([whole, part]) => `${whole}.${part}`);
    const half = (exact: Decimal) => exact.toDecimalPlaces(0, Decimal.ROUND_HALF_UP).toNumber();
    fc.assert(
      fc.property(quantity, percent, fc.integer({ min: -10_000_000, max: 10_000_000 }), (much, share, minor) => {
        expect(times(much, minor) + 0).toBe(half(new Decimal(much).mul(minor)) + 0);
        expect(percentOf(minor, share) + 0).toBe(half(new Decimal(minor).mul(share).div(100)) + 0);
      }),
    );
  });
});

describe("changes between revisions", () => {
  it("name what differs as old and new, a new line and the total included", () => {
    const before = order(100_000);
    const after = {
      ...before,
      supplier: "Skarnes Dock",
      lines: [{ ...before.lines[0]!, unitPrice: 90_000 }, line("2", 500)],
    };
    expect(
      documentType("purchase-order")
        .changes(before, after)
        .map((one) => sayChange(one, namesOf(directory))),
    ).toEqual([
      { label: "Supplier", before: "Northrigg Cordage", after: "Skarnes Dock" },
      {
        label: "Line 1",
        before: "Rope, 1 × 1,000.00 EUR, Deck and safety gear, tax 23%",
        after: "Rope, 1 × 900.00 EUR, Deck and safety gear, tax 23%",
      },
      { label: "Line 2", before: "none", after: "x, 2 × 5.00 EUR, Fuel, tax 0%" },
      { label: "Net total", before: "1,000.00 EUR", after: "910.00 EUR" },
    ]);
    expect(documentType("purchase-order").changes(before, before)).toEqual([]);
  });
});

describe("missing items", () => {
  it("are listed together, each with its path", () => {
    const items = documentType("purchase-order").missing(order(0, { title: " ", supplier: "" }));
    expect(items.map((item) => item.path)).toEqual(["title", "supplier", "lines.0.unitPrice"]);
    expect(
      documentType("purchase-order")
        .missing(order(1, { lines: [] }))
        .map((item) => item.path),
    ).toEqual(["lines"]);
    expect(documentType("purchase-order").missing(order(100))).toEqual([]);
  });
  it("an unknown type is refused by name", () => expect(() => documentType("poem")).toThrow("poem"));
});
