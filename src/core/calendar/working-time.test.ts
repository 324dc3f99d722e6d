// Working time is what a count of every minute gives, across nights, weekends, holidays and changes of the clock.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  WorkingCalendarSchema,
  addWorkingDays,
  addWorkingMinutes,
  isWorkingDay,
  lastDayOfPeriod,
  workingMinutesBefore,
  workingMinutesBetween,
  type WorkingCalendar,
} from "./index";

const day = [
  { from: "08:00", to: "12:00" },
  { from: "13:00", to: "17:00" },
];
const always = [{ from: "00:00", to: "24:00" }];

function calendar(timeZone: string, extra: Partial<WorkingCalendar> = {}): WorkingCalendar {
  return WorkingCalendarSchema.parse({
    id: "office",
    name: "Office",
    timeZone,
    week: { monday: day, tuesday: day, wednesday: day, thursday: day, friday: day, saturday: [], sunday: [] },
    holidays: [
      { date: "2026-04-03", name: "Good Friday" },
      { date: "2026-04-06", name: "Easter Monday" },
    ],
    ...extra,
  });
}

const office = calendar("UTC");
const ferry = calendar("WET", {
  week: {
    monday: always,
    tuesday: always,
    wednesday: always,
    thursday: always,
    friday: always,
    saturday: always,
    sunday: always,
  },
  holidays: [],
});

describe("hours", () => {
  it.each([
    ["inside a morning", "2026-03-10T09:00:00Z", 60, "2026-03-10T10:00:00.000Z"],
    ["over the midday break", "2026-03-10T11:30:00Z", 60, "2026-03-10T13:30:00.000Z"],
    ["to the very end of a shift, not the start of the next", "2026-03-10T11:00:00Z", 60, "2026-03-10T12:00:00.000Z"],
    ["overnight", "2026-03-10T16:00:00Z", 120, "2026-03-11T09:00:00.000Z"],
    ["over a weekend", "2026-03-06T16:00:00Z", 120, "2026-03-09T09:00:00.000Z"],
    ["over two holidays and a weekend", "2026-04-02T16:00:00Z", 120, "2026-04-07T09:00:00.000Z"],
    ["from before work", "2026-03-10T03:00:00Z", 30, "2026-03-10T08:30:00.000Z"],
    ["none at all, even at night", "2026-03-10T03:00:00Z", 0, "2026-03-10T03:00:00.000Z"],
  ])("%s", (_name, from, minutes, end) => {
    expect(addWorkingMinutes(office, from, minutes)).toBe(end);
    expect(workingMinutesBetween(office, from, end)).toBe(minutes);
  });

  it("a day on which the clocks skip an hour has 23, one on which they repeat it has 25", () => {
    expect(workingMinutesBetween(ferry, "2026-03-29T00:00:00Z", "2026-03-29T23:00:00Z")).toBe(23 * 60);
    expect(addWorkingMinutes(ferry, "2026-03-28T12:00:00Z", 24 * 60)).toBe("2026-03-29T12:00:00.000Z");
    expect(workingMinutesBetween(ferry, "2026-10-24T23:00:00Z", "2026-10-26T00:00:00Z")).toBe(25 * 60);
  });

  it("a location five hours away begins and ends five hours later", () => {
    const far = calendar("Etc/GMT+5");
    expect(addWorkingMinutes(far, "2026-03-10T09:00:00Z", 60)).toBe("2026-03-10T14:00:00.000Z");
    expect(addWorkingMinutes(far, "2026-03-11T00:00:00Z", 60)).toBe("2026-03-11T14:00:00.000Z");
  });

  it("agree with a count of every minute on random calendars, zones and moments", () => {
    const time = fc
      .integer({ min: 0, max: 24 * 4 })
      .map(
        (quarter) =>
          `${String(Math.floor(quarter / 4)).padStart(2, "0")}:${String((quarter % 4) * 15).padStart(2, "0")}`,
      );
    const shifts = fc.uniqueArray(time, { maxLength: 4 }).map((times) => {
      const sorted = times.toSorted();
      return sorted.flatMap((from, index) =>
        index % 2 === 0 && sorted[index + 1] ? [{ from, to: sorted[index + 1]! }] : [],
      );
    });
    const week = fc.record({
      monday: shifts,
      tuesday: shifts,
      wednesday: shifts,
      thursday: shifts,
      friday: shifts,
      saturday: shifts,
      sunday: shifts,
    });
    const zones = fc.constantFrom("UTC", "WET", "America/New_York", "Asia/Kathmandu", "Australia/Lord_Howe");
    // Weeks in which the clocks of these zones change, and one in which none do.
    const starts = fc.constantFrom(
      "2026-03-05",
      "2026-03-27",
      "2026-04-02",
      "2026-10-01",
      "2026-10-22",
      "2026-10-30",
      "2026-06-10",
    );
    fc.assert(
      fc.property(
        zones,
        week,
        starts,
        fc.nat(3 * 1440),
        fc.nat(3 * 1440),
        fc.nat(4),
        (zone, hours, start, offset, length, off) => {
          const holiday = new Date(Date.parse(`${start}T12:00:00Z`) + off * 86_400_000).toISOString().slice(0, 10);
          const random = calendar(zone, { week: hours, holidays: [{ date: holiday, name: "A holiday" }] });
          const from = Date.parse(`${start}T00:00:00Z`) + offset * 60_000;
          const to = from + length * 60_000;
          expect(workingMinutesBetween(random, new Date(from).toISOString(), new Date(to).toISOString())).toBe(
            countMinutes(random, from, to),
          );
        },
      ),
      { numRuns: 60 },
    );
  });

  it("what is added is what has passed", () => {
    fc.assert(
      fc.property(fc.nat(400 * 1440), fc.integer({ min: 1, max: 6000 }), (offset, minutes) => {
        const from = new Date(Date.parse("2026-01-01T00:00:00Z") + offset * 60_000).toISOString();
        expect(workingMinutesBetween(calendar("WET"), from, addWorkingMinutes(calendar("WET"), from, minutes))).toBe(
          minutes,
        );
      }),
      { numRuns: 100 },
    );
  });

  it("what is taken off is left until then, and one minute later it is not", () => {
    fc.assert(
      fc.property(fc.nat(400 * 1440), fc.integer({ min: 1, max: 6000 }), (offset, minutes) => {
        const until = new Date(Date.parse("2026-01-01T00:00:00Z") + offset * 60_000).toISOString();
        const from = workingMinutesBefore(calendar("WET"), until, minutes)!;
        const later = new Date(Date.parse(from) + 60_000).toISOString();
        expect(workingMinutesBetween(calendar("WET"), from, until)).toBe(minutes);
        expect(workingMinutesBetween(calendar("WET"), later, until)).toBeLessThan(minutes);
      }),
      { numRuns: 100 },
    );
  });

  it("a calendar without work is refused and not searched for ever", () => {
    const idle = calendar("UTC", {
      week: { monday: [], tuesday: [], wednesday: [], thursday: [], friday: [], saturday: [], sunday: [] },
    });
    expect(() => addWorkingMinutes(idle, "2026-03-10T09:00:00Z", 1)).toThrow("has no 1 working minutes");
    expect(workingMinutesBefore(idle, "2026-03-10T09:00:00Z", 1)).toBeNull();
    expect(() => addWorkingDays(idle, "2026-03-10T09:00:00Z", 1)).toThrow("has no 1 working days");
    expect(() => addWorkingMinutes(office, "2026-03-10T09:00:00Z", -1)).toThrow("not an amount");
  });
});

/** The slow truth: the local clock is asked at every minute. */
function countMinutes({ timeZone, week, holidays }: WorkingCalendar, from: number, to: number): number {
  const clock = new Intl.DateTimeFormat("en-CA", {
    timeZone,
    hourCycle: "h23",
    weekday: "long",
    year: "numeric",
    month: "2-digit",
    day: "2-digit",
    hour: "2-digit",
    minute: "2-digit",
  });
  let count = 0;
  for (let at = from; at < to; at += 60_000) {
    const {
      weekday,
      year,
      month,
      day: date,
      hour,
      minute,
    } = Object.fromEntries(clock.formatToParts(at).map((part) => [part.type, part.value]));
    if (holidays.some((holiday) => holiday.date === `${year}-${month}-${date}`)) continue;
    const shifts = week[weekday!.toLowerCase() as keyof typeof week];
    if (shifts.some((shift) => shift.from <= `${hour}:${minute}` && `${hour}:${minute}` < shift.to)) count += 1;
  }
  return count;
}

describe("days (Regulation (EEC, Euratom) No 1182/71, Article 3; from memory)", () => {
  it.each([
    ["the day of the event is not counted", "2026-03-10T09:00:00Z", 1, "2026-03-11T17:00:00.000Z"],
    ["nor is it late in the evening", "2026-03-10T23:00:00Z", 1, "2026-03-11T17:00:00.000Z"],
    ["from Friday, the next working day is Monday", "2026-03-06T09:00:00Z", 1, "2026-03-09T17:00:00.000Z"],
    ["a week with holidays is longer", "2026-03-31T09:00:00Z", 4, "2026-04-08T17:00:00.000Z"],
  ])("%s", (_name, from, days, end) => expect(addWorkingDays(office, from, days)).toBe(end));

  it("a period that would end on a Saturday, Sunday or holiday ends on the next working day", () => {
    expect(lastDayOfPeriod(office, "2026-03-10", 3)).toBe("2026-03-13");
    expect(lastDayOfPeriod(office, "2026-03-10", 4)).toBe("2026-03-16");
    expect(lastDayOfPeriod(office, "2026-03-27", 7)).toBe("2026-04-07");
    expect(isWorkingDay(office, "2026-04-06")).toBe(false);
  });
});

describe("calendar files", () => {
  const problems = (change: (copy: any) => void) => {
    const copy = structuredClone(office);
    change(copy);
    return WorkingCalendarSchema.safeParse(copy).error?.issues.map(
      (issue) => `${issue.path.join(".")}: ${issue.message}`,
    );
  };
  it("refuse overlapping or backward shifts, unknown zones and impossible dates", () => {
    expect(
      problems(
        (copy) =>
          (copy.week.monday = [
            { from: "08:00", to: "12:00" },
            { from: "11:00", to: "17:00" },
          ]),
      ),
    ).toEqual(["week.monday.1.from: shifts of a day follow each other without overlap"]);
    expect(problems((copy) => (copy.week.friday = [{ from: "12:00", to: "08:00" }]))?.[0]).toContain(
      "a shift ends after it begins",
    );
    expect(problems((copy) => (copy.timeZone = "Nowhere/Special"))?.[0]).toContain("IANA");
    expect(problems((copy) => copy.holidays.push({ date: "2026-02-30", name: "x" }))?.[0]).toContain("holidays.2.date");
  });
});
