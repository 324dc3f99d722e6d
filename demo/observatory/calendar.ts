import { addDays, type WorkingCalendar } from "@/core/calendar";
import { easter } from "../calendars";

const ZONE = "America/Santiago";

const holidays = [2025, 2026, 2027].flatMap((year) => [
  { date: `${year}-01-01`, name: "New Year’s Day" },
  { date: addDays(easter(year), -2), name: "Good Friday" },
  { date: `${year}-05-01`, name: "Labour Day" },
  { date: `${year}-08-28`, name: "Founders’ Day" },
  { date: `${year}-09-18`, name: "Independence Day" },
  { date: `${year}-12-25`, name: "Christmas Day" },
]);

const week = (shift: { from: string; to: string }, weekend: boolean) => {
  const rest = weekend ? [shift] : [];
  return {
    monday: [shift],
    tuesday: [shift],
    wednesday: [shift],
    thursday: [shift],
    friday: [shift],
    saturday: rest,
    sunday: rest,
  };
};

/** The offices in the valley, and the summit, where somebody is at work every day from noon on. Clocks change at midnight in both. */
export const locations: WorkingCalendar[] = [
  { id: "valley", name: "Valley offices", timeZone: ZONE, week: week({ from: "09:00", to: "18:00" }, false), holidays },
  { id: "summit", name: "Summit", timeZone: ZONE, week: week({ from: "12:00", to: "20:00" }, true), holidays: [] },
];
