import type { StandIn } from "../people";
import { hoursFor, type HoursOf, type MinutesOf, type OrganisationFrom } from "../rehearsal";
import { around } from "./around";
import type { Answer } from "./answers";
import type { Arrival, Arrivals, Group } from "./arrivals";
import { estimateOf, quantile, type Estimate } from "./estimate";
import { lossBy, sumOf, type Loss, type Paying, type Terms } from "./payment-terms";
import {
  ENOUGH_ANSWERS,
  USUAL_RESPONSE,
  hourOf,
  peopleTimes,
  type PeopleTimes,
  type ResponseTimes,
} from "./people-times";
import { memoryless, seeded, type Random } from "./random";
import { TIMELY, run, type Run, type RunWith } from "./run";
import type { Capacity } from "./server";

/** What times are worked out of. */
export type Simulating = {
  arrivals: Arrivals;
  answers: readonly Answer[];
  /** People in the order of time, at least one. */
  organisations: readonly OrganisationFrom[];
  /** All absences there ever were. */
  standIns: readonly StandIn[];
  /** Hours a month that people have for deciding, and minutes that one decision takes. */
  capacity: HoursOf;
  minutes: MinutesOf;
  /** By the place of the document; absent for documents that nobody pays. */
  paying: (Paying & { terms: ReadonlyMap<number, Terms> }) | null;
  /** Whether a document counts, by its place; all come in. */
  counts(index: number): boolean;
  runs: number;
  seed: number;
};

/** Times of some documents, days by the calendar from being sent to the last decision, infinite for never. */
export type Times = {
  documents: number;
  median: Estimate;
  /** The longest of nine out of ten. */
  ninth: Estimate;
  /** Share of those with a time limit of which every level was decided before it; null where none has one. */
  inTime: Estimate | null;
};

export type Asked = { person: string; median: number } & Pick<ResponseTimes, "from" | "answers">;

export type Simulated = {
  all: Times;
  groups: (Group & Times)[];
  /** Documents that nobody has to decide on, which are decided at once and count so in all, and those that are held. */
  unasked: { nobody: number; held: number };
  /** Documents that are never decided, and that time limits decline. */
  never: Estimate;
  ranOut: Estimate;
  /** How many wait on average at any moment. */
  waiting: Estimate;
  /** What is lost by paying after the decision; null for documents that nobody pays. */
  losses: Readonly<Record<keyof Loss, Estimate>> | null;
  /** Everybody who may be asked, with what their times rest on. */
  people: Asked[];
  runs: number;
};

const DAY = 86_400_000;
const WEEKS_IN_MONTH = 52 / 12;

/**
 * Works out how long decisions take, by several runs that each draw anew. Each run first draws which of their past answers everybody would have given, as many as they
 * gave and the same more than once (the bootstrap of Efron, 1979), so that what rests on few answers varies more from run to run.
 * @returns null where no document asks anybody; says after each run which share of all is done
 */
export function* simulated(given: Simulating): Generator<number, Simulated | null> {
  const { arrivals, runs, seed, capacity } = given;
  const counted = arrivals.arrivals.filter(({ index }) => given.counts(index));
  if (counted.length === 0) return null;
  const people = peopleFor(given);
  const of = {
    clock: people.clock,
    workOf: (ask: { minutes: number }) => ask.minutes,
    ...around(given.organisations, people),
  };
  const sums = new Sums(given);
  for (let number = 0; number < runs; number += 1) {
    const random = seeded(seed + number);
    const respondsIn = responding(people, random);
    const made: RunWith = {
      ...of,
      random,
      respondsIn,
      capacity: (person) => capacityOf(people, person, hoursFor(capacity, person)),
    };
    sums.add(run(arrivals.arrivals, made));
    yield (number + 1) / runs;
  }
  return { ...sums.all(), people: askedIn(counted, people), runs };
}

function peopleFor({ arrivals: { arrivals }, answers, organisations, standIns, minutes }: Simulating): PeopleTimes {
  const first = answers.reduce((least, { asked }) => Math.min(least, Date.parse(asked)), arrivals[0]!.at);
  return peopleTimes(organisations.at(-1)!.directory, standIns, answers, first - DAY, minutes);
}

/** At least what somebody has shown that they can do in a week, whatever is said that they have. */
export function capacityOf(people: PeopleTimes, person: string, hoursAMonth: number): Capacity {
  const most = Math.max((hoursAMonth * 60) / WEEKS_IN_MONTH, people.busiest(person));
  const week = people.week(person);
  return { most, share: week > 0 ? Math.min(1, most / week) : 1 };
}

function responding(people: PeopleTimes, random: Random): RunWith["respondsIn"] {
  const drawn = new Map<Float64Array, Int32Array>();
  return (person, moment) => {
    const { from, minutes, hours } = people.response(person);
    if (from === "usual") return memoryless(USUAL_RESPONSE, random);
    let own = drawn.get(minutes);
    if (!own) drawn.set(minutes, (own = drawnAnew(minutes.length, random)));
    // One of those that they gave when asked at about this hour: what comes in the morning is answered otherwise than what comes in the evening.
    const { length } = own;
    const near = Math.max(ENOUGH_ANSWERS / 2, Math.ceil(length / 5));
    const place = placeOf(own, hours, hourOf(moment)) + Math.floor(random() * near) - Math.floor(near / 2);
    return minutes[own[(place + length) % length]!]!;
  };
}

/** As many of so many as there are, the same more than once, in their order. */
function drawnAnew(length: number, random: Random): Int32Array {
  return Int32Array.from({ length }, () => Math.floor(random() * length)).sort();
}

/** How many of them were asked before an hour. */
function placeOf(own: Int32Array, hours: Float64Array, hour: number): number {
  let [low, high] = [0, own.length];
  while (low < high) {
    const middle = (low + high) >>> 1;
    if (hours[own[middle]!]! < hour) low = middle + 1;
    else high = middle;
  }
  return low;
}

function askedIn(arrivals: readonly Arrival[], people: PeopleTimes): Asked[] {
  const asks = new Set(arrivals.flatMap((one) => one.asks));
  const seats = [...asks].flatMap((ask) => ask.seats.flatMap(({ person, standIns }) => [person, ...standIns]));
  return [...new Set(seats)].map((person) => {
    const { from, answers, minutes } = people.response(person);
    const median = from === "usual" ? USUAL_RESPONSE * Math.LN2 : quantile(minutes.toSorted(), 0.5);
    return { person, from, answers, median };
  });
}

type Figure = { median: number; ninth: number; inTime: number | null };

/** Figures of each run, run by run. */
class Sums {
  private readonly byGroup: Arrival[][];
  private readonly places: Map<Arrival, number>;
  private readonly counted: Arrival[];
  private readonly atOnce: number;
  private readonly loss: Map<Arrival, (decidedAt: number) => Loss>;
  private readonly span: number;
  private readonly figures: Figure[] = [];
  private readonly ofGroups: Figure[][];
  private readonly never: number[] = [];
  private readonly ranOut: number[] = [];
  private readonly waiting: number[] = [];
  private readonly losses: Loss[] = [];

  constructor(private readonly given: Simulating) {
    const { arrivals, groups, unasked } = given.arrivals;
    this.atOnce = unasked.nobody.filter((index) => given.counts(index)).length;
    this.counted = arrivals.filter(({ index }) => given.counts(index));
    this.byGroup = groups.map((_, group) => this.counted.filter((one) => one.group === group));
    this.ofGroups = groups.map(() => []);
    this.places = new Map(arrivals.map((one, place) => [one, place]));
    this.span = Math.max(DAY, arrivals.at(-1)!.at - arrivals[0]!.at);
    this.loss = new Map();
    for (const one of this.counted) {
      const terms = given.paying?.terms.get(one.index);
      if (terms) this.loss.set(one, lossBy(terms, given.paying!));
    }
  }

  add(made: Run): void {
    this.figures.push(this.figureOf(this.counted, made, this.atOnce));
    this.byGroup.forEach((group, place) => {
      if (group.length > 0) this.ofGroups[place]!.push(this.figureOf(group, made));
    });
    const at = (one: Arrival) => made.decidedAt[this.places.get(one)!]!;
    this.never.push(this.counted.filter((one) => at(one) === Infinity).length);
    this.ranOut.push(made.ranOut);
    this.waiting.push(made.waited / this.span);
    this.losses.push(sumOf([...this.loss].map(([one, lossOf]) => lossOf(at(one)))));
  }

  /** @param atOnce so many more are decided at once */
  private figureOf(some: readonly Arrival[], { decidedAt, timely }: Run, atOnce = 0): Figure {
    const places = some.map((one) => this.places.get(one)!);
    const waits = places.map((place, index) => (decidedAt[place]! - some[index]!.at) / DAY);
    const days = Float64Array.from([...waits, ...new Float64Array(atOnce)]).sort();
    const limited = places.filter((place) => timely[place] !== TIMELY.unlimited);
    const inTime = limited.filter((place) => timely[place] === TIMELY.inTime).length;
    return {
      median: quantile(days, 0.5),
      ninth: quantile(days, 0.9),
      inTime: limited.length > 0 ? inTime / limited.length : null,
    };
  }

  all(): Omit<Simulated, "people" | "runs"> {
    const { groups, unasked } = this.given.arrivals;
    const lossesOf = (key: keyof Loss) => estimateOf(this.losses.map((one) => one[key]));
    return {
      all: timesOf(this.counted.length + this.atOnce, this.figures),
      unasked: { nobody: this.atOnce, held: unasked.held },
      groups: groups.flatMap((group, place) => {
        const figures = this.ofGroups[place]!;
        return figures.length > 0 ? [{ ...group, ...timesOf(this.byGroup[place]!.length, figures) }] : [];
      }),
      never: estimateOf(this.never),
      ranOut: estimateOf(this.ranOut),
      waiting: estimateOf(this.waiting),
      losses: this.given.paying && {
        discounts: lossesOf("discounts"),
        discount: lossesOf("discount"),
        lateDays: lossesOf("lateDays"),
        lateDocuments: lossesOf("lateDocuments"),
        interest: lossesOf("interest"),
      },
    };
  }
}

function timesOf(documents: number, figures: readonly Figure[]): Times {
  const limited = figures.flatMap(({ inTime }) => (inTime === null ? [] : [inTime]));
  return {
    documents,
    median: estimateOf(figures.map(({ median }) => median)),
    ninth: estimateOf(figures.map(({ ninth }) => ninth)),
    inTime: limited.length > 0 ? estimateOf(limited) : null,
  };
}
