/** Days and working time: when a day begins where people are, and how long it is until so many hours or days of work have passed. */
export { addDays, addMonths, dayIn, daysBetween, isDay, momentAt, startOfDay, timeIn, weekdaysBetween } from "./zone";
export { WorkingCalendarSchema, workWeek } from "./schema";
export type { WorkingCalendar } from "./schema";
export {
  addWorkingDays,
  addWorkingMinutes,
  isWorkingDay,
  lastDayOfPeriod,
  workingMinutesBefore,
  workingMinutesBetween,
  workingSpans,
} from "./working-time";
export type { Span } from "./working-time";
export { readShifts, sayShifts } from "./shifts";
export { dayOrderIn, dayTyped, dayWritten, oneDay, type DayOrder } from "./written";
