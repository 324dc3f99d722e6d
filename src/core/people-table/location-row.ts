import { readShifts, workWeek, type WorkingCalendar } from "../calendar";
import { BadCell, needed, type Cells, type RowEntry, type RowSetting } from "./rows";

/** The days of a week, as a file of locations has a column for each. */
export const WEEKDAYS = ["monday", "tuesday", "wednesday", "thursday", "friday", "saturday", "sunday"] as const;

/** The hours of a location of which a file says none. */
const USUAL = workWeek([{ from: "09:00", to: "17:00" }]);

/** A row about where people work and when, as `personRow`; a day without hours is free, and days off are kept as they are. @throws BadCell */
export function locationRow(cells: Cells, id: string, { history }: RowSetting): RowEntry {
  const known = history.location.get(id);
  const week = { ...(known?.week ?? USUAL) };
  if (WEEKDAYS.some((day) => cells(day) !== undefined)) for (const day of WEEKDAYS) week[day] = hoursIn(day, cells);
  const timeZone = cells("timeZone") || known?.timeZone || history.organisation.get("organisation")!.timeZone;
  return { kind: "location", after: { holidays: [], ...known, id, name: needed(cells, "name"), timeZone, week } };
}

function hoursIn(day: string, cells: Cells): WorkingCalendar["week"]["monday"] {
  const typed = cells(day) ?? "";
  const shifts = readShifts(typed);
  if (!shifts) throw new BadCell(day, { code: "no hours", values: { typed } });
  return shifts;
}
