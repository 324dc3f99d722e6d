import { addDays } from "../calendar";

/** 1 Monday to 7 Sunday (ISO 8601) on which the organisation pays, and the days on which it has paid already. */
export type RunDays = { weekday: number; today: string; made: ReadonlySet<string> };

/** 1 Monday to 7 Sunday. @param day ISO date */
const weekdayOf = (day: string) => ((new Date(`${day}T00:00:00Z`).getUTCDay() + 6) % 7) + 1;

/** The first usual payment day that is still to come: today, if it is one and nobody has paid yet. @returns ISO date */
export function nextRunDay({ weekday, today, made }: RunDays): string {
  const first = addDays(today, (weekday - weekdayOf(today) + 7) % 7);
  return made.has(first) ? addDays(first, 7) : first;
}

/**
 * On which usual payment day something is planned: the last one on or before it is due, so that nothing is paid long before or after; where that is past, or nothing says
 * when it is due, the next. It is worked out whenever somebody looks, so that a plan never lies in the past.
 * @param due ISO date, null where it is due at once
 */
export function plannedDay(due: string | null, days: RunDays): string {
  const next = nextRunDay(days);
  if (due === null || due <= next) return next;
  return addDays(due, -((weekdayOf(due) - days.weekday + 7) % 7));
}
