// Days begin where the organisation is, the days the clocks change included.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { dayIn, startOfDay, timeIn, weekdaysBetween } from "./zone";

describe("start of a day", () => {
  it.each([
    ["2026-03-10", "UTC", "2026-03-10T00:00:00.000Z"],
    ["2026-07-01", "WET", "2026-06-30T23:00:00.000Z"],
    ["2026-03-29", "WET", "2026-03-29T00:00:00.000Z"],
    ["2026-03-30", "WET", "2026-03-29T23:00:00.000Z"],
    ["2026-10-26", "WET", "2026-10-26T00:00:00.000Z"],
    ["2026-01-01", "Pacific/Auckland", "2025-12-31T11:00:00.000Z"],
    // Clocks go from midnight to one o'clock, and from one o'clock back to midnight (IANA time zone database, as the runtime has it).
    ["2026-09-06", "America/Santiago", "2026-09-06T04:00:00.000Z"],
    ["2026-04-05", "America/Santiago", "2026-04-05T04:00:00.000Z"],
    ["2026-03-08", "America/Havana", "2026-03-08T05:00:00.000Z"],
    ["2026-11-01", "America/Havana", "2026-11-01T04:00:00.000Z"],
    ["2026-04-24", "Africa/Cairo", "2026-04-23T22:00:00.000Z"],
  ])("%s in %s is %s", (date, zone, start) => {
    expect(startOfDay(date, zone)).toBe(start);
    expect(dayIn(start, zone)).toBe(date);
  });
});

describe("start of a day anywhere", () => {
  const MINUTE = 60_000;
  const shown = new Map<string, Intl.DateTimeFormat>();
  /** The date by Intl, which our own arithmetic does not use for dates. */
  function dateBy(moment: number, zone: string): string {
    let format = shown.get(zone);
    if (!format) {
      format = new Intl.DateTimeFormat("en-CA", { timeZone: zone, year: "numeric", month: "2-digit", day: "2-digit" });
      shown.set(zone, format);
    }
    return format.format(moment);
  }

  it("is the first moment that has the date, in every zone, by Intl", () => {
    const zone = fc.constantFrom(...Intl.supportedValuesOf("timeZone"));
    const date = fc
      .integer({ min: Date.UTC(1990, 0, 1) / 86_400_000, max: Date.UTC(2035, 0, 1) / 86_400_000 })
      .map((day) => new Date(day * 86_400_000).toISOString().slice(0, 10));
    fc.assert(
      fc.property(zone, date, (where, day) => {
        const start = Date.parse(startOfDay(day, where));
        const around = Array.from({ length: 30 * 4 }, (_, at) => start - 26 * 60 * MINUTE + at * 15 * MINUTE);
        // Two islands went over the date line and left a whole day out.
        fc.pre(around.some((moment) => dateBy(moment, where) === day));
        expect(dateBy(start, where)).toBe(day);
        const before = around.filter((moment) => moment < start);
        expect([start - 1, ...before].filter((moment) => dateBy(moment, where) === day)).toEqual([]);
        expect(dayIn(new Date(start).toISOString(), where)).toBe(day);
      }),
      { numRuns: 3000 },
    );
  });
});

describe("time of day", () => {
  it("is that of the zone, an hour further in summer", () => {
    expect(timeIn("2026-03-10T09:13:00.000Z", "WET")).toBe("09:13");
    expect(timeIn("2026-06-30T23:30:00.000Z", "WET")).toBe("00:30");
  });
});

describe("weekdays between", () => {
  it("leaves Saturdays and Sundays out", () => {
    expect(weekdaysBetween("2026-03-06T12:00:00Z", "2026-03-09T12:00:00Z")).toBe(1);
    expect(weekdaysBetween("2026-03-07T00:00:00Z", "2026-03-09T00:00:00Z")).toBe(0);
    expect(weekdaysBetween("2026-03-02T00:00:00Z", "2026-03-09T00:00:00Z")).toBe(5);
  });
});
