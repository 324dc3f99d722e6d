import { dayIn, isWorkingDay, timeIn, type WorkingCalendar } from "../calendar";
import { REST, type Rest } from "./activity";

const QUARTER = 15 * 60_000;
const NIGHT = { from: "22:00", until: "06:00" } as const;

/** Whether somebody with a calendar rests at a moment: nobody works there that day, or it is night there. Each quarter of an hour is told once, for all who have that calendar. */
export function restBy(calendarOf: (person: string) => WorkingCalendar): (person: string, at: number) => Rest {
  const byCalendar = new Map<WorkingCalendar, Map<number, Rest>>();
  const calendars = new Map<string, WorkingCalendar>();
  return (person, at) => {
    const calendar = calendars.get(person) ?? calendarOf(person);
    calendars.set(person, calendar);
    const known = byCalendar.get(calendar) ?? new Map<number, Rest>();
    byCalendar.set(calendar, known);
    const quarter = Math.floor(at / QUARTER);
    const before = known.get(quarter);
    if (before !== undefined) return before;
    const rest = restAt(calendar, new Date(quarter * QUARTER).toISOString());
    known.set(quarter, rest);
    return rest;
  };
}

function restAt(calendar: WorkingCalendar, moment: string): Rest {
  const { timeZone } = calendar;
  if (!isWorkingDay(calendar, dayIn(moment, timeZone))) return REST.dayOff;
  const time = timeIn(moment, timeZone);
  return time >= NIGHT.from || time < NIGHT.until ? REST.night : REST.none;
}
