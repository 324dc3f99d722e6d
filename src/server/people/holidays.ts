import Holidays from "date-holidays";
import { type Result } from "@/core/refusal";
import { refused } from "@/core/words";

export type Choice = { key: string; name: string };

/** Countries whose public holidays are known, by name. */
export function countries(): Choice[] {
  return listed(new Holidays().getCountries("en"));
}

/** The regions of a country that have holidays of their own. */
export function regions(country: string): Choice[] {
  return listed(new Holidays().getStates(country, "en") ?? {});
}

const listed = (names: Record<string, string>): Choice[] =>
  Object.entries(names)
    .map(([key, name]) => ({ key, name }))
    .sort((a, b) => a.name.localeCompare(b.name, "en"));

/** Public holidays of a country, and of one of its regions if it is named, in a year. Half days and observances are left out. */
export function publicHolidays(
  country: string,
  region: string,
  year: number,
): Result<{ holidays: { date: string; name: string }[]; regions: Choice[] }> {
  if (!Number.isInteger(year) || year < 1990 || year > 2100) return refused("year of holidays", null, "year");
  if (!countries().some(({ key }) => key === country)) return refused("no holidays known", { country }, "country");
  const calendar = region ? new Holidays(country, region) : new Holidays(country);
  const days = calendar
    .getHolidays(year, "en")
    .filter((day) => day.type === "public")
    .map((day) => ({ date: day.date.slice(0, 10), name: day.name }));
  const holidays = [...new Map(days.map((day) => [day.date, day])).values()];
  return {
    ok: true,
    value: { holidays: holidays.sort((a, b) => (a.date < b.date ? -1 : 1)), regions: regions(country) },
  };
}
