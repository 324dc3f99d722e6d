// Claims: ceilings, receipts, what is left of one. Limits: exposure, increase, papers. Totals with one supplier.
import { describe, expect, it } from "vitest";
import { claim, claimLine, customerAround, directory, limitChange, order } from "../fixtures";
import { evaluate } from "../conditions";
import {
  NO_CONTEXT,
  claimTotal,
  documentType,
  exposureOf,
  increaseOf,
  linesWithoutReceipt,
  overCeilings,
  papersMissing,
  receiptsTwice,
  type ExpenseClaim,
  type Remark,
} from "./index";
import { namesOf, sayRemark } from "../words";

const minor = (count: number) => ({ minor: count, currency: "EUR" });
const receiptFrom = minor(1_000);
const looking = {
  ...NO_CONTEXT,
  around: {
    categories: {
      travel: { receiptFrom },
      lodging: { receiptFrom, ceiling: minor(16_000) },
      meals: { receiptFrom, ceiling: minor(4_500), inAllowance: true as const },
      entertainment: { receiptFrom, ceiling: minor(20_000) },
      allowance: { allowance: minor(6_200) },
    },
  },
};
const texts = (found: Pick<Remark, "why" | "line">[]) => found.map((one) => sayRemark(one, namesOf(directory)));
const eur = (minor: number) => ({ minor, currency: "EUR" });
const [A, B] = ["a".repeat(64), "b".repeat(64)];

describe("ceilings of a claim", () => {
  it("by category, to the cent", () => {
    expect(overCeilings(claim([claimLine({ category: "meals", claimed: 4_500 })]), looking)).toEqual([]);
    expect(texts(overCeilings(claim([claimLine({ category: "meals", claimed: 4_501 })]), looking))).toEqual([
      "Line 1: 0.01 EUR over the ceiling of 45.00 EUR for meals",
    ]);
  });
  it("the daily allowance counts by day, and not together with meals of that day", () => {
    const day = (date: string, category: "allowance" | "meals", claimed: number) =>
      claimLine({ date, category, claimed });
    const found = overCeilings(
      claim([
        day("2026-03-02", "allowance", 6_200),
        day("2026-03-03", "allowance", 3_200),
        day("2026-03-03", "allowance", 3_001),
        day("2026-03-02", "meals", 900),
        day("2026-03-04", "meals", 900),
      ]),
      looking,
    );
    expect(texts(found)).toEqual([
      "Line 2: 0.01 EUR over the daily allowance of 62.00 EUR",
      "Line 4: meals on 2 Mar 2026 is contained in the allowance that is claimed for the day as well",
    ]);
  });
});

describe("receipts", () => {
  it("are needed over ten, and not for an allowance", () => {
    const lines = [
      claimLine({ claimed: 1_000 }),
      claimLine({ claimed: 1_001 }),
      claimLine({ claimed: 5_000, receipt: A }),
      claimLine({ claimed: 5_000, category: "allowance" }),
    ];
    expect(linesWithoutReceipt(claim(lines), looking)).toEqual([2]);
  });
  it("the same twice is found by content, in the claim and on another", () => {
    const lines = [claimLine({ receipt: A }), claimLine({ receipt: A }), claimLine({ receipt: B })];
    const around = { receiptsElsewhere: [{ hash: B, number: "EC-00007" }] };
    expect(texts(receiptsTwice(claim(lines), { ...looking, around }))).toEqual([
      "Line 2: the same receipt stands on line 1",
      "Line 3: the same receipt stands on EC-00007",
    ]);
  });
  it("a receipt that is not attached, a line of tomorrow, and more than was spent are missing items", () => {
    const lines = [
      claimLine({ receipt: A }),
      claimLine({ date: "2026-04-01" }),
      claimLine({ claimed: 200, spent: { minor: 100, currency: "EUR" } }),
    ];
    expect(
      documentType("expense-claim")
        .missing(claim(lines))
        .map((item) => item.path),
    ).toEqual(["lines.0.receipt", "lines.1.date", "lines.2.claimed"]);
  });
});

describe("what was spent in another currency", () => {
  const type = documentType("expense-claim");
  // A rate of 0.80: 100.00 USD are 80.00 EUR, and a hundredth more is let pass.
  const at = {
    ...looking,
    toCurrency: (amount: { minor: number; currency: string }, currency: string) =>
      amount.currency === currency
        ? amount
        : amount.currency === "USD"
          ? { minor: amount.minor * 0.8, currency }
          : null,
  };
  it.each([
    ["USD", 8_080, []],
    ["USD", 8_081, ["Line 1: 100.00 USD are 80.00 EUR at the day’s rate"]],
    ["GBP", 1, ["Line 1: there is no rate for 100.00 GBP"]],
  ] as const)("in %s, claimed as %d", (currency, claimed, said) => {
    const made = claim([claimLine({ claimed, spent: { minor: 10_000, currency }, receipt: A })]);
    expect(texts(type.remarks(made, at).filter((one) => one.about === "rate" && one.grave))).toEqual(said);
    expect(type.facts(made, at).aboveRate).toBe(said.length > 0);
  });
});

describe("what is left of a claim", () => {
  const type = documentType("expense-claim");
  it("is its accepted lines, a cut one with what is allowed", () => {
    const five = claim([100, 200, 300, 400, 500].map((claimed) => claimLine({ claimed })));
    const left = type.without(five, [
      { part: "line 1", allowed: null },
      { part: "line 4", allowed: 150 },
    ]) as ExpenseClaim;
    expect(left.lines.map((line) => line.claimed)).toEqual([200, 300, 150, 500]);
    expect(claimTotal(left).minor).toBe(1_150);
  });
});

describe("credit limits", () => {
  const type = documentType("credit-limit-change");
  const raise = limitChange([{ field: "limit", before: eur(50_000), after: eur(80_000) }]);
  function eur(major: number) {
    return { minor: major * 100, currency: "EUR" };
  }
  it("exposure after the change is the new limit, or what is owed and ordered where that is more", () => {
    const around = {
      customer: customerAround({ receivables: eur(30_000), openOrders: eur(5_000), stoppedOrders: eur(10_000) }),
    };
    expect(exposureOf(raise, { ...NO_CONTEXT, around })).toMatchObject({ now: eur(45_000), after: eur(80_000) });
    const lower = limitChange([{ field: "limit", before: eur(50_000), after: eur(20_000) }]);
    expect(exposureOf(lower, { ...NO_CONTEXT, around })).toMatchObject({ after: eur(45_000) });
  });
  it("without its customer it cannot be measured, and is not taken for nothing", () => {
    const measure = type.measures.find((one) => one.key === "exposure")!;
    expect(measure.of(raise, { ...NO_CONTEXT, currency: "EUR", on: "2026-03-10" })).toMatchObject({
      why: { code: "what is owed is not known" },
    });
  });
  // Raising a customer's limit needs approval, lowering usually does not; an edit of the phone number does not: common practice.
  it("a condition on “rose” sees a raise and no lowering, nor another phone", () => {
    const rose = { kind: "change" as const, field: "limit", is: "rose" as const };
    const met = (change: typeof raise) => evaluate(rose, type.facts(change, NO_CONTEXT)).outcome;
    expect(met(raise)).toBe("met");
    expect(met(limitChange([{ field: "limit", before: eur(50_000), after: eur(49_999) }]))).toBe("not met");
    expect(met(limitChange([{ field: "phone", before: "1", after: "2" }]))).toBe("not met");
    expect(met(limitChange([{ field: "limit", before: null, after: eur(1) }]))).toBe("met");
  });
  it("a fall is no increase", () => {
    const measure = type.measures.find((one) => one.key === "increase")!;
    const of = (before: number, after: number) =>
      measure.of(limitChange([{ field: "limit", before: eur(before), after: eur(after) }]), {
        ...NO_CONTEXT,
        currency: "EUR",
        on: "2026-03-10",
      });
    expect([of(50_000, 80_000), of(80_000, 50_000)]).toMatchObject([{ amount: eur(30_000) }, { amount: eur(0) }]);
  });
  it("a first limit needs its three papers, each named and attached", () => {
    const paper = { hash: A, name: "a.pdf", type: "application/pdf", size: 1 };
    const first = limitChange([{ field: "limit", before: null, after: eur(1) }], {
      first: true,
      attachments: [paper],
      papers: [
        { name: "Annual accounts", hash: A },
        { name: "Signed terms", hash: B },
      ],
    });
    const around = { papers: ["Annual accounts", "Credit report", "Signed terms"] };
    expect(papersMissing(first, { ...NO_CONTEXT, around })).toEqual(["Credit report", "Signed terms"]);
    expect(papersMissing(first, NO_CONTEXT)).toEqual([]);
  });
  it("only the limit, not the terms; or a lower limit than was asked for", () => {
    const both = limitChange([
      { field: "limit", before: eur(50_000), after: eur(80_000) },
      { field: "paymentTerms", before: "30 days", after: "60 days" },
    ]);
    expect(type.without(both, [{ part: "paymentTerms", allowed: null }])).toMatchObject({
      changes: [{ field: "limit", after: eur(80_000) }],
    });
    expect(type.without(both, [{ part: "limit", allowed: 6_000_000 }])).toMatchObject({
      changes: [{ field: "limit", after: eur(60_000) }, { field: "paymentTerms" }],
    });
  });
});

// Directive 2014/24/EU, Article 5(3), from memory: a purchase is not subdivided to stay below a threshold.
describe("the total with one supplier", () => {
  const measure = documentType("purchase-order").measures.find((one) => one.key === "supplierTotal")!;
  const recent = [
    { number: "PO-1", entered: "2026-02-08", net: { minor: 100_000, currency: "EUR" } },
    { number: "PO-2", entered: "2026-02-09", net: { minor: 200_000, currency: "EUR" } },
  ];
  const of = (days: number, net = 300_000) =>
    measure.of(order(net), { ...NO_CONTEXT, around: { recent }, currency: "EUR", on: "2026-03-10", days });
  it("adds what was ordered within the days, that of the first day left out", () => {
    expect([of(29), of(30), of(31)]).toMatchObject([
      { amount: { minor: 300_000 } },
      { amount: { minor: 500_000 } },
      { amount: { minor: 600_000 } },
    ]);
    expect(of(31)).toMatchObject({
      how: {
        values: {
          own: eur(300_000),
          others: ["PO-1", "PO-2"],
          since: "2026-02-08",
          before: eur(300_000),
          total: eur(600_000),
        },
      },
    });
  });
  it("an order cut in two needs what the whole would have needed", () => {
    const half = { number: "PO-3", entered: "2026-03-10", net: { minor: 250_000, currency: "EUR" } };
    const cut = measure.of(order(250_000), {
      ...NO_CONTEXT,
      around: { recent: [half] },
      currency: "EUR",
      on: "2026-03-10",
      days: 30,
    });
    expect(cut).toMatchObject({ amount: { minor: 500_000 } });
  });
  it("without a rate for one of them it is not measured", () => {
    const around = { recent: [{ number: "PO-9", entered: "2026-03-01", net: { minor: 1, currency: "CHF" } }] };
    expect(measure.of(order(1), { ...NO_CONTEXT, around, currency: "EUR", on: "2026-03-10", days: 30 })).toMatchObject({
      why: { code: "no rate for a total", values: { to: "EUR", number: "PO-9" } },
    });
  });
});

describe("a change order", () => {
  const committed = { net: { minor: 100_000, currency: "EUR" }, gross: { minor: 123_000, currency: "EUR" } };
  const around = {
    order: {
      number: "PO-00001",
      supplier: "Northrigg Cordage",
      status: "approved",
      currency: "EUR",
      committed,
      lines: [],
    },
  };
  it("says what it adds to what is committed", () => {
    const change = order(130_000, { changeOf: "PO-00001" });
    expect(increaseOf(change, { ...NO_CONTEXT, around })).toEqual({ minor: 30_000, currency: "EUR" });
    expect(documentType("purchase-order").facts(change, { ...NO_CONTEXT, around })).toMatchObject({
      changeOrder: true,
    });
  });
  it("of an order that is not there is remarked on", () => {
    const said = documentType("purchase-order").remarks(order(1, { changeOf: "PO-9" }), NO_CONTEXT);
    expect(texts(said)).toContain("There is no approved order PO-9 to change");
  });
});
