import type { WorkingCalendar } from "./schema";
import { addDays, dayIn, offsetAt, startOfDay } from "./zone";

const MINUTE = 60_000;
const WEEKDAYS = ["sunday", "monday", "tuesday", "wednesday", "thursday", "friday", "saturday"] as const;

/** How far ahead working time is looked for before a calendar is said to have none. */
const HORIZON_DAYS = 3 * 366;

/** Whether a date is a working day: not a holiday, and its weekday has hours. */
export function isWorkingDay(calendar: WorkingCalendar, date: string): boolean {
  return shiftsOn(calendar, date).length > 0;
}

function shiftsOn(calendar: WorkingCalendar, date: string) {
  if (calendar.holidays.some((holiday) => holiday.date === date)) return [];
  return calendar.week[WEEKDAYS[new Date(`${date}T00:00:00Z`).getUTCDay()]!];
}

/** A stretch of time, milliseconds since 1970 in UTC; the end is not in it. */
export type Span = { from: number; to: number };

/**
 * The stretches of working time of a local date. An hour that the clocks skip is not
 * worked; one that they repeat is worked twice where it lies in a shift.
 */
export function workingSpans(calendar: WorkingCalendar, date: string): Span[] {
  const shifts = shiftsOn(calendar, date);
  if (shifts.length === 0) return [];
  const midnight = Date.parse(`${date}T00:00:00Z`);
  return stretchesOf(calendar.timeZone, date).flatMap(({ from, to, offset }) =>
    shifts.flatMap((shift) => {
      const start = Math.max(from, midnight + minutesOf(shift.from) * MINUTE - offset);
      const end = Math.min(to, midnight + minutesOf(shift.to) * MINUTE - offset);
      return start < end ? [{ from: start, to: end }] : [];
    }),
  );
}

function minutesOf(time: string): number {
  const [hours, minutes] = time.split(":").map(Number);
  return hours! * 60 + minutes!;
}

/** A local date in UTC, cut where the clocks change. */
function stretchesOf(zone: string, date: string): (Span & { offset: number })[] {
  const from = Date.parse(startOfDay(date, zone));
  const to = Date.parse(startOfDay(addDays(date, 1), zone));
  const [before, after] = [offsetAt(from, zone), offsetAt(to - 1, zone)];
  if (before === after) return [{ from, to, offset: before }];
  let [low, high] = [from, to];
  while (high - low > MINUTE) {
    const middle = low + Math.floor((high - low) / (2 * MINUTE)) * MINUTE;
    if (offsetAt(middle, zone) === before) low = middle;
    else high = middle;
  }
  return [
    { from, to: high, offset: before },
    { from: high, to, offset: after },
  ];
}

/**
 * Working time between two moments, in minutes; zero when the second is not later.
 * @param from ISO date-time, @param to ISO date-time
 * @example workingMinutesBetween(office, "2026-03-06T16:00:00Z", "2026-03-09T09:00:00Z") // 120 with hours of 08:00 to 17:00 from Monday to Friday
 */
export function workingMinutesBetween(calendar: WorkingCalendar, from: string, to: string): number {
  const [start, end] = [Date.parse(from), Date.parse(to)];
  if (start >= end) return 0;
  const last = dayIn(to, calendar.timeZone);
  let total = 0;
  for (let date = dayIn(from, calendar.timeZone); date <= last; date = addDays(date, 1)) {
    for (const span of workingSpans(calendar, date))
      total += Math.max(0, Math.min(span.to, end) - Math.max(span.from, start));
  }
  return total / MINUTE;
}

/**
 * The earliest moment by which so much working time has passed; the start itself for none.
 * @param minutes working minutes, not negative
 * @returns ISO date-time in UTC
 * @throws RangeError when the calendar has too little working time in three years
 * @example addWorkingMinutes(office, "2026-03-06T16:00:00Z", 120) // "2026-03-09T09:00:00.000Z"
 */
export function addWorkingMinutes(calendar: WorkingCalendar, from: string, minutes: number): string {
  const start = Date.parse(from);
  let left = minutes * MINUTE;
  if (!(left >= 0)) throw new RangeError(`${minutes} is not an amount of working time`);
  if (left === 0) return new Date(start).toISOString();
  const first = dayIn(from, calendar.timeZone);
  for (let day = 0; day < HORIZON_DAYS; day += 1) {
    for (const span of workingSpans(calendar, addDays(first, day))) {
      const begins = Math.max(span.from, start);
      const length = Math.max(0, span.to - begins);
      if (left <= length) return new Date(begins + left).toISOString();
      left -= length;
    }
  }
  throw new RangeError(
    `The calendar ${calendar.name} has no ${minutes} working minutes in the three years after ${from}`,
  );
}

/**
 * The latest moment from which so much working time is left until another; null where there is not so much in the three years before it.
 * @param minutes working minutes, more than none
 * @returns ISO date-time in UTC
 * @example workingMinutesBefore(office, "2026-03-09T09:00:00Z", 120) // "2026-03-06T16:00:00.000Z"
 */
export function workingMinutesBefore(calendar: WorkingCalendar, until: string, minutes: number): string | null {
  const end = Date.parse(until);
  let left = minutes * MINUTE;
  const last = dayIn(until, calendar.timeZone);
  for (let day = 0; day < HORIZON_DAYS; day += 1) {
    for (const span of workingSpans(calendar, addDays(last, -day)).toReversed()) {
      const ends = Math.min(span.to, end);
      const length = Math.max(0, ends - span.from);
      if (left <= length) return new Date(ends - left).toISOString();
      left -= length;
    }
  }
  return null;
}

/**
 * The end of the last working hour of the n-th working day after a moment; the day of the moment is not counted.
 * Regulation (EEC, Euratom) No 1182/71, Article 3(1): the day of the event is not within the period (from memory).
 * @param days whole working days, at least one
 * @returns ISO date-time in UTC
 * @throws RangeError when the calendar has too few working days in three years
 */
export function addWorkingDays(calendar: WorkingCalendar, from: string, days: number): string {
  if (!Number.isInteger(days) || days < 1) throw new RangeError(`${days} is not a number of working days`);
  let left = days;
  let date = dayIn(from, calendar.timeZone);
  for (let step = 0; step < HORIZON_DAYS; step += 1) {
    date = addDays(date, 1);
    if (isWorkingDay(calendar, date)) left -= 1;
    if (left === 0) return endOfWork(calendar, date);
  }
  throw new RangeError(`The calendar ${calendar.name} has no ${days} working days in the three years after ${from}`);
}

/**
 * The end of a period of calendar days by Regulation (EEC, Euratom) No 1182/71, Article 3 (from memory): the day of the event is not counted, and a
 * period whose last day is not a working day ends with the last hour of the next one.
 * @param date ISO date of the event
 * @param days calendar days, at least one
 * @returns the date on which the period ends
 * @throws RangeError for no number of days, or a calendar without a working day in three years
 */
export function lastDayOfPeriod(calendar: WorkingCalendar, date: string, days: number): string {
  if (!Number.isInteger(days) || days < 1) throw new RangeError(`${days} is not a number of days`);
  let last = addDays(date, days);
  for (let step = 0; step < HORIZON_DAYS; step += 1, last = addDays(last, 1))
    if (isWorkingDay(calendar, last)) return last;
  throw new RangeError(`The calendar ${calendar.name} has no working day in the three years after ${date}`);
}

function endOfWork(calendar: WorkingCalendar, date: string): string {
  return new Date(Math.max(...workingSpans(calendar, date).map((span) => span.to))).toISOString();
}
