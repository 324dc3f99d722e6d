// Working time of people, when levels are due, and how fast people answer: the same as the calendar and the life of a document have it.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { timesOf } from "../approval";
import { WorkingCalendarSchema, addWorkingMinutes, workingMinutesBetween, workWeek } from "../calendar";
import { directory } from "../fixtures";
import { directoryOf, type StandIn } from "../people";
import { around } from "./around";
import { answersOf, type Answer } from "./answers";
import type { Arrival, Seat } from "./arrivals";
import { estimateOf, quantile } from "./estimate";
import { lossBy } from "./payment-terms";
import { peopleTimes } from "./people-times";
import { capacityOf } from "./simulate";

const shift = (from: string, to: string) => ({ from, to });
const HERE = WorkingCalendarSchema.parse({
  id: "here",
  name: "Here",
  timeZone: "WET",
  week: workWeek([shift("08:00", "12:00"), shift("13:00", "17:00")]),
  holidays: [{ date: "2026-04-03", name: "Good Friday" }],
});
const THERE = WorkingCalendarSchema.parse({
  id: "there",
  name: "There",
  timeZone: "America/Santiago",
  week: { ...workWeek([shift("09:30", "18:15")]), saturday: [shift("10:00", "13:00")] },
  holidays: [],
});
const { organisation } = directory;
const known = directoryOf({
  ...organisation,
  locations: [HERE, THERE],
  people: organisation.people.map((one, index) => ({ ...one, location: index % 2 === 0 ? "here" : "there" })),
});
const ids = organisation.people.map(({ id }) => id);
const calendars = new Map(ids.map((id, index) => [id, index % 2 === 0 ? HERE : THERE]));
const BEGINS = Date.parse("2026-01-05T00:00:00Z");
const absence = (person: string, from: string, until: string | null, standIn: string | null = null): StandIn => ({
  id: `${person} ${from}`,
  kind: "absence",
  person,
  standIn,
  from,
  until,
  documentTypes: null,
  cap: null,
  reason: "",
});
const times = (standIns: StandIn[] = [], answers: Answer[] = []) =>
  peopleTimes(known, standIns, answers, BEGINS, { usual: 20, byLevel: { long: 50 } });
const moments = fc.integer({ min: 0, max: 400 * 24 * 60 }).map((minute) => BEGINS + 2 * 86_400_000 + minute * 60_000);
const iso = (moment: number) => new Date(moment).toISOString();

describe("working time of a person", () => {
  it("is that of their calendar, in either direction", () => {
    const people = times();
    fc.assert(
      fc.property(fc.constantFrom(...ids), moments, fc.integer({ min: 1, max: 20_000 }), (id, from, minutes) => {
        const [clock, calendar] = [people.clock(id), calendars.get(id)!];
        const until = clock.momentOf(clock.minutesAt(from) + minutes);
        expect(iso(until)).toBe(addWorkingMinutes(calendar, iso(from), minutes));
        expect(clock.minutesAt(until) - clock.minutesAt(from)).toBeCloseTo(minutes, 6);
        expect(workingMinutesBetween(calendar, iso(from), iso(until))).toBeCloseTo(minutes, 6);
      }),
    );
  });
  it("is without what they are away, and over where they never come back", () => {
    const [id] = ids as [string];
    const week = absence(id, "2026-02-02T00:00:00.000Z", "2026-02-09T00:00:00.000Z");
    const [without, withIt] = [times().clock(id), times([week]).clock(id)];
    const [before, after] = [Date.parse("2026-01-30T12:00:00Z"), Date.parse("2026-02-13T12:00:00Z")];
    expect(withIt.minutesAt(before)).toBe(without.minutesAt(before));
    expect(without.minutesAt(after) - withIt.minutesAt(after)).toBe(5 * 8 * 60);
    const gone = times([absence(id, "2026-02-02T00:00:00.000Z", null)]).clock(id);
    expect(gone.momentOf(gone.minutesAt(after) + 1)).toBe(Infinity);
  });
});

describe("when a level is due", () => {
  const arrival = { dateOf: () => "2026-06-12" } as unknown as Arrival;
  it("is the moment that is planned when it opens", () => {
    const { dueOf } = around([{ from: "2026-01-01T00:00:00.000Z", directory: known }], times());
    const limit = fc.record({
      amount: fc.integer({ min: 1, max: 30 }),
      unit: fc.constantFrom("working hours" as const, "working days" as const),
      before: fc.constantFrom(undefined, "dueDate"),
    });
    const asked = fc.uniqueArray(fc.constantFrom(...ids), { minLength: 1, maxLength: 3 });
    fc.assert(
      fc.property(limit, asked, moments, ({ before, ...rest }, people, from) => {
        const timeLimit = { ...rest, ...(before && { before }) };
        const seats = people.map((person): Seat => ({ person, themselves: true, standIns: [] }));
        const ask = { level: "x", stage: 1, needed: 1, inTurn: false, minutes: 1, seats, overdue: "wait" as const };
        const due = dueOf({ ...ask, timeLimit }, seats, arrival, from);
        const planned = timesOf({ timeLimit, reminders: [] }, people, iso(from), known, () => "2026-06-12").due!;
        expect(iso(due!)).toBe(iso(Date.parse(planned)));
      }),
    );
  });
});

describe("who answers for a seat", () => {
  const approvers = organisation.people.filter(({ roles }) => roles.includes("approver")).map(({ id }) => id);
  const [first, second, third] = approvers as [string, string, string];
  const document = { requester: "nobody", documentType: "purchase-order" } as unknown as Arrival;
  const at = Date.parse("2026-02-03T12:00:00Z");
  const { actorOf } = around(
    [{ from: "2026-01-01T00:00:00.000Z", directory: known }],
    times([
      absence(first, "2026-02-01T00:00:00.000Z", "2026-02-10T00:00:00.000Z", second),
      absence(third, "2026-02-01T00:00:00.000Z", "2026-02-10T00:00:00.000Z"),
    ]),
  );
  const seat = (person: string, standIns: string[] = []): Seat => ({ person, themselves: true, standIns });
  it("is whoever is asked, who stands in while they are away, and nobody where nobody does", () => {
    expect(actorOf(seat(first), document, at - 30 * 86_400_000)).toEqual({ person: first, present: true });
    expect(actorOf(seat(first), document, at)).toEqual({ person: second, present: true });
    expect(actorOf(seat(third), document, at)).toEqual({ person: third, present: false });
    expect(actorOf(seat(third, [second]), document, at)).toEqual({ person: second, present: true });
    expect(actorOf(seat(first), { ...document, requester: second }, at)).toEqual({ person: first, present: false });
    expect(actorOf({ person: first, themselves: false, standIns: [second] }, document, at - 30 * 86_400_000)).toEqual({
      person: second,
      present: true,
    });
  });
});

describe("how fast somebody answers", () => {
  const [id, other] = ids as [string, string];
  const answer = (person: string, day: number, hours: number): Answer => ({
    person,
    document: "d",
    level: "usual",
    asked: `2026-03-${String(day).padStart(2, "0")}T08:00:00.000Z`,
    at: `2026-03-${String(day).padStart(2, "0")}T${String(8 + hours).padStart(2, "0")}:00:00.000Z`,
  });
  const days = [2, 3, 4, 5, 6, 9, 10, 11, 12, 13];
  it("is their own working time where they gave enough answers, else everybody's, else what is usual", () => {
    const people = times(
      [],
      days.map((day) => answer(id, day, 2)),
    );
    expect(people.response(id)).toMatchObject({ from: "own", answers: 10, minutes: new Float64Array(10).fill(120) });
    expect(people.response(other)).toMatchObject({ from: "everybody", answers: 0 });
    expect(times([], [answer(id, 2, 1)]).response(id)).toMatchObject({ from: "usual", answers: 1 });
  });
  it("nobody has less time for it than they have shown", () => {
    const people = times(
      [],
      days.slice(0, 5).map((day) => answer(id, day, 2)),
    );
    // Five of twenty minutes in a week of forty hours; four hours a month are 55 minutes a week.
    expect(capacityOf(people, id, 4).most).toBe(100);
    expect(capacityOf(people, id, 4).share).toBeCloseTo(100 / people.week(id), 9);
    expect(capacityOf(people, id, 13).most).toBeCloseTo(180, 9);
    // Of a level that takes longer as much longer, so that whoever kept up is not taken to fall behind.
    const longer = days.slice(0, 5).map((day) => ({ ...answer(id, day, 2), level: "long" }));
    expect(capacityOf(times([], longer), id, 4).most).toBe(250);
    expect(capacityOf(people, other, 4).most).toBeCloseTo(240 / (52 / 12), 9);
  });
  it("runs from when a level last began to ask", () => {
    const on = (minute: number) => iso(BEGINS + minute * 60_000);
    const made = answersOf("d", [
      { type: "level opened", level: "one", by: "system", at: on(0) },
      { type: "level opened", level: "two", by: "system", at: on(5) },
      { type: "handed over", level: "one", by: "a", at: on(10) },
      { type: "approval given", level: "one", by: "b", at: on(30) },
      { type: "level approved", level: "one", by: "b", at: on(30) },
      { type: "approval refused", level: "two", by: "c", at: on(50) },
      { type: "approval given", level: "never opened", by: "c", at: on(50) },
    ]);
    expect(made.map(({ person, asked, at }) => [person, asked, at])).toEqual([
      ["b", on(10), on(30)],
      ["c", on(5), on(50)],
    ]);
  });
});

describe("what late decisions cost", () => {
  const paying = { weekday: 4, zone: "WET", interest: 10 };
  const at = (day: string) => Date.parse(`${day}T15:00:00Z`);
  it("is the discount when the last payment day before its end is over, and interest from the day on which it was due to the day of payment", () => {
    const loss = lossBy({ minor: 100_000, due: "2026-03-20", discount: { until: "2026-03-10", minor: 2_000 } }, paying);
    // Thursdays: 5, 12, 19 and 26 March 2026.
    expect(loss(at("2026-03-05"))).toMatchObject({ discounts: 0, lateDays: 0, interest: 0 });
    expect(loss(at("2026-03-06"))).toMatchObject({ discounts: 1, discount: 2_000, lateDays: 0 });
    expect(loss(at("2026-03-19"))).toMatchObject({ lateDays: 0 });
    expect(loss(at("2026-03-20"))).toMatchObject({
      lateDocuments: 1,
      lateDays: 6,
      interest: (100_000 * 6 * 0.1) / 365,
    });
    expect(lossBy({ minor: 1, due: null, discount: null }, paying)(at("2030-01-01"))).toMatchObject({ lateDays: 0 });
  });
});

describe("figures over runs", () => {
  it("are means and the range of nine out of ten", () => {
    expect(quantile([1, 2, 3, 4], 0.5)).toBe(2.5);
    expect(quantile([1, 2, Infinity], 0.9)).toBe(Infinity);
    expect(quantile([7], 0.9)).toBe(7);
    const { mean, low, high } = estimateOf(Array.from({ length: 21 }, (_, index) => 20 - index));
    expect([mean, low, high]).toEqual([10, 1, 19]);
  });
});
