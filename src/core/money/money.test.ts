// Money is counted in minor units: what is typed, summed, formatted and converted never loses or invents one.
import { createRequire } from "node:module";
import { Decimal } from "decimal.js";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  convert,
  currencyCodes,
  formatAmount,
  formatMoney,
  minorDigits,
  money,
  parseMoney,
  typedMoney,
  sum,
  type Rate,
} from "./index";
import { sayNoAmount } from "../words";

// Reference library for ISO 4217, independent of our table.
const reference = createRequire(import.meta.url)("currency-codes") as {
  code(code: string): { digits: number } | undefined;
  codes(): string[];
};

const minorOf = (text: string, currency: string) => {
  const parsed = parseMoney(text, currency);
  return parsed.ok ? parsed.money.minor : sayNoAmount(parsed.why);
};

describe("currencies", () => {
  it.each(currencyCodes)("%s has the minor digits that currency-codes gives", (code) => {
    expect(minorDigits(code)).toBe(reference.code(code)?.digits);
  });

  it("knows every spendable code of the reference", () => {
    const special = /^X(?!AF|CD|OF|PF)/; // metals, funds, tests
    // Codes of the reference that ISO 4217 has withdrawn since (ANG, BGN, CUC, HRK, SLL, ZWL) or added later.
    const withdrawn = new Set(["ANG", "BGN", "CUC", "HRK", "SLL", "ZWL", "ZWG"]);
    const missing = reference
      .codes()
      .filter((code) => !special.test(code) && !withdrawn.has(code) && !currencyCodes.includes(code));
    expect(missing).toEqual([]);
  });

  it("refuses an unknown code", () => expect(() => minorDigits("EUX")).toThrow("EUX is not an ISO 4217"));
});

describe("parse and format", () => {
  it("reads what people type", () => {
    expect(minorOf("2500", "EUR")).toBe(250000);
    expect(minorOf(" 2,500.01 ", "EUR")).toBe(250001);
    expect(minorOf("2 500.5", "EUR")).toBe(250050);
    expect(minorOf("-0", "EUR")).toBe(0);
    expect(minorOf("1,500", "JPY")).toBe(1500);
    expect(minorOf("1.234", "KWD")).toBe(1234);
  });

  it.each([
    "",
    "abc",
    "1.2.3",
    "1,23,456",
    "1.234,567,8",
    "12 34",
    "1,2.3,4",
    "1e3",
    "0x10",
    "NaN",
    "--1",
    ".",
    "5.",
    ",5",
  ])("refuses %j and says how to write it", (text) => {
    expect(minorOf(text, "EUR")).toContain("write it like 2,500.00");
  });

  it("refuses more decimals than the currency has, and what cannot be counted", () => {
    expect(minorOf("1.5", "JPY")).toContain("JPY has no decimals");
    for (const text of ["0.125", "0,125", "1,2345", "12345.678", "1,234.567", "1.234,567", "1 234.567"])
      expect([text, minorOf(text, "EUR")]).toEqual([text, "EUR has 2 decimals: write it like 2,500.00"]);
    expect(minorOf("99999999999999999", "EUR")).toContain("too large");
  });

  it("reads what is written in other places, and never guesses between two amounts", () => {
    for (const text of ["2.500,01", "2 500,01", "2\u00a0500,01", "2’500.01", "2'500.01", "2500,01"])
      expect([text, minorOf(text, "EUR")]).toEqual([text, 250_001]);
    expect(minorOf("1.234.567", "EUR")).toBe(123_456_700);
    expect(minorOf("250.000", "CLP")).toBe(250_000);
    expect(minorOf("1.500", "KWD")).toBe(1_500);
    expect(minorOf("1,500", "EUR")).toBe(150_000);
    expect(minorOf("1.500", "EUR")).toBe(
      "“1.500” can be read as two amounts: write 1500, or 2 decimals after the point",
    );
  });

  it.each(["en-GB", "de-DE", "de-CH", "pt-PT", "fr-FR", "es-CL", "nb-NO", "en-ZA"])(
    "reads what the platform formats for %s, as that amount and no other",
    (locale) => {
      const places = { EUR: 2, CLP: 0, KWD: 3 } as const;
      fc.assert(
        fc.property(
          fc.integer({ min: -(10 ** 11), max: 10 ** 11 }),
          fc.constantFrom("EUR", "CLP", "KWD"),
          (minor, currency) => {
            const digits = places[currency as keyof typeof places];
            const format = new Intl.NumberFormat(locale, {
              minimumFractionDigits: digits,
              maximumFractionDigits: digits,
            });
            const text = format.format(minor / 10 ** digits);
            const read = parseMoney(text, currency);
            // Of three decimals a comma may be either: the house reads it as thousands, and whoever writes so sees it.
            const doubtful = currency === "KWD" && /^-?[1-9]\d{0,2},\d{3}$/.test(text);
            if (!doubtful)
              expect([text, read]).toEqual([text, { ok: true, money: { minor: minor === 0 ? 0 : minor, currency } }]);
          },
        ),
        { numRuns: 400 },
      );
    },
  );

  it("reads what somebody types into a field: thousands and millions by a letter, and the currency beside it", () => {
    const typed = (text: string, currency = "EUR") => {
      const read = typedMoney(text, currency);
      return read.ok ? read.money.minor : read.why.code;
    };
    for (const text of ["12k", "12K", "12 k", "12.0k", "€12k", "12k EUR", "eur 12,000", "12.000,00 €", "12,000.00"])
      expect([text, typed(text)]).toEqual([text, 1_200_000]);
    expect(typed("1.5m")).toBe(150_000_000);
    expect(typed("1,234.5678k")).toBe(123_456_780);
    expect(typed("-1.2345k")).toBe(-123_450);
    expect(typed("−3.5")).toBe(-350);
    expect(typed("$250.000", "CLP")).toBe(250_000);
    expect(typed("0.0125k", "JPY")).toBe("more decimals");
    expect(typed("12.345678k")).toBe("more decimals");
    expect(typed("500 GBP")).toBe("another currency");
    expect(typed("GBP 500", "GBP")).toBe(50_000);
    for (const text of ["12kk", "k", "12b", "EUR", "EUR 12 EUR", "£12", "12 e", "1.2.3k", ""])
      expect([text, typed(text)]).toEqual([text, "not an amount"]);
    expect(typed("1.500 €")).toBe("two amounts");
    expect(typed("99999999999m")).toBe("too large");
    expect(typed(`1${" ".repeat(1_000_000)}x`)).toBe("not an amount");
  });

  it("reads everything that files may say as files say it, in every currency", () => {
    fc.assert(
      fc.property(
        fc.oneof(fc.stringMatching(/^[-+]?[\d .,']{1,14}$/), fc.string({ maxLength: 8 })),
        fc.constantFrom("EUR", "JPY", "KWD"),
        (text, currency) => {
          const read = parseMoney(text, currency);
          if (read.ok) expect(typedMoney(text, currency)).toEqual(read);
        },
      ),
      { numRuns: 3_000 },
    );
  });

  it("formats with the digits of the currency", () => {
    expect(formatMoney(money(250001, "EUR"))).toBe("2,500.01 EUR");
    expect(formatMoney(money(5, "EUR"))).toBe("0.05 EUR");
    expect(formatMoney(money(-123456789, "JPY"))).toBe("−123,456,789 JPY");
    expect(formatMoney(money(1500, "KWD"))).toBe("1.500 KWD");
  });

  it("reads back what it formats, in every currency", () => {
    fc.assert(
      fc.property(fc.maxSafeNat(), fc.constantFrom(...currencyCodes), (minor, currency) => {
        expect(minorOf(formatAmount(money(minor, currency)), currency)).toBe(minor);
      }),
    );
  });
});

describe("sums", () => {
  it("0.1 + 0.2 is 0.3", () => {
    expect(formatMoney(sum([money(10, "EUR"), money(20, "EUR")], "EUR"))).toBe("0.30 EUR");
  });
  it("refuses to add two currencies or to leave the exact range", () => {
    expect(() => sum([money(1, "EUR"), money(1, "GBP")], "EUR")).toThrow("Cannot add GBP to EUR");
    expect(() => sum([money(Number.MAX_SAFE_INTEGER, "EUR"), money(1, "EUR")], "EUR")).toThrow("outside the range");
  });
});

describe("conversion", () => {
  const rate = (from: string, to: string, date: string, value: string): Rate => ({
    from,
    to,
    date,
    rate: value,
    source: "test",
  });
  const minor = (result: ReturnType<typeof convert>) => (result.ok ? result.money.minor : result.why.code);

  it("takes the latest rate on or before the date, at most ten days old", () => {
    const rates = [
      rate("GBP", "EUR", "2026-03-01", "1.10"),
      rate("GBP", "EUR", "2026-03-05", "1.20"),
      rate("GBP", "EUR", "2026-03-11", "9"),
    ];
    expect(minor(convert(money(10000, "GBP"), "EUR", "2026-03-10", rates))).toBe(12000);
    expect(minor(convert(money(10000, "GBP"), "EUR", "2026-03-04", rates))).toBe(11000);
    expect(minor(convert(money(10000, "GBP"), "EUR", "2026-03-21", [rates[2]!]))).toBe(90000);
    expect(minor(convert(money(10000, "GBP"), "EUR", "2026-03-22", [rates[2]!]))).toContain("no rate");
    expect(minor(convert(money(10000, "GBP"), "EUR", "2026-02-28", rates))).toBe("no rate");
  });

  it("crosses minor digits: yen to euro and dinar to euro", () => {
    expect(
      minor(convert(money(100000, "JPY"), "EUR", "2026-03-10", [rate("JPY", "EUR", "2026-03-10", "0.0061")])),
    ).toBe(61000);
    expect(minor(convert(money(1500, "KWD"), "EUR", "2026-03-10", [rate("KWD", "EUR", "2026-03-10", "3")]))).toBe(450);
  });

  it("uses the reciprocal of a rate quoted the other way", () => {
    expect(minor(convert(money(11712, "USD"), "EUR", "2026-03-10", [rate("EUR", "USD", "2026-03-10", "1.1712")]))).toBe(
      10000,
    );
  });

  it("rounds once, half away from zero, as decimal arithmetic does (independently with integers)", () => {
    fc.assert(
      fc.property(fc.integer({ min: -1e9, max: 1e9 }), fc.integer({ min: 1, max: 5_000_000 }), (amount, millionths) => {
        const result = convert(money(amount, "GBP"), "EUR", "2026-03-10", [
          rate("GBP", "EUR", "2026-03-10", new Decimal(millionths).div(1e6).toFixed(6)),
        ]);
        const product = BigInt(amount) * BigInt(millionths);
        const size = product < 0n ? -product : product;
        const rounded = (size * 2n + 1_000_000n) / 2_000_000n;
        expect(minor(result)).toBe(Number(product < 0n ? -rounded : rounded) + 0);
      }),
    );
  });
});
