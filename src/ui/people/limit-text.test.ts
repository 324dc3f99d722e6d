// What is typed into a cell of limits, and what comes back into it.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { currencyCodes, formatAmount } from "@/core/money";
import { readLimit, textOf } from "./limit-text";

const amount = (minor: number, currency = "EUR") => ({ kind: "amount", minor, currency });

describe("a limit", () => {
  it.each([
    ["5,000", amount(500_000)],
    ["5000.50", amount(500_050)],
    ["20,000 GBP", amount(2_000_000, "GBP")],
    ["20,000gbp", amount(2_000_000, "GBP")],
    ["1 JPY", amount(1, "JPY")],
    ["0", amount(0)],
    ["unlimited", { kind: "unlimited" }],
    ["Unlimited ", { kind: "unlimited" }],
    ["", { kind: "none" }],
    ["none", { kind: "none" }],
    ["–", { kind: "none" }],
  ])("“%s” is read", (text, limit) =>
    expect(readLimit(text, "EUR", "Director, orders")).toEqual({ ok: true, value: limit }),
  );

  it.each(["lots", "5,000 XXQ", "EUR", "5,000 EUR or so", "-5", "1.234", "1.5 JPY"])(
    "“%s” is refused with a sentence",
    (text) => {
      const read = readLimit(text, "EUR", "Director, orders");
      expect(read.ok || read.refusals[0]!.message).toMatch(/^Director, orders: [\w“]/);
    },
  );

  it("comes back as it went, in any currency", () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1e12 }), fc.constantFrom(...currencyCodes), (minor, currency) => {
        const cell = { kind: "amount" as const, minor, currency, words: formatAmount({ minor, currency }), later: "" };
        expect(readLimit(textOf(cell, "EUR"), "EUR", "")).toEqual({ ok: true, value: amount(minor, currency) });
      }),
    );
  });
});
