// What happens by itself: when an answer is due, who is reminded, and what becomes of a level that is late.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { directory, level, oneBand, order, played, type Play } from "../fixtures";
import { addWorkingMinutes, workingMinutesBetween } from "../calendar";
import { OrganisationSchema, directoryOf } from "../people";
import type { PolicyInput } from "../policy";
import { openSeats } from "./index";
import { calendarOf, timesOf } from "./time";

type LevelInput = Parameters<typeof level>[4] & object;
const people = (...ids: string[]) => ({ kind: "people" as const, people: ids });
const DAY: NonNullable<LevelInput["timeLimit"]> = { amount: 1, unit: "working days" };

type Levels = PolicyInput["sections"][number]["levels"];

function start(levels: Levels, known = directory): Play {
  return played(oneBand(levels), order(50_000), {}, [], known);
}
const one = (id: string, stage: number, ids: string[], extra: Partial<LevelInput> = {}) =>
  level(id, stage, ["approves"], people(...ids), extra);

const levelOf = (play: Play, id: string) => play.state!.levels.find((candidate) => candidate.level === id)!;

/** Lets the clock come to the next timer of a level and fires it, as the server does. @returns what was planned */
function fireNext(play: Play, id: string): string {
  const { timers = [] } = levelOf(play, id);
  const index = timers.findIndex((timer) => !timer.firedAt);
  const planned = timers[index]!.at;
  play.minute = (Date.parse(planned) - Date.parse("2026-03-10T09:10:00.000Z")) / 60_000;
  play.do("system", { type: "fire timer", level: id, timer: index, planned });
  return planned;
}

describe("when an answer is due", () => {
  const rule = (timeLimit: LevelInput["timeLimit"], reminders: NonNullable<LevelInput["reminders"]> = []) => ({
    timeLimit,
    reminders,
  });
  it("is counted in working time, from office hours where a person has no location", () => {
    // Tuesday 10 March 2026, 09:10: four hours later the same day, nine the next morning, two days at the end of Thursday.
    const due = (amount: number, unit: "working hours" | "working days") =>
      timesOf(rule({ amount, unit }), ["lead"], "2026-03-10T09:10:00.000Z", directory).due;
    expect(due(4, "working hours")).toBe("2026-03-10T13:10:00.000Z");
    expect(due(9, "working hours")).toBe("2026-03-11T09:10:00.000Z");
    expect(due(2, "working days")).toBe("2026-03-12T17:00:00.000Z");
  });
  it("is the last of the times of everybody who is asked, each by their own calendar", () => {
    const shifts = [{ from: "12:00", to: "14:00" }];
    const week = Object.fromEntries(
      ["monday", "tuesday", "wednesday", "thursday", "friday", "saturday", "sunday"].map((day) => [day, shifts]),
    ) as never;
    const short = { id: "short", name: "Short days", timeZone: "UTC", week, holidays: [] };
    const { organisation } = directory;
    const changed = directoryOf({
      ...organisation,
      locations: [{ ...calendarOf("rui", directory), timeZone: "UTC" }, short],
      people: organisation.people.map((person) => (person.id === "lead" ? { ...person, location: "short" } : person)),
    });
    const due = (...asked: string[]) =>
      timesOf(rule({ amount: 4, unit: "working hours" }), asked, "2026-03-10T09:10:00.000Z", changed).due;
    expect(due("head")).toBe("2026-03-10T13:10:00.000Z");
    expect(due("lead", "head")).toBe("2026-03-11T14:00:00.000Z");
  });
  it("has reminders before and after, in working time, and none before the question itself", () => {
    const hours = (amount: number) => ({ amount, unit: "working hours" as const });
    const { due, timers } = timesOf(
      rule(hours(8), [
        { before: true, after: hours(2), to: "approver" },
        { before: true, after: hours(20), to: "approver" },
        { before: true, after: DAY, to: "approver" },
        { before: false, after: hours(1), to: "manager" },
      ]),
      ["lead"],
      "2026-03-10T09:10:00.000Z",
      directory,
    );
    expect(due).toBe("2026-03-11T08:10:00.000Z");
    expect(timers!.map(({ at, kind, to }) => [at, kind, to])).toEqual([
      ["2026-03-10T15:10:00.000Z", "reminder", "approver"],
      ["2026-03-11T08:10:00.000Z", "overdue", undefined],
      ["2026-03-11T09:10:00.000Z", "reminder", "manager"],
    ]);
  });
  it("runs to a date of the document: so long before the end of that day for whoever is first, at once when that is over, and never without the date", () => {
    const limit = { amount: 4, unit: "working hours" as const, before: "discountDate" };
    const due = (date: string | null, more = {}) =>
      timesOf(rule({ ...limit, ...more }), ["lead"], "2026-03-10T09:10:00.000Z", directory, () => date).due;
    // Friday the 13th ends with the office at 17:00; what runs to a Sunday ends with the Friday before.
    expect(due("2026-03-13")).toBe("2026-03-13T13:00:00.000Z");
    expect(due("2026-03-15")).toBe("2026-03-13T13:00:00.000Z");
    expect(due("2026-03-13", { amount: 1, unit: "working days" })).toBe("2026-03-13T00:00:00.000Z");
    expect(due("2026-03-10")).toBe("2026-03-10T13:00:00.000Z");
    expect(due("2026-03-09")).toBe("2026-03-10T09:10:00.000Z");
    expect(due(null)).toBeUndefined();
  });
  it("moves with the date it runs to, where an edit that starts nothing again moves that", () => {
    const timeLimit = { amount: 4, unit: "working hours" as const, before: "promisedDate" };
    const levels = [one("a", 1, ["lead"], { timeLimit }), one("b", 1, ["head"], { timeLimit: DAY })];
    const policy = { ...oneBand(levels), edits: { fields: ["supplier"], effect: "carry on" as const } };
    const play = played(policy, order(50_000, { promisedDate: "2026-03-13" }));
    const other = levelOf(play, "b").due;
    expect(levelOf(play, "a").due).toBe("2026-03-13T13:00:00.000Z");
    play.minute += 60;
    const revised = order(50_000, { promisedDate: "2026-03-12" });
    play.do(revised.requester, { type: "revise", revision: 1, document: revised });
    expect(levelOf(play, "a")).toMatchObject({ status: "open", due: "2026-03-12T13:00:00.000Z", pool: ["lead"] });
    // What does not run to that date keeps its time, and is not asked again.
    expect(levelOf(play, "b")).toMatchObject({ status: "open", due: other });
    expect(play.told.filter((event) => event.type === "level opened").map(({ data }) => data.level)).toEqual([
      "a",
      "b",
      "a",
    ]);
  });
  it("reminds any number of times, and whoever is named", () => {
    const play = start([
      one("a", 1, ["lead"], {
        timeLimit: DAY,
        reminders: [
          { before: true, after: { amount: 2, unit: "working hours" }, to: "person", person: "una" },
          { before: true, after: { amount: 1, unit: "working hours" }, to: "approver" },
          { before: false, after: { amount: 1, unit: "working hours" }, to: "person", person: "una" },
        ],
      }),
    ]);
    fireNext(play, "a");
    fireNext(play, "a");
    fireNext(play, "a");
    fireNext(play, "a");
    const said = play.told.flatMap((event) => (event.type === "reminded" ? [[event.data.to, event.data.late]] : []));
    expect(said).toEqual([
      [["una"], false],
      [["lead"], false],
      [["una"], true],
    ]);
    expect(levelOf(play, "a").heard).toEqual(["una"]);
  });
  it("a reminder in hours before leaves just that much working time, whenever it was asked (property)", () => {
    const office = calendarOf("lead", directory);
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 60 * 24 * 30 }),
        fc.integer({ min: 2, max: 60 }),
        fc.integer({ min: 1, max: 60 }),
        (minute, limit, lead) => {
          const from = new Date(Date.parse("2026-03-02T00:00:00Z") + minute * 60_000).toISOString();
          const hours = (amount: number) => ({ amount, unit: "working hours" as const });
          const { due, timers } = timesOf(
            rule(hours(limit), [{ before: true, after: hours(lead), to: "approver" }]),
            ["lead"],
            from,
            directory,
          );
          expect(due).toBe(addWorkingMinutes(office, from, limit * 60));
          const reminder = timers!.find((timer) => timer.kind === "reminder");
          if (lead >= limit) return;
          expect(workingMinutesBetween(office, reminder!.at, due!)).toBe(lead * 60);
          expect(reminder!.at > from).toBe(true);
        },
      ),
    );
  });
});

describe("a level that is late", () => {
  it("goes on waiting and is marked, once, however often the timer is fired", () => {
    const play = start([one("a", 1, ["lead"], { timeLimit: DAY })]);
    const planned = fireNext(play, "a");
    expect(levelOf(play, "a")).toMatchObject({ status: "open", overdueAt: "2026-03-11T17:01:00.000Z" });
    const before = play.events.length;
    play.do("system", { type: "fire timer", level: "a", timer: 0, planned });
    expect(play.events).toHaveLength(before);
    expect(play.say("lead", "approve", "a")).toBeNull();
    expect(play.state!.status).toBe("approved");
  });
  it("does nothing before its moment, at a moment that was planned anew, or when it was decided", () => {
    const play = start([one("a", 1, ["lead"], { timeLimit: DAY, overdue: "decline" })]);
    const planned = levelOf(play, "a").timers![0]!.at;
    play.do("system", { type: "fire timer", level: "a", timer: 0, planned });
    play.do("system", { type: "fire timer", level: "a", timer: 0, planned: "2026-03-10T09:00:00.000Z" });
    play.do("system", { type: "fire timer", level: "a", timer: 7, planned });
    expect(levelOf(play, "a").status).toBe("open");
    play.say("lead", "approve", "a");
    fireNext(play, "a");
    expect(play.state!.status).toBe("approved");
  });
  it("reminds who is asked, then their manager", () => {
    const hours = (amount: number) => ({ amount, unit: "working hours" as const });
    const reminders: LevelInput["reminders"] = [
      { before: true, after: hours(1), to: "approver" },
      { before: false, after: hours(1), to: "manager" },
    ];
    const play = start([one("a", 1, ["lead", "una"], { timeLimit: DAY, reminders, quorum: { kind: "all" } })]);
    play.say("una", "approve", "a");
    fireNext(play, "a");
    fireNext(play, "a");
    fireNext(play, "a");
    expect(play.told.filter((event) => event.type === "reminded").map(({ data }) => data)).toMatchObject([
      { to: ["lead"], late: false },
      { to: ["head"], late: true },
    ]);
  });
  it("is declined where the policy says so", () => {
    const play = start([one("a", 1, ["lead"], { timeLimit: DAY, overdue: "decline" }), one("b", 2, ["head"])]);
    fireNext(play, "a");
    expect([play.state!.status, play.levels]).toEqual(["declined", { a: "declined", b: "not yet" }]);
  });
  it("counts as approved by lapse, is never shown as approved, and says so on the document", () => {
    const play = start([one("a", 1, ["lead"], { timeLimit: DAY, overdue: "approve by lapse" }), one("b", 2, ["head"])]);
    fireNext(play, "a");
    expect(play.levels).toEqual({ a: "lapsed", b: "open" });
    expect(levelOf(play, "a").decisions).toEqual([]);
    play.say("head", "approve", "b");
    expect(play.told.find((event) => event.type === "approved")?.data).toMatchObject({
      proof: { levels: [{ how: "lapsed" }, { how: "approved", approvals: [{ by: "head" }] }] },
      because: { code: "by lapse of time", values: { levels: ["a"] } },
    });
  });
  it("goes to the next in the pool, who alone is asked, with a time of their own; after the last it waits", () => {
    const play = start([one("a", 1, ["lead", "una", "dora"], { timeLimit: DAY, overdue: "next in pool" })]);
    const asked = () => openSeats(levelOf(play, "a"));
    expect(asked()).toEqual(["lead"]);
    expect(play.say("una", "approve", "a")).toContain("does not ask");
    fireNext(play, "a");
    expect([asked(), levelOf(play, "a").due]).toEqual([["una"], "2026-03-12T17:00:00.000Z"]);
    fireNext(play, "a");
    expect(asked()).toEqual(["dora"]);
    fireNext(play, "a");
    expect(asked()).toEqual(["dora"]);
    expect(play.told.at(-1)).toMatchObject({
      type: "level overdue",
      data: { why: { code: "nobody left to ask" } },
    });
    play.say("dora", "approve", "a");
    expect(play.state!.status).toBe("approved");
  });
  it("two of four are asked where two are needed; one who answered stays, the silent one is replaced", () => {
    const two = { quorum: { kind: "n" as const, n: 2 }, timeLimit: DAY, overdue: "next in pool" as const };
    const play = start([one("a", 1, ["lead", "una", "dora", "head"], two)]);
    expect(openSeats(levelOf(play, "a"))).toEqual(["lead", "una"]);
    play.say("una", "approve", "a");
    fireNext(play, "a");
    expect(openSeats(levelOf(play, "a"))).toEqual(["dora"]);
    play.say("dora", "approve", "a");
    expect(play.levels).toEqual({ a: "approved" });
  });
  it("goes to a named person, or to the manager of who was asked; never to the requester", () => {
    const named = start([one("a", 1, ["lead"], { timeLimit: DAY, overdue: "named person", overduePerson: "dora" })]);
    fireNext(named, "a");
    expect(named.say("lead", "approve", "a")).toContain("does not ask");
    expect(named.say("dora", "approve", "a")).toBeNull();
    const manager = start([one("a", 1, ["lead"], { timeLimit: DAY, overdue: "manager" })]);
    fireNext(manager, "a");
    expect(openSeats(levelOf(manager, "a"))).toEqual(["head"]);
    const own = start([one("a", 1, ["lead"], { timeLimit: DAY, overdue: "named person", overduePerson: "rui" })]);
    fireNext(own, "a");
    expect(openSeats(levelOf(own, "a"))).toEqual(["lead"]);
    expect(own.told.at(-1)).toMatchObject({ data: { why: { code: "cannot decide", values: { people: ["rui"] } } } });
  });
  it("asks each in a line in turn, each with a time of their own", () => {
    const amount = (minor: number) => ({ kind: "amount" as const, minor, currency: "EUR" });
    const limits = [
      { holder: { kind: "person" as const, id: "lead" }, documentType: "purchase-order", limit: amount(100) },
      { holder: { kind: "person" as const, id: "head" }, documentType: "purchase-order", limit: amount(9_000_000) },
    ];
    const line = { kind: "lineByLimit" as const, climb: "one by one" as const };
    const levels = [level("a", 1, ["approves"], line, { timeLimit: DAY })];
    const play = start(levels, directoryOf(OrganisationSchema.parse({ ...directory.organisation, limits })));
    expect(openSeats(levelOf(play, "a"))).toEqual(["lead"]);
    play.minute = 24 * 60;
    play.say("lead", "approve", "a");
    expect(openSeats(levelOf(play, "a"))).toEqual(["head"]);
    expect(levelOf(play, "a").due).toBe("2026-03-12T17:00:00.000Z");
    expect(play.events).toContain("next asked");
  });
});
