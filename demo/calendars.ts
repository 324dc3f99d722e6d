import { addDays, type WorkingCalendar } from "@/core/calendar";

type Day = { date: string; name: string };
const YEARS = [2025, 2026, 2027];

/** Easter Sunday in the Gregorian calendar (Meeus, Jones and Butcher, from memory). */
export function easter(year: number): string {
  const [a, b, c] = [year % 19, Math.floor(year / 100), year % 100];
  const [d, e] = [Math.floor(b / 4), b % 4];
  const g = Math.floor((8 * b + 13) / 25);
  const h = (19 * a + b - d - g + 15) % 30;
  const [i, k] = [Math.floor(c / 4), c % 4];
  const l = (32 + 2 * e + 2 * i - h - k) % 7;
  const m = Math.floor((a + 11 * h + 19 * l) / 433);
  const month = Math.floor((h + l - 7 * m + 90) / 25);
  const day = (h + l - 7 * m + 33 * month + 19) % 32;
  return `${year}-${String(month).padStart(2, "0")}-${String(day).padStart(2, "0")}`;
}

// The days of an invented country: some are kept in many places, the others nowhere else.
const everywhere = (year: number): Day[] => [
  { date: `${year}-01-01`, name: "New Year’s Day" },
  { date: addDays(easter(year), -2), name: "Good Friday" },
  { date: addDays(easter(year), 1), name: "Easter Monday" },
  { date: `${year}-05-01`, name: "Labour Day" },
  { date: `${year}-06-17`, name: "Charter Day" },
  { date: `${year}-10-09`, name: "Day of the Straits" },
  { date: `${year}-12-25`, name: "Christmas Day" },
  { date: `${year}-12-26`, name: "Second Day of Christmas" },
];

const holidays = (...own: [monthAndDay: string, name: string][]): Day[] =>
  YEARS.flatMap((year) => [
    ...everywhere(year),
    ...own.map(([day, name]) => ({ date: `${year}-${day}`, name })),
  ]).toSorted((a, b) => (a.date < b.date ? -1 : 1));

const office = [
  { from: "08:30", to: "12:30" },
  { from: "13:30", to: "17:30" },
];
const early = [{ from: "07:00", to: "15:00" }];
const weekdays = (shifts: typeof office, saturday: typeof office = []) => ({
  monday: shifts,
  tuesday: shifts,
  wednesday: shifts,
  thursday: shifts,
  friday: shifts,
  saturday,
  sunday: [],
});

/** Three locations: other hours, other days off, and one an hour behind. */
export const locations: WorkingCalendar[] = [
  {
    id: "porto-savel",
    name: "Porto Sável",
    timeZone: "WET",
    week: weekdays(office),
    holidays: holidays(["06-29", "Fishermen’s Day"]),
  },
  {
    id: "ilha-gra",
    name: "Ilha Grã",
    timeZone: "Etc/GMT+1",
    week: weekdays([
      { from: "09:00", to: "13:00" },
      { from: "14:00", to: "18:00" },
    ]),
    holidays: holidays(["03-12", "Landing Day"], ["08-16", "Island Day"]),
  },
  {
    id: "cabo-tordo",
    name: "Cabo Tordo",
    timeZone: "WET",
    week: weekdays(early, [{ from: "07:00", to: "11:00" }]),
    holidays: holidays(["09-21", "Lighthouse Day"]),
  },
];
