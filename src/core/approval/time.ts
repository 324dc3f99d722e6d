import {
  addWorkingDays,
  addWorkingMinutes,
  isWorkingDay,
  addDays,
  dayIn,
  workingMinutesBetween,
  type WorkingCalendar,
  workWeek,
} from "../calendar";
import type { Directory } from "../people";
import type { Level } from "../policy";

/** Something that is to happen to an open level by itself, at a moment that is worked out when the level opens. */
export type Timer = {
  /** ISO date-time in UTC. */
  at: string;
  kind: "reminder" | "overdue";
  /** Whom a reminder goes to. */
  to?: "approver" | "manager";
  firedAt?: string;
};

/** When a level is due, and what is planned around that; absent for a level without a time limit. */
export type LevelTimes = { due?: string; timers?: Timer[] };

type Duration = NonNullable<Level["timeLimit"]>;

const OFFICE = [{ from: "08:00", to: "17:00" }];

/** The working calendar of a person's location; of the first location, or of usual office hours, for somebody without one. */
export function calendarOf(person: string, { organisation, person: find }: Directory): WorkingCalendar {
  const { locations, timeZone } = organisation;
  const own = find(person)?.location;
  return (
    locations.find((one) => one.id === own) ??
    locations[0] ?? {
      id: "office",
      name: "Office hours",
      timeZone,
      week: workWeek(OFFICE),
      holidays: [],
    }
  );
}

/** The end of a time limit in a calendar. @param from ISO date-time in UTC */
export function after(calendar: WorkingCalendar, from: string, { amount, unit }: Duration): string {
  return unit === "working hours"
    ? addWorkingMinutes(calendar, from, amount * 60)
    : addWorkingDays(calendar, from, amount);
}

/**
 * When a level is due that opens now, with its reminders. Everybody who is asked has the whole time in their own working hours, so the level is due
 * when the last of these times is over.
 * @param asked people whose answer is awaited
 * @param from ISO date-time in UTC at which they are asked
 */
export function timesOf(
  level: Pick<Level, "timeLimit" | "reminders">,
  asked: readonly string[],
  from: string,
  directory: Directory,
): LevelTimes {
  const { timeLimit } = level;
  if (!timeLimit || asked.length === 0) return {};
  const calendars = asked.map((person) => calendarOf(person, directory));
  const [due, calendar] = calendars
    .map((one) => [after(one, from, timeLimit), one] as const)
    .reduce((latest, one) => (one[0] > latest[0] ? one : latest));
  const reminders = level.reminders.flatMap((reminder): Timer[] => {
    const at = reminder.before ? before(calendar, due, reminder.after) : after(calendar, due, reminder.after);
    // What would come before the question itself is left out.
    return at > from ? [{ at, kind: "reminder", to: reminder.to }] : [];
  });
  const timers: Timer[] = [...reminders, { at: due, kind: "overdue" }];
  return { due, timers: timers.sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0)) };
}

const MINUTE = 60_000;

/** The latest moment from which so much working time is left until `due`. */
function before(calendar: WorkingCalendar, due: string, { amount, unit }: Duration): string {
  if (unit === "working days") return daysBefore(calendar, due, amount);
  const end = Date.parse(due);
  let [low, high] = [end - 400 * 24 * 60 * MINUTE, end];
  // Working time left only shrinks as a moment comes nearer, so the moment is found by halving.
  while (high - low > MINUTE) {
    const middle = low + Math.floor((high - low) / 2 / MINUTE) * MINUTE;
    if (workingMinutesBetween(calendar, new Date(middle).toISOString(), due) >= amount * 60) low = middle;
    else high = middle;
  }
  return new Date(low).toISOString();
}

/** The same time of day, so many working days earlier. */
function daysBefore(calendar: WorkingCalendar, due: string, days: number): string {
  const last = dayIn(due, calendar.timeZone);
  let [day, left, gone] = [last, days, 0];
  while (left > 0 && gone < 400) {
    day = addDays(day, -1);
    gone += 1;
    if (isWorkingDay(calendar, day)) left -= 1;
  }
  return new Date(Date.parse(due) - gone * 24 * 60 * MINUTE).toISOString();
}
