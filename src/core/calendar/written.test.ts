// Days as people write them in tables: understood where there is no doubt, and never guessed.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { dayOrderIn, dayTyped, dayWritten, oneDay } from "./written";

describe("a day as it is written", () => {
  it.each([
    ["2026-03-09", "2026-03-09"],
    [" 2026-3-9 ", "2026-03-09"],
    ["2026/03/09", "2026-03-09"],
    ["9.3.2026", "2026-03-09"],
    ["09.03.2026", "2026-03-09"],
    ["9 Mar 2026", "2026-03-09"],
    ["9-March-2026", "2026-03-09"],
    ["31/12/2026", "2026-12-31"],
    ["12/31/2026", "2026-12-31"],
    ["29.02.2028", "2028-02-29"],
    ["5/5/2026", "2026-05-05"],
  ])("%s", (text, day) => expect(oneDay(text)).toBe(day));

  it.each([
    "29.02.2026",
    "2026-02-30",
    "31/04/2026",
    "9 Foo 2026",
    "9.3.26",
    "20260309",
    "",
    "soon",
    "13/13/2026",
    "12.31.2026",
  ])("%s is none", (text) => expect(dayWritten(text)).toBeNull());

  it("is not guessed where day and month cannot be told apart", () => {
    expect(dayWritten("3/4/2026")).toEqual(["2026-04-03", "2026-03-04"]);
    expect(oneDay("3/4/2026")).toBeNull();
  });

  it("comes out as it was, however it is written", () => {
    const days = fc
      .date({ min: new Date("1900-01-01T00:00:00Z"), max: new Date("2199-12-31T00:00:00Z"), noInvalidDate: true })
      .map((date) => date.toISOString().slice(0, 10));
    fc.assert(
      fc.property(days, (day) => {
        const [year, month, of] = day.split("-").map(Number);
        const named = new Intl.DateTimeFormat("en-GB", { month: "short", timeZone: "UTC" }).format(new Date(day));
        for (const text of [day, `${of}.${month}.${year}`, `${year}/${month}/${of}`, `${of} ${named} ${year}`])
          expect([text, oneDay(text)]).toEqual([text, day]);
        // With strokes it is this day, or said to be in doubt.
        expect([dayWritten(`${of}/${month}/${year}`)].flat()).toContain(day);
      }),
    );
  });
});

describe("a day that is typed", () => {
  it.each([
    ["3/4/2026", "day first", "2026-04-03"],
    ["3/4/2026", "month first", "2026-03-04"],
    ["31/12/2026", "month first", "2026-12-31"],
    ["3.4.2026", "month first", "2026-04-03"],
    ["3/4/26", "day first", "2026-04-03"],
    ["10 Mar 2026", "month first", "2026-03-10"],
    ["2026-03-10", "day first", "2026-03-10"],
    ["31/4/2026", "day first", null],
    ["3/4", "day first", null],
    ["", "day first", null],
  ] as const)("%s, %s: %s", (text, order, day) => expect(dayTyped(text, order)).toBe(day));
  it("is in the order of the organisation’s zone", () => {
    expect(["Europe/Lisbon", "America/Chicago", "America/Santiago", "Pacific/Honolulu"].map(dayOrderIn)).toEqual([
      "day first",
      "month first",
      "day first",
      "month first",
    ]);
  });
});
