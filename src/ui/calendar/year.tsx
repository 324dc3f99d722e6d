import { addDays } from "@/core/calendar";
import { sayDate } from "@/core/text";

type Day = { date: string; kind: "work" | "off" | "holiday"; name?: string };

const MONTHS = [
  "January",
  "February",
  "March",
  "April",
  "May",
  "June",
  "July",
  "August",
  "September",
  "October",
  "November",
  "December",
];
const WEEKDAYS = ["M", "T", "W", "T", "F", "S", "S"];

/** A year at a glance: twelve months, holidays flagged, days without hours faint, today ringed. */
export function Year({ year, days, today }: { year: number; days: Day[]; today: string }) {
  const byDate = new Map(days.map((day) => [day.date, day]));
  return (
    <div className="grid gap-x-6 gap-y-5 sm:grid-cols-2 lg:grid-cols-4">
      {MONTHS.map((name, month) => (
        <section key={name} aria-label={`${name} ${year}`}>
          <h3 className="mb-0.5 text-sm font-semibold">{name}</h3>
          <div className="grid grid-cols-7 text-center text-[13px]">
            {WEEKDAYS.map((day, index) => (
              <span key={index} className="text-xs text-soft" aria-hidden="true">
                {day}
              </span>
            ))}
            {datesOf(year, month).map((date, index) =>
              date ? (
                <Square key={date} day={byDate.get(date)!} today={date === today} />
              ) : (
                <span key={`gap-${index}`} />
              ),
            )}
          </div>
        </section>
      ))}
    </div>
  );
}

function Square({ day, today }: { day: Day; today: boolean }) {
  const number = Number(day.date.slice(8));
  const look =
    day.kind === "holiday"
      ? "font-semibold text-white bg-declined"
      : day.kind === "off"
        ? "text-[#6b7280]"
        : "text-ink";
  return (
    <span
      className={`flex h-6 items-center justify-center ${look} ${today ? "outline-2 -outline-offset-1 outline-signal" : ""}`}
      title={day.name ? `${sayDate(day.date)}: ${day.name}` : undefined}
    >
      {number}
      {day.kind === "holiday" && <span className="sr-only">{day.name}</span>}
      {day.kind === "holiday" && <span aria-hidden="true">’</span>}
    </span>
  );
}

/** The dates of a month in weeks from Monday, with gaps before the first. */
function datesOf(year: number, month: number): (string | null)[] {
  const first = `${year}-${String(month + 1).padStart(2, "0")}-01`;
  const gap = (new Date(`${first}T00:00:00Z`).getUTCDay() + 6) % 7;
  const dates: (string | null)[] = Array.from({ length: gap }, () => null);
  for (let date = first; date.slice(5, 7) === first.slice(5, 7); date = addDays(date, 1)) dates.push(date);
  return dates;
}
