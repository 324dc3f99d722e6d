/** Days and working time: when a day begins where people are, and how long it is until so many hours or days of work have passed. */
export { addDays, addMonths, dayIn, daysBetween, isDay, momentAt, startOfDay, timeIn, weekdaysBetween } from "./zone";
export { ShiftSchema, WorkingCalendarSchema, workWeek } from "./schema";
export type { WorkingCalendar } from "./schema";
export {
  addWorkingDays,
  addWorkingMinutes,
  isWorkingDay,
  lastDayOfPeriod,
  workingMinutesBefore,
  workingMinutesBetween,
} from "./working-time";
export { dayWritten, oneDay } from "./written";
