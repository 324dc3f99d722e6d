import { calendarOf } from "../approval";
import type { Span, WorkingCalendar } from "../calendar";
import type { Directory, StandIn } from "../people";
import type { MinutesOf } from "../rehearsal";
import type { Answer } from "./answers";
import { workingClocks, type WorkingClock } from "./working-clock";

/** From how many answers on somebody's own response times are taken to say how fast they are. */
export const ENOUGH_ANSWERS = 10;

/** The mean of the response times that are taken where nothing is known of anybody: one working day of eight hours (common practice, no source). */
export const USUAL_RESPONSE = 8 * 60;

/**
 * How fast somebody answers: working minutes of their own from being asked to answering, absences left out, in the order of the hours of the day at which they were asked.
 * @property from whose answers these are: their own, everybody's since they gave too few, or none since there are too few of everybody's
 * @property answers how many they gave themselves
 */
export type ResponseTimes = {
  from: "own" | "everybody" | "usual";
  answers: number;
  minutes: Float64Array;
  /** When they were asked, milliseconds since midnight in UTC, rising. */
  hours: Float64Array;
};

/** Working time and response times of people. */
export type PeopleTimes = {
  clock(person: string): WorkingClock;
  /** Stretches in which somebody is away, in the order in which they begin. */
  away(person: string): readonly Away[];
  /** The working hours of where somebody is, whether they are there or not. */
  hours(person: string): WorkingClock;
  calendar(person: string): WorkingCalendar;
  response(person: string): ResponseTimes;
  /** Working minutes in an average week. */
  week(person: string): number;
  /** Minutes that their answers took in the busiest week of all: more than that nobody has seen them do. */
  busiest(person: string): number;
};

export type Away = Span & Pick<StandIn, "standIn" | "documentTypes">;

const WEEK = 7 * 86_400_000;
const LONG = 52;

/**
 * @param directory people of the day whose working hours count
 * @param standIns all that there ever were
 * @param begins milliseconds since 1970 in UTC, before everything that is asked
 * @param minutes that an answer takes
 */
export function peopleTimes(
  directory: Directory,
  standIns: readonly StandIn[],
  answers: readonly Answer[],
  begins: number,
  { usual, byLevel }: MinutesOf,
): PeopleTimes {
  const clockFor = workingClocks(begins);
  const away = awayBy(standIns);
  const calendar = kept((person: string) => calendarOf(person, directory));
  const clock = kept((person: string) => clockFor(calendar(person), away.get(person) ?? NEVER));
  const hours = kept((person: string) => clockFor(calendar(person), NEVER));
  const given = groupedBy(answers);
  const timesOf = (some: readonly Answer[]): Pick<ResponseTimes, "minutes" | "hours"> => {
    const times = some.map(({ person, asked, at }) => {
      const own = clock(person);
      const since = Date.parse(asked);
      return { hour: hourOf(since), minutes: own.minutesAt(Date.parse(at)) - own.minutesAt(since) };
    });
    times.sort((a, b) => a.hour - b.hour);
    return {
      minutes: Float64Array.from(times, (one) => one.minutes),
      hours: Float64Array.from(times, (one) => one.hour),
    };
  };
  const everybody = timesOf(answers);
  return {
    clock,
    hours,
    calendar,
    away: (person) => away.get(person) ?? NEVER,
    response: kept((person: string): ResponseTimes => {
      const own = given.get(person) ?? [];
      const base = { answers: own.length };
      if (own.length >= ENOUGH_ANSWERS) return { ...base, from: "own", ...timesOf(own) };
      if (answers.length >= ENOUGH_ANSWERS) return { ...base, from: "everybody", ...everybody };
      return { ...base, from: "usual", minutes: new Float64Array(), hours: new Float64Array() };
    }),
    week: kept((person: string) => hours(person).minutesAt(begins + LONG * WEEK) / LONG),
    busiest: kept((person: string) => {
      const weeks = new Map<number, number>();
      for (const { level, at } of given.get(person) ?? []) {
        const week = Math.floor((Date.parse(at) - begins) / WEEK);
        weeks.set(week, (weeks.get(week) ?? 0) + (byLevel[level] ?? usual));
      }
      return Math.max(0, ...weeks.values());
    }),
  };
}

const NEVER: readonly Away[] = [];
const DAY = 86_400_000;

/** How far into the day it is, in UTC. */
export const hourOf = (moment: number): number => moment % DAY;

function groupedBy(answers: readonly Answer[]): ReadonlyMap<string, Answer[]> {
  const groups = new Map<string, Answer[]>();
  for (const one of answers) {
    const group = groups.get(one.person);
    if (group) group.push(one);
    else groups.set(one.person, [one]);
  }
  return groups;
}

function awayBy(standIns: readonly StandIn[]): ReadonlyMap<string, Away[]> {
  const by = new Map<string, Away[]>();
  for (const { kind, person, from, until, standIn, documentTypes } of standIns) {
    if (kind !== "absence") continue;
    const span = { from: Date.parse(from), to: until === null ? Infinity : Date.parse(until), standIn, documentTypes };
    by.set(
      person,
      [...(by.get(person) ?? []), span].sort((a, b) => a.from - b.from),
    );
  }
  return by;
}

/** What is worked out of each at most once. */
function kept<T>(make: (of: string) => T): (of: string) => T {
  const known = new Map<string, T>();
  return (of) => {
    const before = known.get(of);
    if (before !== undefined) return before;
    const made = make(of);
    known.set(of, made);
    return made;
  };
}
