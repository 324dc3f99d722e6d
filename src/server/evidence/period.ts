import { addDays, addMonths, startOfDay } from "@/core/calendar";

/** The days that a report is about, the first and the last included, in ISO form. */
export type Period = { from: string; until: string };

/** The days of a period in a zone as moments: from the first, up to the one after the last. */
export function momentsOf({ from, until }: Period, zone: string): [string, string] {
  return [startOfDay(from, zone), startOfDay(addDays(until, 1), zone)];
}

/** A month of a period, as 2026-03, from its first day in the zone up to the next one’s, as far as it lies in the period. */
export type Month = { month: string; begins: string; ends: string };

/** The months that a period reaches into, the earliest first. */
export function monthsIn(period: Period, zone: string): Month[] {
  const [first, last] = momentsOf(period, zone);
  const months: Month[] = [];
  for (let day = `${period.from.slice(0, 7)}-01`; day <= period.until; day = addMonths(day, 1)) {
    const [begins, ends] = [startOfDay(day, zone), startOfDay(addMonths(day, 1), zone)];
    months.push({
      month: day.slice(0, 7),
      begins: begins > first ? begins : first,
      ends: ends < last ? ends : last,
    });
  }
  return months;
}
