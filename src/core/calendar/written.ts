import { isDay } from "./zone";

const MONTHS = ["jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec"];

/**
 * A day as people write it in a table: as ISO 8601 has it, with points and the day first, with an English name of the month, or with strokes, where day and month are told apart by what
 * can be a month (common practice).
 * @returns ISO date; both where either could be the month; null where it is no day
 * @example dayWritten("9.3.2026") // "2026-03-09"
 * @example dayWritten("3/4/2026") // ["2026-04-03", "2026-03-04"]
 */
export function dayWritten(text: string): string | readonly [string, string] | null {
  const trimmed = text.trim();
  const [, year = "", month = "", day = ""] = /^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})$/.exec(trimmed) ?? [];
  if (year) return made(year, month, day);
  const [, named = "", name = "", of = ""] = /^(\d{1,2})[ -]([A-Za-z]{3,9})\.?[ -](\d{4})$/.exec(trimmed) ?? [];
  if (named) return made(of, String(MONTHS.indexOf(name.slice(0, 3).toLowerCase()) + 1), named);
  const [, one = "", sign = "", other = "", last = ""] = /^(\d{1,2})([./-])(\d{1,2})\2(\d{4})$/.exec(trimmed) ?? [];
  if (!last) return null;
  const dayFirst = made(last, other, one);
  const monthFirst = sign === "." ? null : made(last, one, other);
  if (dayFirst && monthFirst && dayFirst !== monthFirst) return [dayFirst, monthFirst];
  return dayFirst ?? monthFirst;
}

function made(year: string, month: string, day: string): string | null {
  const date = `${year}-${month.padStart(2, "0")}-${day.padStart(2, "0")}`;
  return isDay(date) ? date : null;
}

/** The same where there is no doubt; null where it is no day, or may be two. */
export function oneDay(text: string): string | null {
  const day = dayWritten(text);
  return typeof day === "string" ? day : null;
}

/** Which of day and month is written first where both are numbers. */
export type DayOrder = "day first" | "month first";

/** Zones of the United States in the IANA time zone database (from memory), where the month is written first (Unicode CLDR, en-US). */
const MONTH_FIRST =
  /^(US\/.+|America\/(New_York|Detroit|Kentucky\/.+|Indiana\/.+|Chicago|Menominee|North_Dakota\/.+|Denver|Boise|Phoenix|Los_Angeles|Anchorage|Juneau|Sitka|Metlakatla|Yakutat|Nome|Adak)|Pacific\/(Honolulu|Guam|Pago_Pago))$/;

/**
 * The order in which an organisation writes days, told by its time zone, since nothing else says in which country it is.
 * @param timeZone IANA name
 * @example dayOrderIn("America/Chicago") // "month first"
 */
export function dayOrderIn(timeZone: string): DayOrder {
  return MONTH_FIRST.test(timeZone) ? "month first" : "day first";
}

/**
 * A day as somebody types it where the order of their organisation is known: as in `dayWritten`, of two possible days the one in that order, and a year of two figures is one of this century.
 * @returns ISO date; null where it is no day
 * @example dayTyped("3/4/26", "day first") // "2026-04-03"
 */
export function dayTyped(text: string, order: DayOrder): string | null {
  const whole = text.trim().replace(/^(\d{1,2}[./-]\d{1,2}[./-])(\d{2})$/, "$120$2");
  const day = dayWritten(whole);
  return day === null || typeof day === "string" ? day : day[order === "day first" ? 0 : 1];
}
