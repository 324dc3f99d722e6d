// An order's figures are exact, and what is missing is said in one list.
import { describe, expect, it } from "vitest";
import { order } from "../fixtures";
import { documentType, lineNet, orderTotals, type OrderLine } from "./index";

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
