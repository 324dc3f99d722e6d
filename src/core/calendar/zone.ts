const formats = new Map<string, Intl.DateTimeFormat>();

/** Making a formatter costs far more than using it. */
function formatOf(zone: string): Intl.DateTimeFormat {
  const known = formats.get(zone);
  if (known) return known;
  const two = "2-digit";
  const format = new Intl.DateTimeFormat("en-GB", {
    timeZone: zone,
    hourCycle: "h23",
    year: "numeric",
    month: two,
    day: two,
    hour: two,
    minute: two,
    second: two,
  });
  formats.set(zone, format);
  return format;
}

/** What has to be added to UTC at a moment to give the clock of a zone, in milliseconds. */
export function offsetAt(moment: number, zone: string): number {
  const parts = Object.fromEntries(
    formatOf(zone)
      .formatToParts(new Date(moment))
      .map((part) => [part.type, Number(part.value)]),
  );
  const local = Date.UTC(parts.year!, parts.month! - 1, parts.day!, parts.hour, parts.minute, parts.second);
  return local - Math.floor(moment / 1000) * 1000;
}

/**
 * The moment a day begins in a time zone, as ISO date-time in UTC: its first moment, also where clocks change at midnight, so that the day begins at one o'clock or
 * the hour before it comes twice. A day ends where the next begins.
 * @param date ISO date
 * @param zone IANA time zone
 * @example startOfDay("2026-07-01", "WET") // "2026-06-30T23:00:00.000Z"
 * @example startOfDay("2026-09-06", "America/Santiago") // "2026-09-06T04:00:00.000Z", where it is one o'clock then
 */
export function startOfDay(date: string, zone: string): string {
  const key = `${date} ${zone}`;
  const known = starts.get(key);
  if (known) return known;
  if (starts.size >= MOST_STARTS) starts.clear();
  const start = firstMomentOf(date, zone);
  starts.set(key, start);
  return start;
}

/** The same days are asked about again and again, and finding where one begins asks for the clock nine times. */
const starts = new Map<string, string>();
const MOST_STARTS = 5_000;

function firstMomentOf(date: string, zone: string): string {
  const utc = Date.parse(`${date}T00:00:00Z`);
  // No offset is more than 14 hours, so that the offsets before and after the midnight looked for are among these.
  const offsets = [utc - AROUND, utc, utc + AROUND].map((moment) => offsetAt(moment, zone));
  const moments = [...new Set(offsets.map((offset) => utc - offset))].sort((a, b) => a - b);
  const found = moments.find((moment) => dayAt(moment, zone) === date && dayAt(moment - 1, zone) !== date);
  return new Date(found ?? moments[0]!).toISOString();
}

const AROUND = 15 * 3_600_000;

function dayAt(moment: number, zone: string): string {
  return new Date(moment + offsetAt(moment, zone)).toISOString().slice(0, 10);
}

/** The date it is in a time zone at a moment. @example dayIn("2026-06-30T23:30:00Z", "WET") // "2026-07-01" */
export function dayIn(moment: string, zone: string): string {
  const at = Date.parse(moment);
  // No zone changes its offset within a minute, and the same minute is asked about many times in a row.
  const key = `${Math.floor(at / 60_000)} ${zone}`;
  if (last.key !== key) last = { key, offset: offsetAt(at, zone) };
  return new Date(at + last.offset).toISOString().slice(0, 10);
}

let last = { key: "", offset: 0 };

/** The time of day in a time zone at a moment. @example timeIn("2026-06-30T23:30:00Z", "WET") // "00:30" */
export function timeIn(moment: string, zone: string): string {
  const at = Date.parse(moment);
  return new Date(at + offsetAt(at, zone)).toISOString().slice(11, 16);
}

/**
 * The moment at which the clock of a zone shows a time, as ISO date-time in UTC; found from noon, since clocks change at night. A time that a change of clocks
 * leaves out comes as much later as the clock was put forward.
 * @param day ISO date
 * @param time such as 07:30
 */
export function momentAt(day: string, time: string, zone: string): string {
  const minutes = (text: string) => Number(text.slice(0, 2)) * 60 + Number(text.slice(3, 5));
  const noon = Date.parse(`${day}T12:00:00Z`);
  const shift = minutes(timeIn(new Date(noon).toISOString(), zone)) - 12 * 60;
  const guess = noon + (minutes(time) - 12 * 60 - shift) * 60_000;
  const off = minutes(time) - minutes(timeIn(new Date(guess).toISOString(), zone));
  return new Date(guess + (Math.abs(off) <= 180 ? off : 0) * 60_000).toISOString();
}

/** @example addDays("2026-02-28", 1) // "2026-03-01" */
export function addDays(date: string, days: number): string {
  return new Date(Date.parse(`${date}T00:00:00Z`) + days * DAY).toISOString().slice(0, 10);
}

const DAY = 86_400_000;

/** A day so many months on; the last day of the month where it has no such day. @param date ISO date */
export function addMonths(date: string, months: number): string {
  const [year, month, day] = date.split("-").map(Number) as [number, number, number];
  const last = new Date(Date.UTC(year, month + months, 0)).getUTCDate();
  return new Date(Date.UTC(year, month - 1 + months, Math.min(day, last))).toISOString().slice(0, 10);
}

/** Time between two moments in days, Saturdays and Sundays left out. */
export function weekdaysBetween(from: string, to: string): number {
  const end = Date.parse(to);
  let total = 0;
  for (let at = Date.parse(from); at < end;) {
    const next = Math.min(end, (Math.floor(at / DAY) + 1) * DAY);
    const weekday = new Date(at).getUTCDay();
    if (weekday !== 0 && weekday !== 6) total += next - at;
    at = next;
  }
  return total / DAY;
}

/** Days from one date to another; negative when the second is earlier. @example daysBetween("2026-03-08", "2026-03-10") // 2 */
export function daysBetween(from: string, to: string): number {
  return Math.round((Date.parse(to) - Date.parse(from)) / 86_400_000);
}

/** Whether a text is a day of the calendar. @example isDay("2026-02-30") // false */
export function isDay(text: string): boolean {
  const at = /^\d{4}-\d{2}-\d{2}$/.test(text) ? Date.parse(`${text}T00:00:00Z`) : NaN;
  return !Number.isNaN(at) && new Date(at).toISOString().startsWith(text);
}
