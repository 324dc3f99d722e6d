// The demo’s calendars, and the public holidays that can be put into one.
import Holidays from "date-holidays";
import { describe, expect, it } from "vitest";
import { WorkingCalendarSchema } from "@/core/calendar";
import { publicHolidays } from "@/server/people/holidays";
import { easter, locations } from "./calendars";

describe("calendars", () => {
  it("put Easter where date-holidays does, from 1990 to 2100", () => {
    const reference = new Holidays("US");
    for (let year = 1990; year <= 2100; year += 1) {
      const found = reference.getHolidays(year, "en").find((day) => day.rule === "easter");
      expect(easter(year)).toBe(found?.date.slice(0, 10));
    }
  });

  it("fit their schema and differ in hours and days off", () => {
    for (const one of locations) expect(WorkingCalendarSchema.safeParse(one).success).toBe(true);
    expect(new Set(locations.map((one) => JSON.stringify(one.week))).size).toBe(3);
    expect(new Set(locations.map((one) => JSON.stringify(one.holidays))).size).toBe(3);
  });
});

describe("public holidays", () => {
  it("come by country and region, each date once, in order", () => {
    const country = publicHolidays("DE", "", 2026);
    const region = publicHolidays("DE", "BY", 2026);
    if (!country.ok || !region.ok) throw new Error("refused");
    const dates = region.value.holidays.map((day) => day.date);
    expect(dates).toEqual([...new Set(dates)].sort());
    // Epiphany is kept in Bavaria and not in the whole country.
    expect(country.value.holidays.some((day) => day.date === "2026-01-06")).toBe(false);
    expect(region.value.holidays.some((day) => day.date === "2026-01-06")).toBe(true);
    expect(region.value.regions.length).toBe(16);
  });
  it.each([
    ["", "", 2026, "No holidays are known for “”"],
    ["XX", "", 2026, "No holidays are known for “XX”"],
    ["DE", "", 12, "The year must lie between 1990 and 2100"],
  ])("of %s %s in %d are refused", (country, region, year, message) => {
    expect(publicHolidays(country, region, year)).toMatchObject({ ok: false, refusals: [{ message }] });
  });
});
