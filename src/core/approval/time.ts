import {
  addWorkingDays,
  addWorkingMinutes,
  isWorkingDay,
  addDays,
  dayIn,
  startOfDay,
  workingMinutesBefore,
  type WorkingCalendar,
  workWeek,
} from "../calendar";
import type { Directory } from "../people";
import type { Level, Reminder, TimeLimit } from "../policy";

/** Something that is to happen to an open level by itself, at a moment that is worked out when the level opens. */
export type Timer = {
  /** ISO date-time in UTC. */
  at: string;
  kind: "reminder" | "overdue";
  /** Whom a reminder goes to. */
  to?: Reminder["to"];
  person?: string;
  firedAt?: string;
};

/** When a level is due, and what is planned around that; absent for a level without a time limit. */
export type LevelTimes = { due?: string; timers?: Timer[] };

type Duration = Pick<TimeLimit, "amount" | "unit">;

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
 * when the last of these times is over. Where the limit runs to a date of the document, it is due so long before that day ends for whoever is first, and at once when
 * that is over already; a document without the date has no limit.
 * @param asked people whose answer is awaited
 * @param from ISO date-time in UTC at which they are asked
 * @param dateOf a date of the document by its key, ISO date
 */
export function timesOf(
  level: Pick<Level, "timeLimit" | "reminders">,
  asked: readonly string[],
  from: string,
  directory: Directory,
  dateOf: (field: string) => string | null = () => null,
): LevelTimes {
  const { timeLimit } = level;
  const last = timeLimit?.before ? dateOf(timeLimit.before) : null;
  if (!timeLimit || (timeLimit.before && !last) || asked.length === 0) return {};
  const calendars = asked.map((person) => calendarOf(person, directory));
  const [due, calendar] =
    last === null ? wholeTime(calendars, from, timeLimit) : byDate(calendars, from, timeLimit, last);
  const reminders = level.reminders.flatMap((reminder): Timer[] => {
    const at = reminder.before ? before(calendar, due, reminder.after) : after(calendar, due, reminder.after);
    // What would come before the question itself is left out.
    const { to, person } = reminder;
    return at > from ? [{ at, kind: "reminder", to, ...(person && { person }) }] : [];
  });
  const timers: Timer[] = [...reminders, { at: due, kind: "overdue" }];
  return { due, timers: timers.sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0)) };
}

type DueIn = readonly [due: string, calendar: WorkingCalendar];

function wholeTime(calendars: readonly WorkingCalendar[], from: string, limit: Duration): DueIn {
  return calendars
    .map((one): DueIn => [after(one, from, limit), one])
    .reduce((latest, one) => (one[0] > latest[0] ? one : latest));
}

function byDate(calendars: readonly WorkingCalendar[], from: string, limit: Duration, last: string): DueIn {
  const [due, calendar] = calendars
    .map((one): DueIn => [before(one, startOfDay(addDays(last, 1), one.timeZone), limit), one])
    .reduce((first, one) => (one[0] < first[0] ? one : first));
  return [due < from ? from : due, calendar];
}

const MINUTE = 60_000;

/** The latest moment from which so much working time is left until `due`; with a calendar that has not so much, years before. */
function before(calendar: WorkingCalendar, due: string, { amount, unit }: Duration): string {
  if (unit === "working days") return daysBefore(calendar, due, amount);
  return workingMinutesBefore(calendar, due, amount * 60) ?? "0000-01-01T00:00:00.000Z";
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
