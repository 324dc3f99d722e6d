import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { minorDigits, money } from "../money";
import { sayWhyNone } from "../audit-narrative";
import { limitNeeded, searchCustomer, type Stopped } from ".";

const eur = (minor: number) => money(minor, "EUR");
const rule = { at: "07:00", headroomPercent: 10, roundTo: 500 };
const customer: Stopped = {
  customer: "x",
  status: "open",
  limit: eur(1_000_00),
  receivables: eur(400_00),
  openOrders: eur(500_00),
  stoppedOrders: eur(600_00),
  daysOverdue: 0,
  orders: [{ id: "SO-1", asked: null }],
  underWay: null,
};
const policy = { currency: "EUR", stoppedOrders: rule };
const sameCurrency = (amount: typeof customer.receivables, currency: string) =>
  amount.currency === currency ? amount : null;
const found = (change: Partial<Stopped>, more: object = {}) =>
  searchCustomer({ ...customer, ...change }, { ...policy, stoppedOrders: { ...rule, ...more } }, sameCurrency);

describe("the limit that stopped orders need", () => {
  it("is what is owed and ordered with the headroom, up to the next multiple, and the least such", () => {
    // 1,500.00 and ten per cent are 1,650.00; the next 500 is 2,000.00.
    expect(found({})).toEqual({ ask: eur(2_000_00), orders: ["SO-1"] });
    fc.assert(
      fc.property(
        fc.record({
          receivables: fc.nat(1_000_000_000),
          openOrders: fc.nat(1_000_000_000),
          stoppedOrders: fc.integer({ min: 1, max: 1_000_000_000 }),
          headroomPercent: fc.nat(500),
          roundTo: fc.integer({ min: 1, max: 1_000_000 }),
          currency: fc.constantFrom("EUR", "JPY", "KWD"),
        }),
        ({ receivables, openOrders, stoppedOrders, headroomPercent, roundTo, currency }) => {
          const of = (minor: number) => money(minor, currency);
          const { minor } = limitNeeded(
            { receivables: of(receivables), openOrders: of(openOrders), stoppedOrders: of(stoppedOrders) },
            { headroomPercent, roundTo },
          )!;
          const step = roundTo * 10 ** minorDigits(currency);
          const hundredths = (receivables + openOrders + stoppedOrders) * (100 + headroomPercent);
          expect(minor % step).toBe(0);
          expect(minor * 100).toBeGreaterThanOrEqual(hundredths);
          expect((minor - step) * 100).toBeLessThan(hundredths);
        },
      ),
      { numRuns: 2_000 },
    );
  });

  it("is not asked for twice, beside another, for a customer too late, above what the rule allows, or without one", () => {
    const why = (change: Partial<Stopped>, more: object = {}) => {
      const answer = found(change, more);
      return "none" in answer ? answer.none.code : "asked";
    };
    expect(why({ orders: [{ id: "SO-1", asked: "CL-00001" }] })).toBe("asked before");
    expect(
      why({
        orders: [
          { id: "SO-1", asked: "CL-00001" },
          { id: "SO-2", asked: null },
        ],
      }),
    ).toBe("asked");
    expect(why({ underWay: "CL-00002" })).toBe("under way");
    expect(why({ status: "blocked" })).toBe("account not open");
    expect(why({ daysOverdue: 31 }, { overdueDays: 30 })).toBe("overdue");
    expect(why({ daysOverdue: 30 }, { overdueDays: 30 })).toBe("asked");
    expect(why({}, { most: 1_999_99 })).toBe("above the most");
    expect(why({}, { most: 2_000_00 })).toBe("asked");
    expect(why({ limit: eur(2_000_00) })).toBe("limit reaches");
    expect(why({ receivables: eur(Number.MAX_SAFE_INTEGER) })).toBe("too large");
    expect(searchCustomer(customer, { currency: "EUR" }, sameCurrency)).toEqual({ none: { code: "no rule" } });
    expect(
      searchCustomer(customer, { currency: "NOK", stoppedOrders: { ...rule, most: 1 } }, sameCurrency),
    ).toMatchObject({ none: { code: "no rate", from: "EUR", to: "NOK" } });
  });

  it("is left out in a sentence that says what to do", () => {
    expect(sayWhyNone({ code: "above the most", needed: eur(2_000_00), most: eur(100) })).toBe(
      "It needs 2,000.00 EUR, and no more than 1.00 EUR is asked for by itself; ask by hand.",
    );
    expect(sayWhyNone({ code: "asked before", numbers: ["CL-00001", "CL-00002"] })).toBe(
      "It was asked for once, in CL-00001 and CL-00002; ask again by hand.",
    );
  });
});
