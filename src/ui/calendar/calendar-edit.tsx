"use client";

import { useState } from "react";
import { useForm } from "react-hook-form";
import type { WorkingCalendar } from "@/core/calendar";
import { capital, sayDate } from "@/core/text";
import { refuse } from "@/core/words";
import { DayField, TextField, TypedForm } from "../form-fields";
import { Choice } from "../labelled";
import { useLatest } from "../overtaken";
import { Button, Refusals } from "../primitives";
import { useChange } from "../people/use-change";
import { readShifts, sayShifts } from "@/core/calendar";
import { SentForm } from "../sent-form";

type Named = { key: string; name: string };
const DAYS = ["monday", "tuesday", "wednesday", "thursday", "friday", "saturday", "sunday"] as const;

/** Hours of the week and days off of a location, for those who may change them. */
export function CalendarEdit({
  calendar,
  year,
  countries,
  mayWrite,
}: {
  calendar: WorkingCalendar;
  year: number;
  countries: Named[];
  mayWrite: boolean;
}) {
  const holidays = calendar.holidays.filter((day) => day.date.startsWith(String(year)));
  return (
    <div className="grid gap-x-10 gap-y-6 lg:grid-cols-2">
      <section aria-labelledby="hours">
        <h2 id="hours" className="mb-1 text-lg font-semibold">
          Hours
        </h2>
        <Hours calendar={calendar} mayWrite={mayWrite} />
      </section>
      <section aria-labelledby="holidays">
        <h2 id="holidays" className="mb-1 text-lg font-semibold">
          Days off in {year}
        </h2>
        <DaysOff calendar={calendar} holidays={holidays} mayWrite={mayWrite} />
        {mayWrite && <PublicHolidays calendar={calendar} year={year} countries={countries} />}
      </section>
    </div>
  );
}

function Hours({ calendar, mayWrite }: { calendar: WorkingCalendar; mayWrite: boolean }) {
  const { change, busy, refusals, refuseBeforehand } = useChange();
  const [week, setWeek] = useState<Record<string, string> | null>(null);
  const save = async () => {
    const read = DAYS.map((day) => [day, readShifts(week![day] ?? "")] as const);
    const wrong = read.find(([, shifts]) => shifts === null);
    if (wrong) return refuseBeforehand(refuse("typed hours", { day: wrong[0] }));
    if (await change({ type: "save calendar", calendar: { ...calendar, week: Object.fromEntries(read) } }))
      setWeek(null);
  };
  return (
    <SentForm
      onSend={() => {
        void save();
      }}
    >
      <Refusals refusals={refusals} />
      <p className="text-sm text-soft">Time zone {calendar.timeZone}</p>
      <dl>
        {DAYS.map((day) => (
          <div key={day} className="flex min-h-9 items-center gap-3 border-b border-rule/70">
            <dt className="w-28">{capital(day)}</dt>
            <dd className="flex-1">
              {week ? (
                <input
                  aria-label={`Hours on ${capital(day)}`}
                  className="field"
                  value={week[day]}
                  onChange={(event) => setWeek({ ...week, [day]: event.target.value })}
                />
              ) : (
                sayShifts(calendar.week[day]) || <span className="text-soft">no work</span>
              )}
            </dd>
          </div>
        ))}
      </dl>
      {mayWrite && (
        <div className="mt-2 flex gap-2">
          {week ? (
            <>
              <Button small type="submit" look="solid" disabled={busy}>
                Save hours
              </Button>
              <Button small look="quiet" onClick={() => setWeek(null)}>
                Leave them
              </Button>
            </>
          ) : (
            <Button
              small
              onClick={() => setWeek(Object.fromEntries(DAYS.map((day) => [day, sayShifts(calendar.week[day])])))}
            >
              Change hours
            </Button>
          )}
        </div>
      )}
    </SentForm>
  );
}

function DaysOff({
  calendar,
  holidays,
  mayWrite,
}: {
  calendar: WorkingCalendar;
  holidays: WorkingCalendar["holidays"];
  mayWrite: boolean;
}) {
  const { change, busy, refusals } = useChange();
  const form = useForm({ defaultValues: { date: "", name: "" } });
  const keep = (days: WorkingCalendar["holidays"]) =>
    change({ type: "save calendar", calendar: { ...calendar, holidays: days } });
  const add = async (day: { date: string; name: string }) => {
    if (await keep([...calendar.holidays.filter((one) => one.date !== day.date), day])) form.reset();
  };
  return (
    <div>
      <ul>
        {holidays.map((day) => (
          <li key={day.date} className="flex min-h-9 items-center gap-3 border-b border-rule/70">
            <span className="w-28">{sayDate(day.date)}</span>
            <span className="flex-1">{day.name}</span>
            {mayWrite && (
              <Button
                small
                look="quiet"
                disabled={busy}
                onClick={() => void keep(calendar.holidays.filter((one) => one.date !== day.date))}
              >
                Remove<span className="sr-only"> {day.name}</span>
              </Button>
            )}
          </li>
        ))}
        {holidays.length === 0 && <li className="text-soft">None is entered for this year.</li>}
      </ul>
      {mayWrite && (
        <TypedForm form={form} refusals={refusals} onSave={add} className="mt-2">
          <div className="flex flex-wrap items-end gap-2">
            <DayField name="date" label="Another day" required />
            <TextField name="name" label="What it is called" required maxLength={80} />
            <Button type="submit" disabled={busy}>
              Add day
            </Button>
          </div>
        </TypedForm>
      )}
    </div>
  );
}

/** Puts the public holidays of a country, or one of its regions, into the calendar; those that are there stay. */
function PublicHolidays({
  calendar,
  year,
  countries,
}: {
  calendar: WorkingCalendar;
  year: number;
  countries: Named[];
}) {
  const { change, busy, refusals, refuseBeforehand } = useChange();
  const [country, setCountry] = useState("");
  const [region, setRegion] = useState("");
  const [regions, setRegions] = useState<Named[]>([]);
  const [found, setFound] = useState<WorkingCalendar["holidays"]>([]);
  const latest = useLatest();
  const look = async (nextCountry: string, nextRegion: string) => {
    const isLast = latest();
    setCountry(nextCountry);
    setRegion(nextRegion);
    setFound([]);
    if (!nextCountry) return setRegions([]);
    const query = new URLSearchParams({ country: nextCountry, region: nextRegion, year: String(year) });
    const response = await fetch(`/api/holidays?${query}`).catch(() => null);
    if (!isLast()) return;
    if (!response?.ok) return refuseBeforehand(refuse("public holidays out of reach"));
    const answer = (await response.json()) as { holidays: WorkingCalendar["holidays"]; regions: Named[] };
    setRegions(answer.regions);
    setFound(answer.holidays);
  };
  const fresh = found.filter((day) => !calendar.holidays.some((one) => one.date === day.date));
  const add = async () => {
    if (await change({ type: "save calendar", calendar: { ...calendar, holidays: [...calendar.holidays, ...fresh] } }))
      setFound([]);
  };
  return (
    <details className="mt-3">
      <summary className="text-harbour">Public holidays of a country</summary>
      <Refusals refusals={refusals} />
      <div className="mt-2 grid gap-2 sm:grid-cols-2">
        <Choice label="Country" value={country} onChange={(value) => void look(value, "")}>
          <option value="">choose one</option>
          {countries.map((one) => (
            <option key={one.key} value={one.key}>
              {one.name}
            </option>
          ))}
        </Choice>
        {regions.length > 0 && (
          <Choice label="Region" value={region} onChange={(value) => void look(country, value)}>
            <option value="">the whole country</option>
            {regions.map((one) => (
              <option key={one.key} value={one.key}>
                {one.name}
              </option>
            ))}
          </Choice>
        )}
      </div>
      {found.length > 0 && (
        <>
          <ul className="mt-2 columns-2 text-sm">
            {found.map((day) => (
              <li key={day.date} className={fresh.includes(day) ? "" : "text-soft"}>
                {sayDate(day.date)} {day.name}
                {!fresh.includes(day) && ", there already"}
              </li>
            ))}
          </ul>
          <Button className="mt-2" disabled={busy || fresh.length === 0} onClick={() => void add()}>
            {fresh.length === 0
              ? "All are there already"
              : `Add ${fresh.length} ${fresh.length === 1 ? "day" : "days"}`}
          </Button>
        </>
      )}
    </details>
  );
}
