// Account numbers by ISO 13616-1 and ISO/IEC 7064 MOD 97-10, planned days against a calendar walked day by day.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { addDays } from "../calendar";
import { paymentItem } from "../fixtures";
import { accountFault, checkDigits, maskAccount, nextRunDay, plannedDay, sayAccount, transfersOf } from "./index";

describe("an account number", () => {
  // The examples that the registry of ISO 13616 gives for these countries (from memory), each with its country's length.
  it.each([
    "DE89 3704 0044 0532 0130 00",
    "GB29 NWBK 6016 1331 9268 19",
    "FR14 2004 1010 0505 0001 3M02 606",
    "NL91 ABNA 0417 1643 00",
    "NO93 8601 1117 947",
    "PT50 0002 0123 1234 5678 9015 4",
    "MT84 MALT 0110 0001 2345 MTLC AST0 01S",
  ])("%s is right, however it is spaced and written", (account) => {
    expect(accountFault(account)).toBeNull();
    expect(accountFault(account.replaceAll(" ", "-").toLowerCase())).toBeNull();
    expect(sayAccount(account.replaceAll(" ", "").toLowerCase())).toBe(account);
  });

  it("is found wrong by its length, and by any sign that is another or any two neighbours exchanged", () => {
    expect(accountFault("DE89 3704 0044 0532 0130 0")).toEqual({ code: "length", country: "DE", has: 21, needs: 22 });
    const account = "DE89370400440532013000";
    const place = fc.integer({ min: 4, max: account.length - 1 });
    fc.assert(
      fc.property(place, fc.integer({ min: 0, max: 9 }), (at, digit) => {
        fc.pre(account[at] !== String(digit));
        const wrong = account.slice(0, at) + digit + account.slice(at + 1);
        expect(accountFault(wrong)).toEqual({ code: "check digits" });
      }),
    );
    fc.assert(
      fc.property(fc.integer({ min: 4, max: account.length - 2 }), (at) => {
        fc.pre(account[at] !== account[at + 1]);
        const wrong = account.slice(0, at) + account[at + 1]! + account[at]! + account.slice(at + 2);
        expect(accountFault(wrong)).toEqual({ code: "check digits" });
      }),
    );
  });

  it("has check digits as the remainder of the whole number, counted in one piece, says", () => {
    const sign = fc.constantFrom(..."0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZ");
    fc.assert(
      fc.property(fc.array(sign, { minLength: 8, maxLength: 28 }), (signs) => {
        const number = signs.join("");
        const whole = BigInt([...`${number}XX00`].map((one) => parseInt(one, 36)).join(""));
        expect(checkDigits("XX", number)).toBe(String(98n - (whole % 97n)).padStart(2, "0"));
        expect(accountFault(`XX${checkDigits("XX", number)}${number}`)).toBeNull();
      }),
    );
  });

  it("of a country without IBANs is taken as it is, and hidden but for its end", () => {
    expect(accountFault("0012-345678-9")).toBeNull();
    expect(accountFault("12")).toEqual({ code: "signs" });
    expect(maskAccount("XX12 3456 7890")).toBe("•••• 7890");
    expect(maskAccount("12345")).toBe("••••");
  });
});

describe("the day on which something is planned", () => {
  const day = fc.integer({ min: 0, max: 800 }).map((days) => addDays("2026-01-01", days));
  const isOn = (date: string, weekday: number) => (new Date(`${date}T00:00:00Z`).getUTCDay() || 7) === weekday;

  it("is never past, never a day already paid, and the last one by which it is in time", () => {
    const weekday = fc.integer({ min: 1, max: 7 });
    fc.assert(
      fc.property(day, weekday, fc.option(day, { nil: null }), fc.boolean(), (today, on, due, paidToday) => {
        const made = new Set(paidToday ? [today] : []);
        const days = { today, weekday: on, made };
        // Walked day by day from today.
        const usual = Array.from({ length: 900 }, (_, ahead) => addDays(today, ahead)).filter(
          (one) => isOn(one, on) && !made.has(one),
        );
        const expected = usual.filter((one) => due !== null && one <= due).at(-1) ?? usual[0];
        expect(nextRunDay(days)).toBe(usual[0]);
        expect(plannedDay(due, days)).toBe(expected);
      }),
    );
  });

  it("an invoice due on 27 December is planned for Friday the 25th, and not for the 4th", () => {
    expect(plannedDay("2026-12-27", { today: "2026-12-01", weekday: 5, made: new Set() })).toBe("2026-12-25");
  });
});

describe("what is transferred", () => {
  it("credit notes are set off within an account and a currency, and nothing is lost or made", () => {
    const any = fc.record({
      minor: fc.integer({ min: -500_000, max: 500_000 }).filter((minor) => minor !== 0),
      currency: fc.constantFrom("EUR", "NOK"),
      account: fc.constantFrom("DE89370400440532013000", "NO9386011117947", "NO93 8601 1117 947"),
      document: fc.uuid(),
    });
    fc.assert(
      fc.property(fc.array(any.map(paymentItem), { maxLength: 20 }), (items) => {
        const { transfers, notSetOff } = transfersOf("PR-0001", items);
        expect(transfers.every((one) => one.amount.minor > 0)).toBe(true);
        const placed = [...transfers.flatMap((one) => one.items), ...notSetOff].map((one) => one.document);
        expect(placed.toSorted()).toEqual(items.map((one) => one.document).toSorted());
        for (const { items: within, amount } of transfers) {
          expect(within.reduce((sum, one) => sum + one.amount.minor, 0)).toBe(amount.minor);
          if (within.every((one) => one.amount.minor > 0)) expect(within).toHaveLength(1);
        }
      }),
    );
  });
});
