// Times come to those of queueing theory where it has formulas, and to what a person works out by hand where a document goes its way alone.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { Arrival, Ask, Seat } from "./arrivals";
import { memoryless, seeded, type Random } from "./random";
import { TIMELY, run, type Run, type RunWith } from "./run";

const MINUTE = 60_000;

/** Everybody works all the time, at once and with nothing else to do. */
const always = (random: Random, more: Partial<RunWith> = {}): RunWith => ({
  random,
  clock: () => ({ minutesAt: (moment) => moment / MINUTE, momentOf: (minutes) => minutes * MINUTE }),
  capacity: () => ({ share: 1, most: 1e9 }),
  respondsIn: () => 0,
  workOf: ({ minutes }) => minutes,
  actorOf: ({ person }) => ({ person, present: true }),
  dueOf: () => null,
  insteadOf: () => [],
  ...more,
});

const seat = (person: string): Seat => ({ person, themselves: true, standIns: [] });
const ask = (people: readonly string[], more: Partial<Ask> = {}): Ask => ({
  level: "level",
  stage: 1,
  needed: 1,
  inTurn: false,
  minutes: 1,
  seats: people.map(seat),
  overdue: "wait",
  ...more,
});
const arrival = (minute: number, ...asks: Ask[]): Arrival => ({
  at: minute * MINUTE,
  index: 0,
  group: 0,
  requester: "nobody",
  documentType: "purchase-order",
  asks,
  dateOf: () => null,
});

/** Documents that come in by chance, so many a minute. */
function comingIn(count: number, rate: number, random: Random, ...asks: Ask[]): Arrival[] {
  let minute = 0;
  return Array.from({ length: count }, () => arrival((minute += memoryless(1 / rate, random)), ...asks));
}

const meanMinutes = ({ decidedAt }: Run, arrivals: readonly Arrival[]) =>
  decidedAt.reduce((sum, at, place) => sum + at - arrivals[place]!.at, 0) / decidedAt.length / MINUTE;

/** Mean time over several runs, with the error of it: three standard errors, within which 99 of 100 such means lie. */
function meanOf(rate: number, people: readonly string[]) {
  const means = Array.from({ length: 12 }, (_, seed) => {
    const random = seeded(seed + 1);
    const arrivals = comingIn(10_000, rate, random, ask(people));
    return meanMinutes(run(arrivals, always(random, { workOf: () => memoryless(1, random) })), arrivals);
  });
  const mean = means.reduce((sum, one) => sum + one, 0) / means.length;
  const variance = means.reduce((sum, one) => sum + (one - mean) ** 2, 0) / (means.length - 1);
  return { mean, error: 3 * Math.sqrt(variance / means.length) };
}

/** Erlang's C formula (1917; from memory): how likely it is that somebody waits with so many servers and so much offered. */
function erlangC(servers: number, offered: number): number {
  const terms = Array.from({ length: servers }, (_, n) => offered ** n / factorial(n));
  const all = ((offered ** servers / factorial(servers)) * servers) / (servers - offered);
  return all / (terms.reduce((sum, one) => sum + one, 0) + all);
}
const factorial = (n: number): number => (n < 2 ? 1 : n * factorial(n - 1));

describe("memoryless arrivals and decisions", () => {
  it.each([0.3, 0.5, 0.7])("with one approver, %f busy: 1 / (mu - lambda)", (rate) => {
    const { mean, error } = meanOf(rate, ["one"]);
    expect(error).toBeLessThan(0.06 / (1 - rate));
    expect(Math.abs(mean - 1 / (1 - rate))).toBeLessThan(error);
  });
  it.each([
    [2, 1.2],
    [3, 2.1],
    [5, 4],
  ])("with %i approvers of whom one is enough, %f offered: Erlang's C formula", (servers, rate) => {
    const people = Array.from({ length: servers }, (_, index) => `person ${index}`);
    const { mean, error } = meanOf(rate, people);
    const theory = erlangC(servers, rate) / (servers - rate) + 1;
    expect(error).toBeLessThan(0.06 * theory);
    expect(Math.abs(mean - theory)).toBeLessThan(error);
  });
});

describe("whatever comes in", () => {
  const people = ["a", "b", "c", "d", "e"];
  const anAsk = fc
    .record({
      seats: fc.uniqueArray(fc.constantFrom(...people), { minLength: 1, maxLength: 4 }),
      part: fc.double({ min: 0, max: 1, noNaN: true }),
      stage: fc.integer({ min: 1, max: 3 }),
      inTurn: fc.boolean(),
      overdue: fc.constantFrom<Ask["overdue"][]>(
        "wait",
        "next in pool",
        "named person",
        "manager",
        "decline",
        "approve by lapse",
      ),
      minutes: fc.integer({ min: 0, max: 90 }),
    })
    .map(({ seats, part, ...rest }) => ask(seats, { ...rest, needed: Math.max(1, Math.round(part * seats.length)) }));
  const some = fc.array(
    fc.record({
      minute: fc.integer({ min: 0, max: 2_000 }),
      asks: fc.array(anAsk, { minLength: 1, maxLength: 3 }),
    }),
    { minLength: 1, maxLength: 60 },
  );
  const arrivalsIn = (given: { minute: number; asks: Ask[] }[]) =>
    given
      .map(({ minute, asks }) => arrival(minute, ...asks.toSorted((a, b) => a.stage - b.stage)))
      .sort((a, b) => a.at - b.at);
  const withLimits = (seed: number, limit: number) => {
    const random = seeded(seed);
    return always(random, {
      respondsIn: () => memoryless(100, random),
      dueOf: (_, __, ___, moment) => moment + limit * MINUTE,
      insteadOf: () => [seat("above")],
    });
  };
  const given = fc.tuple(some, fc.integer({ min: 1, max: 1e6 }), fc.integer({ min: 1, max: 400 }));

  it("the number that waits is how many come times how long they wait, in every run (Little, 1961)", () => {
    fc.assert(
      fc.property(given, ([documents, seed, limit]) => {
        const { waited, waiting } = run(arrivalsIn(documents), withLimits(seed, limit));
        expect(waiting).toBeGreaterThanOrEqual(0);
        expect(Math.abs(waited - waiting)).toBeLessThanOrEqual(1e-9 * Math.max(1, waited));
      }),
      { numRuns: 400 },
    );
  });
  it("everything is decided, once it has come in and not before, and the same seed gives the same", () => {
    fc.assert(
      fc.property(given, ([documents, seed, limit]) => {
        const arrivals = arrivalsIn(documents);
        const first = run(arrivals, withLimits(seed, limit));
        expect([...first.decidedAt].every((at, place) => at >= arrivals[place]!.at && at < Infinity)).toBe(true);
        expect(run(arrivals, withLimits(seed, limit))).toEqual(first);
      }),
      { numRuns: 200 },
    );
  });
});

describe("one document alone", () => {
  const slow = (after: Record<string, number>, more: Partial<RunWith> = {}) =>
    always(seeded(1), { respondsIn: (person) => after[person] ?? 0, ...more });
  const minutesOf = ({ decidedAt }: Run) => decidedAt[0]! / MINUTE;
  const decided = (asks: Ask[], given: RunWith) => run([arrival(0, ...asks)], given);
  const limited = (minutes: number) => ({
    dueOf: (_: Ask, __: unknown, ___: unknown, at: number) => at + minutes * MINUTE,
  });

  it("waits for all of a level, for one after the other in turn, for levels of a stage side by side and stages one after the other", () => {
    const times = { a: 10, b: 30, c: 50 };
    expect(minutesOf(decided([ask(["a", "b"], { needed: 2 })], slow(times)))).toBe(30);
    expect(minutesOf(decided([ask(["a", "b"], { needed: 2, inTurn: true })], slow(times)))).toBe(40);
    expect(minutesOf(decided([ask(["a"]), ask(["c"])], slow(times)))).toBe(50);
    expect(minutesOf(decided([ask(["a"]), ask(["c"], { stage: 2 })], slow(times)))).toBe(60);
  });
  it("is never answered faster than the work takes, and somebody who is busy is waited for", () => {
    expect(minutesOf(decided([ask(["a"], { minutes: 25 })], slow({ a: 10 })))).toBe(25);
    const two = run(
      [arrival(0, ask(["a"], { minutes: 25 })), arrival(5, ask(["a"], { minutes: 25 }))],
      slow({ a: 10 }),
    );
    expect([...two.decidedAt].map((at) => at / MINUTE)).toEqual([25, 50]);
  });
  it("is answered only as fast as time for it comes, once what was saved up is used", () => {
    const capacity = () => ({ share: 0.1, most: 40 });
    const three = run(
      [0, 0, 0].map((at) => arrival(at, ask(["a"], { minutes: 20 }))),
      slow({}, { capacity }),
    );
    // Forty minutes are saved up and two more come in the first twenty; after the second four are left; after the third it would owe.
    expect([...three.decidedAt].map((at) => at / MINUTE)).toEqual([20, 40, 60]);
    const five = run(
      [0, 0, 0, 0, 0].map((at) => arrival(at, ask(["a"], { minutes: 20 }))),
      slow({}, { capacity }),
    );
    // Of sixty minutes of work forty were saved and six came: the fourth waits until the fourteen that are owed have come.
    expect(five.decidedAt[3]! / MINUTE).toBeCloseTo(60 + 140 + 20, 6);
  });
  it.each([
    ["wait", 200, TIMELY.late, 0],
    ["approve by lapse", 60, TIMELY.late, 0],
    ["decline", 60, TIMELY.late, 1],
    ["named person", 65, TIMELY.late, 0],
    ["manager", 65, TIMELY.late, 0],
    ["next in pool", 90, TIMELY.late, 0],
  ] as const)("after its time: %s", (overdue, minutes, timely, ranOut) => {
    const given = slow({ a: 200, b: 30, above: 5 }, { ...limited(60), insteadOf: () => [seat("above")] });
    const people = overdue === "next in pool" ? ["a", "b"] : ["a"];
    const made = decided([ask(people, { overdue })], given);
    expect(minutesOf(made)).toBe(minutes);
    expect(made.timely[0]).toBe(timely);
    expect(made.ranOut).toBe(ranOut);
  });
  it("declined at one level ends those beside it", () => {
    const given = slow(
      { a: 200, b: 300 },
      { dueOf: ({ overdue }, _, __, at) => (overdue === "decline" ? at + 60 * MINUTE : null) },
    );
    const made = decided([ask(["a"], { overdue: "decline" }), ask(["b"]), ask(["a"], { stage: 2 })], given);
    expect(minutesOf(made)).toBe(60);
    expect(made.waited).toBe(60 * MINUTE);
  });
  it("waits for whoever is away only where nobody else is there, and whoever stands in answers", () => {
    const away = (person: string) => ({ person, present: false });
    const actorOf: RunWith["actorOf"] = ({ person }) =>
      person === "a" ? away("a") : person === "b" ? { person: "stand-in", present: true } : { person, present: true };
    const times = { a: 500, "stand-in": 20, c: 30 };
    expect(minutesOf(decided([ask(["a", "b"])], slow(times, { actorOf })))).toBe(20);
    expect(minutesOf(decided([ask(["a"])], slow(times, { actorOf })))).toBe(500);
  });
  it("has no two answers of somebody who helps: the second waits for another", () => {
    const busy = [arrival(0, ask(["a"], { minutes: 100 })), arrival(0, ask(["b"], { minutes: 100 }))];
    const both = arrival(1, ask(["a", "b", "c"], { needed: 2, minutes: 10 }));
    for (let seed = 1; seed < 20; seed += 1) {
      const { decidedAt } = run([...busy, both], always(seeded(seed)));
      expect(decidedAt[2]! / MINUTE).toBe(110);
    }
  });
  it("in time when it is, and without a limit neither", () => {
    expect(decided([ask(["a"])], slow({ a: 10 }, limited(60))).timely[0]).toBe(TIMELY.inTime);
    expect(decided([ask(["a"])], slow({ a: 10 })).timely[0]).toBe(TIMELY.unlimited);
  });
});
