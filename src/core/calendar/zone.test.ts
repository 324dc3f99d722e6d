// Days begin where the organisation is, the days the clocks change included.
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
  ])("%s in %s is %s", (date, zone, start) => {
    expect(startOfDay(date, zone)).toBe(start);
    expect(dayIn(start, zone)).toBe(date);
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
