import type { Money, Rate } from "../money";
import { allInForceAt, switchesAfter, type PolicyVersion } from "../policy";
import {
  columnsOf,
  converterByDay,
  replay,
  type Columns,
  type HoursOf,
  type MinutesOf,
  type OrganisationFrom,
  type PastDocument,
  type Replayed,
} from "../rehearsal";
import type { StandIn } from "../people";
import type { Answer } from "./answers";
import { arrivalsOf, type Arrivals, type Group, type Versioned } from "./arrivals";
import { quantile, type Estimate } from "./estimate";
import { DISCOUNT_UNTIL, DUE, type Terms } from "./payment-terms";
import { simulated, type Simulated, type Simulating } from "./simulate";

/** A document that went straight from being sent to its last decision: nobody sent it back, changed it or withdrew it. ISO date-times in UTC. */
export type Course = { document: string; sent: string; decided: string };

/** How documents of a type went in the past, which times are worked out of. */
export type Timing = {
  answers: readonly Answer[];
  courses: readonly Course[];
  /** All versions of policies for the type. */
  versions: readonly PolicyVersion[];
  /** By the id of the document, per cent that are saved by paying by the date of its discount. */
  discounts: Readonly<Record<string, string>>;
  /** Usual day of payment, 1 Monday to 7 Sunday; null for documents that nobody pays. */
  weekday: number | null;
};

/** What times are worked out with, whatever the version. */
export type TimedWith = {
  timing: Timing;
  organisations: readonly OrganisationFrom[];
  standIns: readonly StandIn[];
  rates: readonly Rate[];
  minutes: MinutesOf;
  /** Hours a month that people have. */
  capacity: HoursOf;
  /** Per cent a year on what is paid late. */
  interest: number;
  zone: string;
  runs: number;
  seed: number;
};

type Simulation<T> = Generator<number, T | null>;

/** How long decisions on documents that were replayed would take. @param versions those under which they were replayed; the currency of the first counts amounts */
export function timesOf(
  documents: readonly PastDocument[],
  columns: Columns,
  replayed: Replayed,
  versions: readonly Versioned[],
  given: TimedWith,
): Simulation<Simulated> {
  const arrivals = arrivalsOf(columns, replayed, versions, given.minutes);
  return simulated(simulating(arrivals, termsOf(documents, versions[0]!.policy.currency, given), given, () => true));
}

function simulating(
  arrivals: Arrivals,
  terms: ReadonlyMap<number, Terms>,
  { timing, minutes, zone, interest, ...given }: TimedWith,
  counts: Simulating["counts"],
): Simulating {
  const { weekday, answers } = timing;
  const paying = weekday === null ? null : { weekday, zone, interest, terms };
  return { ...given, arrivals, answers, minutes, paying, counts };
}

/** When documents are to be paid, and what is saved by paying early, in one currency; those that cannot be told are left out. */
function termsOf(
  documents: readonly PastDocument[],
  currency: string,
  { timing: { discounts, weekday }, rates }: Pick<TimedWith, "timing" | "rates">,
): ReadonlyMap<number, Terms> {
  const terms = new Map<number, Terms>();
  if (weekday === null) return terms;
  const convertAt = converterByDay(rates);
  documents.forEach(({ id, date, facts, measures }, index) => {
    const gross: Money | undefined = measures.gross;
    const amount = gross && convertAt(gross, currency, date);
    if (!amount || amount.minor <= 0) return;
    const { minor } = amount;
    const dayOf = (key: string) => (typeof facts[key] === "string" && facts[key] !== "" ? facts[key] : null);
    const [due, until, percent] = [dayOf(DUE), dayOf(DISCOUNT_UNTIL), discounts[id]];
    const discount = until !== null && percent !== undefined ? { until, minor: (minor * Number(percent)) / 100 } : null;
    if (due !== null || discount !== null) terms.set(index, { minor, due, discount });
  });
  return terms;
}

/** What was foretold of some documents, and what came. Days by the calendar. */
export type Foretold = { documents: number; median: Estimate; ninth: Estimate; was: { median: number; ninth: number } };

export type Prediction = {
  /** ISO date-time in UTC from which was foretold, out of nothing but what was known by then. */
  from: string;
  all: Foretold;
  groups: (Group & Foretold)[];
  /** Documents of these days that are not compared: they were sent back, changed, withdrawn, not decided yet, or went another way than they would. */
  beside: number;
};

/**
 * How well times are foretold: those of documents sent from a moment on, under the versions that were in force and with the people of their time, out of the answers that
 * had been given by then, against how long they really took.
 * @param documents from long before the moment, so that what waits then waits in the simulation too
 */
export function* foretold(documents: readonly PastDocument[], from: string, given: TimedWith): Simulation<Prediction> {
  const took = new Map(
    given.timing.courses.map(({ document, sent, decided }) => [document, Date.parse(decided) - Date.parse(sent)]),
  );
  const arrivals = inForceThen(documents, given);
  const known = given.timing.answers.filter(({ at }) => at < from);
  const counts = (index: number) => documents[index]!.at >= from && took.has(documents[index]!.id);
  const timing = { ...given.timing, answers: known, weekday: null };
  const made = yield* simulated(simulating(arrivals, new Map(), { ...given, timing }, counts));
  if (!made) return null;
  const counted = arrivals.arrivals.filter(({ index }) => counts(index));
  const atOnce = arrivals.unasked.nobody.filter(counts).map((index) => ({ index }));
  const wasOf = (some: readonly { index: number }[]) => {
    const days = some.map(({ index }) => took.get(documents[index]!.id)! / DAY).sort((a, b) => a - b);
    return { median: quantile(days, 0.5), ninth: quantile(days, 0.9) };
  };
  const { documents: all, median, ninth } = made.all;
  return {
    from,
    all: { documents: all, median, ninth, was: wasOf([...counted, ...atOnce]) },
    groups: made.groups.map(({ inTime: _, ...one }) => {
      const place = arrivals.groups.findIndex((group) => keyOf(group) === keyOf(one));
      return { ...one, was: wasOf(counted.filter(({ group }) => group === place)) };
    }),
    beside: documents.filter(({ at }) => at >= from).length - all,
  };
}

const DAY = 86_400_000;

const keyOf = ({ policy, version, section, band }: Group) => JSON.stringify([policy, version, section, band]);

/** Documents as they came in under the versions that were in force when they were sent. */
function inForceThen(documents: readonly PastDocument[], given: TimedWith): Arrivals {
  const { versions } = given.timing;
  const turns = ["", ...switchesAfter(versions, "")];
  const byTurn = new Map<string, number[]>();
  documents.forEach(({ at }, index) => {
    const turn = turns.findLast((one) => one <= at)!;
    const known = byTurn.get(turn);
    if (known) known.push(index);
    else byTurn.set(turn, [index]);
  });
  const groups = new Map<string, Group>();
  const unasked: Arrivals["unasked"] = { nobody: [], held: 0 };
  const arrivals = [...byTurn].flatMap(([turn, places]) => {
    const inForce = allInForceAt(versions, turn);
    const columns = columnsOf(places.map((place) => documents[place]!));
    const replayed = replay(columns, { versions: inForce, organisations: given.organisations, rates: given.rates });
    const part = arrivalsOf(columns, replayed, inForce, given.minutes);
    unasked.nobody.push(...part.unasked.nobody.map((index) => places[index]!));
    unasked.held += part.unasked.held;
    for (const group of part.groups) groups.set(keyOf(group), group);
    const known = [...groups.keys()];
    return part.arrivals.map((one) => ({
      ...one,
      index: places[one.index]!,
      group: known.indexOf(keyOf(part.groups[one.group]!)),
    }));
  });
  return { arrivals: arrivals.sort((a, b) => a.at - b.at), groups: [...groups.values()], unasked };
}
