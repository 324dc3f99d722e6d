import type { Metadata } from "next";
import Link from "next/link";
import { addDays, dayIn, isWorkingDay, timeIn } from "@/core/calendar";
import { authorise } from "@/server/access/authorise";
import { visitFor, singles } from "@/server/http/page";
import { countries } from "@/server/people/holidays";
import { CalendarEdit } from "@/ui/calendar/calendar-edit";
import { NewLocation } from "@/ui/calendar/new-location";
import { Year } from "@/ui/calendar/year";
import { Empty } from "@/ui/primitives";

export const metadata: Metadata = { title: "Calendars" };

type Props = { searchParams: Promise<{ at?: string; year?: string }> };

export default async function Calendars({ searchParams }: Props) {
  const { person, directory, now, zone } = await visitFor("people.read");
  const { locations } = directory.organisation;
  const query = singles(await searchParams);
  const calendar = locations.find((one) => one.id === query.at) ?? locations[0];
  const today = dayIn(now, calendar?.timeZone ?? zone);
  const year = /^\d{4}$/.test(query.year ?? "") ? Number(query.year) : Number(today.slice(0, 4));
  const mayWrite = !authorise(person, "calendars.write");
  const zones = mayWrite ? ["UTC", ...Intl.supportedValuesOf("timeZone")] : [];
  if (!calendar)
    return (
      <div className="px-6">
        <h1 className="mt-5 text-2xl font-semibold">Working calendars</h1>
        <Empty>No location has a calendar yet.</Empty>
        {mayWrite && <NewLocation zones={zones} />}
      </div>
    );
  const href = (at: string, in_: number) => `/calendars?at=${at}&year=${in_}`;
  return (
    <div className="mx-auto w-full max-w-6xl px-4 py-5 md:px-6">
      <div className="flex items-center justify-between gap-3">
        <h1 className="text-2xl font-semibold">Working calendars</h1>
        {mayWrite && <NewLocation zones={zones} />}
      </div>
      <nav aria-label="Locations" className="mt-2 mb-4 flex flex-wrap gap-x-6 gap-y-1 border-b border-rule pb-2">
        {locations.map((one) => (
          <Link
            key={one.id}
            href={href(one.id, year)}
            aria-current={one.id === calendar.id ? "page" : undefined}
            className={`inline-flex min-h-9 items-center no-underline ${one.id === calendar.id ? "font-semibold text-ink" : "text-soft"}`}
          >
            {one.name}
            <span className="pl-2 text-sm font-normal text-soft">now {timeIn(now, one.timeZone)}</span>
          </Link>
        ))}
      </nav>
      <div className="mb-3 flex items-baseline gap-5">
        <h2 className="text-lg font-semibold">
          {calendar.name} in {year}
        </h2>
        <Link href={href(calendar.id, year - 1)}>{year - 1}</Link>
        <Link href={href(calendar.id, year + 1)}>{year + 1}</Link>
      </div>
      <Year year={year} days={daysOf(calendar, year)} today={today} />
      <p className="mt-2 mb-7 text-sm text-soft">
        A day off on a dark ground with a mark; days without hours pale; today ringed.
      </p>
      <CalendarEdit
        key={`${calendar.id} ${year}`}
        calendar={calendar}
        year={year}
        countries={mayWrite ? countries() : []}
        mayWrite={mayWrite}
      />
    </div>
  );
}

type Calendar = Parameters<typeof isWorkingDay>[0];

function daysOf(calendar: Calendar, year: number) {
  const names = new Map(calendar.holidays.map((day) => [day.date, day.name]));
  const days = [];
  for (let date = `${year}-01-01`; date.startsWith(String(year)); date = addDays(date, 1)) {
    const name = names.get(date);
    const kind = name ? ("holiday" as const) : isWorkingDay(calendar, date) ? ("work" as const) : ("off" as const);
    days.push({ date, kind, ...(name && { name }) });
  }
  return days;
}
