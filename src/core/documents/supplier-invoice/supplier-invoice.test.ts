// An invoice's own arithmetic, its match to order and receipt, and the search for the same invoice twice.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { aroundInvoice, invoice } from "../../fixtures";
import { evaluate } from "../../conditions";
import {
  brokenRules,
  documentType,
  invoiceTotals,
  lateFor,
  likelyDuplicates,
  matchOf,
  plainNumber,
  type Difference,
  type DocumentContext,
  type SupplierInvoice,
} from "../index";

const type = documentType("supplier-invoice");
const looking = (around: DocumentContext = {}) => ({
  around,
  toCurrency: (amount: { minor: number; currency: string }, currency: string) =>
    amount.currency === currency ? amount : null,
});

// Rules BR-CO-10, -13, -14, -15, -16, -17 of EN 16931-1, and the line rule PEPPOL-EN16931-R120; from memory.
describe("arithmetic by EN 16931", () => {
  // The example invoice: two lines 1,000.00 and 250.00, an allowance of 50.00, 23 % and 6 % of tax.
  const right = invoice({
    lines: [
      {
        description: "Rope",
        costCentre: "",
        quantity: "4",
        unitPrice: 25_000,
        net: 100_000,
        taxPercent: "23",
        orderLine: null,
      },
      {
        description: "Tea",
        costCentre: "",
        quantity: "2.5",
        unitPrice: 10_000,
        net: 25_000,
        taxPercent: "6",
        orderLine: null,
      },
    ],
    stated: {
      lineTotal: 125_000,
      allowances: 5_000,
      charges: 0,
      net: 120_000,
      taxes: [
        { percent: "23", base: 96_000, tax: 22_080 },
        { percent: "6", base: 24_000, tax: 1_440 },
      ],
      tax: 23_520,
      gross: 143_520,
      prepaid: 20_000,
      rounding: 0,
      due: 123_520,
    },
  });
  it("finds nothing wrong with one that adds up", () => expect(brokenRules(right)).toEqual([]));
  it.each<[string, Partial<typeof right.stated>, string[], number]>([
    ["the sum of lines", { lineTotal: 125_100 }, ["BR-CO-10", "BR-CO-13"], 100],
    ["the total without tax", { net: 119_900, gross: 143_420, due: 123_420 }, ["BR-CO-13"], -100],
    [
      "a tax of one rate",
      {
        taxes: [
          { percent: "23", base: 96_000, tax: 22_081 },
          { percent: "6", base: 24_000, tax: 1_440 },
        ],
      },
      ["BR-CO-17", "BR-CO-14"],
      1,
    ],
    ["the sum of taxes", { tax: 23_521, gross: 143_521, due: 123_521 }, ["BR-CO-14"], 1],
    ["the total with tax", { gross: 143_530, due: 123_530 }, ["BR-CO-15"], 10],
    ["the amount due", { due: 143_520 }, ["BR-CO-16"], 20_000],
    [
      "what is taxed, in all",
      { taxes: [{ percent: "23", base: 196_000, tax: 45_080 }], tax: 45_080, gross: 165_080, due: 145_080 },
      ["BR-S-08"],
      76_000,
    ],
    [
      "a tax without its rates",
      { taxes: [], tax: 45_080, gross: 165_080, due: 145_080 },
      ["BR-CO-14"],
      45_080 - 24_500,
    ],
    ["what is paid already", { prepaid: -20_000, due: 163_520 }, ["BT-113"], -20_000],
    ["the rounding", { rounding: 5_000, due: 128_520 }, ["BT-114"], 4_000],
  ])("names the rule and the difference where %s is off", (_what, change, rules, by) => {
    const found = brokenRules({ ...right, stated: { ...right.stated, ...change } });
    expect(found.map((one) => one.rule)).toEqual(rules);
    expect(found[0]!.by.minor).toBe(by);
  });
  it("what is taxed at a rate that no line has is named", () => {
    const taxes = [{ percent: "95", base: 125_000, tax: 118_750 }];
    const stated = { ...invoice().stated, taxes, tax: 118_750, gross: 243_750 };
    const found = brokenRules({ ...right, stated });
    expect(found.map(({ rule, by }) => [rule, by.minor])).toEqual([["BR-S-08", 125_000]]);
  });
  it("a line that is not quantity times price is named with its number", () => {
    const [first, second] = right.lines as [(typeof right.lines)[0], (typeof right.lines)[0]];
    const found = brokenRules({ ...right, lines: [first, { ...second, net: 25_001 }] });
    expect(found[0]).toMatchObject({ rule: "EN16931-R120", line: 2, by: { minor: 1, currency: "EUR" } });
  });
  it("whatever its lines, one that states nothing adds up by itself", () => {
    const line = fc.record({
      quantity: fc.integer({ min: 1, max: 99_999 }).map((n) => String(n / 100)),
      unitPrice: fc.nat(5_000_000),
      taxPercent: fc.constantFrom("0", "6", "13", "23", "6.5"),
    });
    fc.assert(
      fc.property(fc.array(line, { minLength: 1, maxLength: 8 }), (lines) => {
        const made = invoice({
          lines: lines.map((one) => ({
            description: "x",
            costCentre: "",
            ...one,
            // Exact to the cent, as the form works it out.
            net: Math.round((Number(one.quantity) * 100 * one.unitPrice) / 100 + 1e-9),
            orderLine: null,
          })),
        });
        const off = brokenRules(made).filter((one) => one.line === undefined);
        expect(off).toEqual([]);
        const { net, tax, gross } = invoiceTotals(made);
        expect(net.minor + tax.minor).toBe(gross.minor);
      }),
    );
  });
});

// A few per cent in price or a small fixed amount, whichever is less: common practice.
describe("match to order and receipt", () => {
  const charged = (unitPrice: number, quantity = "10", orderLine: number | null = 1) =>
    invoice({
      orderNumber: "PO-00001",
      lines: [{ description: "Rope", costCentre: "", quantity, unitPrice, net: 0, taxPercent: "0", orderLine }],
    });
  // Ordered: 10 at 100.00; tolerance 2 % or 5.00 a line, whichever is less: 5.00 on a line of 1,000.00, that is 0.50 each.
  it.each([
    [10_000, "matched"],
    [9_000, "matched"],
    [10_050, "matched"],
    [10_051, "differs"],
  ] as const)("10 at %d is %s", (price, outcome) =>
    expect(matchOf(charged(price), looking(aroundInvoice())).outcome).toBe(outcome),
  );
  it("on a small line the percentage is less than the amount", () => {
    const around = aroundInvoice({ quantity: "1", unitPrice: 10_000, received: "1" });
    expect(matchOf(charged(10_200, "1"), looking(around)).outcome).toBe("matched");
    const over = matchOf(charged(10_201, "1"), looking(around));
    expect(over.lines[0]!.differences[0]).toMatchObject({
      kind: "price",
      by: { minor: 201 },
      tolerance: { minor: 200 },
      within: false,
    });
  });
  it.each<[string, ReturnType<typeof charged>, DocumentContext, string[]]>([
    ["more than ordered", charged(10_000, "11"), aroundInvoice(), ["quantity"]],
    ["more than came in", charged(10_000), aroundInvoice({ received: "7" }), ["not received"]],
    ["what was invoiced already", charged(10_000, "4"), aroundInvoice({ invoiced: "7" }), ["quantity"]],
    ["a line the order has not", charged(10_000, "1", 5), aroundInvoice(), ["not ordered"]],
  ])("names %s", (_what, document, around, kinds) => {
    const match = matchOf(document, looking(around));
    expect(match.outcome).toBe("differs");
    expect(match.lines[0]!.differences.map((one) => one.kind)).toEqual(kinds);
  });
  // Each of these was taken for matched, and where what is matched needs nobody, nobody was asked.
  const [rope] = charged(10_000).lines as [SupplierInvoice["lines"][0]];
  const adding = (extra: Partial<typeof rope>, stated: Partial<SupplierInvoice["stated"]> = {}, times = 1) => ({
    ...charged(10_000),
    lines: Array.from({ length: times }, () => ({ ...rope, net: 100_000, ...extra })),
    stated: { ...invoice().stated, ...stated },
  });
  it.each<[string, SupplierInvoice, DocumentContext, Difference["kind"][]]>([
    ["the same line charged twice", adding({}, {}, 2), aroundInvoice(), ["quantity"]],
    [
      "what came in, charged in two parts",
      adding({ quantity: "4", net: 40_000 }, {}, 2),
      aroundInvoice({ received: "7" }),
      ["not received"],
    ],
    ["freight beside the lines", adding({}, { charges: 600 }), aroundInvoice(), ["beside the lines"]],
    ["a total that is more than its lines", adding({}, { net: 100_600 }), aroundInvoice(), ["beside the lines"]],
    [
      "a charge on a line",
      adding({ net: 100_600, exactly: { price: "100", per: "1", adjusted: 600 } }),
      aroundInvoice(),
      ["price"],
    ],
    [
      "a price that is written small and counted large",
      adding({ net: 1_000_000, exactly: { price: "1000", per: "1", adjusted: 0 } }),
      aroundInvoice(),
      ["price"],
    ],
    ["a net that is more than its price comes to", adding({ net: 100_600 }), aroundInvoice(), ["price"]],
    [
      "a higher rate of tax than was ordered",
      adding({ taxPercent: "99" }),
      aroundInvoice({ taxPercent: "23" }),
      ["tax"],
    ],
    [
      "more by little on each of many lines",
      adding({ quantity: "1", unitPrice: 10_100, net: 10_100 }, {}, 10),
      aroundInvoice(),
      ["price", "price", "price", "price", "price"],
    ],
  ])("names %s", (_what, document, around, kinds) => {
    const { outcome, lines, beside } = matchOf(document, looking(around));
    expect(outcome).toBe("differs");
    const beyond = [...lines.flatMap((line) => line.differences), ...beside].filter((one) => !one.within);
    expect(beyond.map((one) => one.kind)).toEqual(kinds);
  });
  it.each<[string, SupplierInvoice]>([
    ["two lines that are one line of the order together", adding({ quantity: "5", net: 50_000 }, {}, 2)],
    ["freight within the tolerance", adding({}, { charges: 500 })],
    ["freight that is taken off again", adding({}, { charges: 5_000, allowances: 5_000 })],
    ["a line that is let off", adding({ net: 90_000, exactly: { price: "100", per: "1", adjusted: -10_000 } })],
  ])("lets pass %s", (_what, document) => expect(matchOf(document, looking(aroundInvoice())).outcome).toBe("matched"));

  it("finds a line by what it says where it names none, each line of the order once", () => {
    const twice = charged(10_000, "5", null);
    const match = matchOf({ ...twice, lines: [...twice.lines, ...twice.lines] }, looking(aroundInvoice()));
    expect(match.lines.map((line) => line.orderLine)).toEqual([1, null]);
  });
  it("without an order, with one of somebody else, or in another currency, says so", () => {
    expect(matchOf(invoice(), looking()).why).toEqual({ code: "names no order" });
    expect(matchOf({ ...charged(1), supplier: "Other" }, looking(aroundInvoice())).outcome).toBe("no-order");
    const other = matchOf({ ...charged(1), currency: "GBP" }, looking(aroundInvoice()));
    expect(other.lines[0]!.differences[0]!.kind).toBe("currency");
  });
});

describe("likely duplicates", () => {
  const known = (number: string, extra: object = {}) => ({
    number,
    supplier: "Skarnes Dock",
    invoiceNumber: "INV-0071/26",
    gross: { minor: 123_456, currency: "EUR" },
    date: "2026-03-01",
    ...extra,
  });
  const why = (extra: object) => likelyDuplicates(known("SI-1"), [known("SI-2", extra)], 30).map((one) => one.why.code);
  it.each([
    [{}, ["same number"]],
    [{ invoiceNumber: "inv 71 26", gross: { minor: 1, currency: "EUR" } }, ["number written alike"]],
    [{ invoiceNumber: "INV-OO71/26", gross: { minor: 1, currency: "EUR" } }, ["number written alike"]],
    [{ invoiceNumber: "B", date: "2026-03-31" }, ["same amount"]],
    [{ invoiceNumber: "B", date: "2026-04-01" }, []],
    [{ invoiceNumber: "B", gross: { minor: 123_457, currency: "EUR" } }, []],
    [{ supplier: "Another" }, []],
  ])("%j: %j", (extra, said) => expect(why(extra)).toEqual(said));
  it("is not its own duplicate", () => expect(likelyDuplicates(known("SI-1"), [known("SI-1")], 30)).toEqual([]));
  it("numbers that differ stay apart", () =>
    expect(new Set(["2026-0071", "2026-0072", "2025-0071", "A-71", "B-71"].map(plainNumber)).size).toBe(5));
});

describe("the supplier's own limit", () => {
  const over = (gross: number) =>
    type.facts(invoice({ stated: { ...invoice().stated, gross } }), looking(aroundInvoice({}, 75_000)));
  const meets = (gross: number, field: string) =>
    evaluate({ kind: "flag", field, is: true }, over(gross)).outcome === "met";
  // At exactly 750.00 the words of the policy decide: “over” does not see it, “at or over” does.
  it.each([
    [74_999, false, false],
    [75_000, false, true],
    [75_001, true, true],
    [118_000, true, true],
  ])("%d: over %s, at or over %s", (gross, isOver, isAt) => {
    expect([meets(gross, "overSupplierLimit"), meets(gross, "atSupplierLimit")]).toEqual([isOver, isAt]);
  });
  it("says by how much", () => {
    const said = type.remarks(
      invoice({ stated: { ...invoice().stated, gross: 118_000 } }),
      looking(aroundInvoice({}, 75_000)),
    );
    expect(said.map((one) => one.why)).toContainEqual({
      code: "over the supplier’s limit",
      values: { by: { minor: 43_000, currency: "EUR" }, limit: { minor: 75_000, currency: "EUR" } },
    });
  });
});

describe("time", () => {
  const dates = { discountDate: "2026-03-12", dueDate: "2026-04-05" };
  it.each([
    ["2026-03-12", []],
    ["2026-03-13", ["discount"]],
    ["2026-04-06", ["discount", "due"]],
  ])("decided by %s misses %j", (expected, late) => expect(lateFor(dates, expected)).toEqual(late));
});
