import { cutOf, type Threshold } from "../policy";
import { frontsOf, search, type Choice, type Sums } from "./best-first";
import { cutsUpTo } from "./compared";
import type { Movable } from "./movable";

/** What somebody wants of the thresholds of a section, beside the fewest hours. */
export type Goal = {
  /** By which level how much of the value is to be approved, as a share of one; by anybody at all where the level is null. Nothing is asked where it is 0. */
  seenBy: string | null;
  share: number;
  /**
   * Minutes that each person has in the time the documents are of, and how many of them other documents ask of whom already; nobody has an end where it is null.
   */
  hours: { minutesOf(person: string): number; elsewhere: ReadonlyMap<string, number> } | null;
  /** How many bands there may be, of those that the section has. */
  mostBands: number;
};

/** Thresholds for a goal: which bands of the section are used, where each begins, and what it comes to. */
export type Suggestion = {
  /** Places of the bands of the section that are used, in order; the first begins with the smallest amount. */
  bands: readonly number[];
  /** Thresholds between them, one fewer than bands. */
  thresholds: readonly Threshold[];
  minutes: number;
  /** Share of the value that is approved by whom the goal names. */
  share: number;
};

/**
 * What stands in the way of a goal: no thresholds reach so much value, or all that do ask somebody for more than they have; then whom the cheapest of them would, with
 * their minutes here and elsewhere.
 */
export type InTheWay =
  | { code: "value out of reach"; most: number }
  | { code: "people over their hours"; people: readonly { person: string; minutes: number }[] };

export type Suggested = { ok: true; suggestion: Suggestion } | { ok: false; why: InTheWay };

/**
 * Round amounts on the ladder 1 - 2 - 5 that lie within what a section has documents of.
 * @param unit minor units in one major unit of the currency, 100 for EUR
 */
export function roundAmounts({ groups }: Movable, unit: number): number[] {
  const least = Math.min(...groups.map(({ sorted }) => sorted[0] ?? Infinity));
  const most = Math.max(...groups.map(({ sorted }) => sorted.at(-1) ?? -Infinity));
  const found: number[] = [];
  for (let power = unit; power <= most; power *= 10)
    for (const digit of [1, 2, 5]) if (digit * power > least && digit * power < most) found.push(digit * power);
  return found;
}

/**
 * The thresholds with the fewest minutes that reach a goal, among all choices of round amounts: exact, by dynamic programming over the fronts of minutes against
 * value (Bellman 1957, from memory). Where people have only so many minutes, choices are looked at in the order of their minutes, from bounds that the same fronts
 * give, until one asks nobody for more.
 * @param candidates amounts in minor units, rising
 */
export function suggested(movable: Movable, candidates: readonly number[], goal: Goal): Suggested {
  const sums = sumsOf(movable, candidates.map(upTo), goal.seenBy);
  const fronts = frontsOf(sums, goal.mostBands);
  const whole = fronts.from(0, -1, goal.mostBands);
  const most = whole.at(-1)?.seen ?? 0;
  const needed = goal.share * sums.value;
  // A rounding of sums in another order is no reason to miss a goal.
  if (most < needed * (1 - 1e-12)) return { ok: false, why: { code: "value out of reach", most: shareOf(most, sums) } };
  const { mostBands, hours } = goal;
  const elsewhere = Float64Array.from(movable.people, (person) => hours?.elsewhere.get(person) ?? 0);
  const minutesLeft = hours && elsewhere.map((minutes, index) => hours.minutesOf(movable.people[index]!) - minutes);
  const found = search(sums, fronts, { mostBands, minutesLeft }, needed);
  if (found) return { ok: true, suggestion: suggestionOf(found, sums, candidates) };
  const best = search(sums, fronts, { mostBands, minutesLeft: null }, needed)!;
  const over = movable.people
    .map((person, index) => ({ person, minutes: best.people[index]! + elsewhere[index]! }))
    .filter(({ person, minutes }) => minutes > hours!.minutesOf(person));
  return { ok: false, why: { code: "people over their hours", people: over } };
}

/** What thresholds as they are come to, said as those that are suggested are. @param thresholds as many as the section has bands, less one */
export function asTheyAre(movable: Movable, thresholds: readonly Threshold[], seenBy: string | null): Suggestion {
  const sums = sumsOf(movable, thresholds, seenBy);
  const bands = Array.from({ length: sums.bands }, (_, band) => band);
  const all = (kept: Sums["seen"]) => bands.reduce((sum, band) => sum + kept[band]![band + 1]! - kept[band]![band]!, 0);
  return { bands, thresholds, minutes: all(sums.minutes), share: shareOf(all(sums.seen), sums) };
}

/** What more control costs: every share of the value that can be reached with fewer minutes than any larger one, rising, each with its thresholds. */
export function costCurve(
  movable: Movable,
  candidates: readonly number[],
  goal: Pick<Goal, "seenBy" | "mostBands">,
): Suggestion[] {
  const sums = sumsOf(movable, candidates.map(upTo), goal.seenBy);
  const fronts = frontsOf(sums, goal.mostBands);
  return fronts
    .from(0, -1, goal.mostBands)
    .map(({ seen }) =>
      suggestionOf(search(sums, fronts, { mostBands: goal.mostBands, minutesLeft: null }, seen)!, sums, candidates),
    );
}

const shareOf = (seen: number, { value }: Sums) => (value > 0 ? seen / value : 0);

const upTo = (amount: number): Threshold => ({ amount, exact: "below" });

function sumsOf({ groups, people }: Movable, between: readonly Threshold[], seenBy: string | null): Sums {
  const cuts = [-Infinity, ...between.map(cutOf), Infinity];
  const bands = groups[0]?.bands.length ?? 1;
  const empty = () => Array.from({ length: bands }, () => new Float64Array(cuts.length));
  const [minutes, seen] = [empty(), empty()];
  const ofPeople = Array.from({ length: bands }, () => people.map(() => new Float64Array(cuts.length)));
  const place = new Map(people.map((person, index) => [person, index]));
  let value = 0;
  for (const { sorted, sums, bands: kept } of groups) {
    value += sums.at(-1)!;
    cuts.forEach((cut, at) => {
      // Amounts are whole, so that below a cut is up to the one before it.
      const count = cut === Infinity ? sorted.length : cutsUpTo(sorted, cut - 1);
      kept.forEach(({ load, outcome }, band) => {
        minutes[band]![at]! += count * load.minutes;
        const isSeen = outcome === "chain" && (seenBy === null || load.levels.some(({ level }) => level === seenBy));
        if (isSeen) seen[band]![at]! += sums[count]!;
        for (const [person, work] of load.people) ofPeople[band]![place.get(person)!]![at]! += count * work.minutes;
      });
    });
  }
  return { bands, cuts: cuts.length, minutes, seen, people: ofPeople, value };
}

function suggestionOf({ bands, starts, minutes, seen }: Choice, sums: Sums, candidates: readonly number[]): Suggestion {
  const thresholds = starts.map((cut) => upTo(candidates[cut - 1]!));
  return { bands, thresholds, minutes, share: shareOf(seen, sums) };
}
