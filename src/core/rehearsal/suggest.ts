import { cutOf, type Threshold } from "../policy";
import { cutsUpTo } from "./compared";
import type { Movable } from "./movable";

/** What somebody wants of the thresholds of a section, beside the fewest hours. */
export type Goal = {
  /** By which level how much of the value is to be approved, as a share of one; by anybody at all where the level is null. Nothing is asked where it is 0. */
  seenBy: string | null;
  share: number;
  /** Minutes that each person has in the time the documents are of; nobody has an end where it is null. */
  minutesEach: number | null;
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

/** What stands in the way of a goal: no thresholds reach so much value, or all that do ask somebody for more than they have. */
export type InTheWay =
  | { code: "value out of reach"; most: number }
  | { code: "people over their hours"; people: readonly { person: string; minutes: number }[] };

export type Suggested = { ok: true; suggestion: Suggestion } | { ok: false; why: InTheWay };

/** Sums of what documents below each cut would ask in each band of the section. */
type Sums = {
  bands: number;
  /** Cuts from below everything to above everything. */
  cuts: number;
  minutes: readonly Float64Array[];
  seen: readonly Float64Array[];
  /** By band, then by the place of the person. */
  people: readonly (readonly Float64Array[])[];
  value: number;
};

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
  const sums = sumsOf(movable, candidates, goal.seenBy);
  const fronts = frontsOf(sums, goal.mostBands);
  const whole = fronts.from(0, -1, goal.mostBands);
  const most = whole.at(-1)?.seen ?? 0;
  const needed = goal.share * sums.value;
  // A rounding of sums in another order is no reason to miss a goal.
  if (most < needed * (1 - 1e-12)) return { ok: false, why: { code: "value out of reach", most: shareOf(most, sums) } };
  const found = search(sums, fronts, goal, needed);
  if (found) return { ok: true, suggestion: suggestionOf(found, sums, candidates) };
  const best = search(sums, fronts, { ...goal, minutesEach: null }, needed)!;
  const over = movable.people
    .map((person, index) => ({ person, minutes: best.people[index]! }))
    .filter(({ minutes }) => minutes > goal.minutesEach!);
  return { ok: false, why: { code: "people over their hours", people: over } };
}

/** What more control costs: every share of the value that can be reached with fewer minutes than any larger one, rising, each with its thresholds. */
export function costCurve(
  movable: Movable,
  candidates: readonly number[],
  goal: Pick<Goal, "seenBy" | "mostBands">,
): Suggestion[] {
  const sums = sumsOf(movable, candidates, goal.seenBy);
  const fronts = frontsOf(sums, goal.mostBands);
  return fronts
    .from(0, -1, goal.mostBands)
    .map(({ seen }) => suggestionOf(search(sums, fronts, { ...goal, minutesEach: null }, seen)!, sums, candidates));
}

const shareOf = (seen: number, { value }: Sums) => (value > 0 ? seen / value : 0);

function sumsOf({ groups, people }: Movable, candidates: readonly number[], seenBy: string | null): Sums {
  const cuts = [-Infinity, ...candidates.map((amount) => cutOf({ amount, exact: "below" })), Infinity];
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

/** A choice for all amounts from a cut on: what it costs and what is seen, no other being better in both. */
type Point = { minutes: number; seen: number };

/**
 * For all amounts from a cut on, with bands after a certain one and so many of them: the front of minutes against value seen, both rising.
 */
function frontsOf({ bands, cuts, minutes, seen }: Sums, mostBands: number) {
  const known = new Map<number, Point[]>();
  const from = (cut: number, after: number, most: number): Point[] => {
    if (cut === cuts - 1) return [{ minutes: 0, seen: 0 }];
    // More than there are is as many as there are, so that most of the time nothing is counted twice.
    const left = Math.min(most, bands - 1 - after);
    if (left === 0) return [];
    const key = (cut * (bands + 1) + after + 1) * (mostBands + 1) + left;
    const before = known.get(key);
    if (before) return before;
    const points: Point[] = [];
    for (let band = after + 1; band < bands; band += 1)
      for (let end = cut + 1; end < cuts; end += 1) {
        const own = {
          minutes: minutes[band]![end]! - minutes[band]![cut]!,
          seen: seen[band]![end]! - seen[band]![cut]!,
        };
        for (const rest of from(end, band, left - 1))
          points.push({ minutes: own.minutes + rest.minutes, seen: own.seen + rest.seen });
      }
    const front = frontOf(points);
    known.set(key, front);
    return front;
  };
  return { from };
}

/** Those than which no other has as few minutes and as much value seen; of equal ones one. */
function frontOf(points: Point[]): Point[] {
  points.sort((a, b) => a.minutes - b.minutes || b.seen - a.seen);
  const front: Point[] = [];
  for (const point of points) if (front.length === 0 || point.seen > front.at(-1)!.seen) front.push(point);
  return front;
}

type Fronts = ReturnType<typeof frontsOf>;

/** A choice that is not yet complete: up to a cut, with the bands it has. */
type Choice = Point & {
  cut: number;
  bands: readonly number[];
  /** Where each band after the first begins. */
  starts: readonly number[];
  people: Float64Array;
  /** The fewest minutes with which it can be completed so that the value is reached. */
  least: number;
};

/** The complete choice with the fewest minutes that sees as much as is needed and asks nobody for more than they have (best first, from bounds; Hart, Nilsson and Raphael 1968, from memory). */
function search(
  sums: Sums,
  fronts: Fronts,
  { mostBands, minutesEach }: Pick<Goal, "mostBands" | "minutesEach">,
  needed: number,
): Choice | null {
  const open = new Heap();
  const leastFor = (choice: Omit<Choice, "least">): number | null => {
    const last = choice.bands.at(-1) ?? -1;
    const wanted = needed - choice.seen;
    const rest = fronts
      .from(choice.cut, last, mostBands - choice.bands.length)
      .find(({ seen }) => seen >= wanted - Math.abs(needed) * 1e-12);
    return rest ? choice.minutes + rest.minutes : null;
  };
  const add = (choice: Omit<Choice, "least">) => {
    const least = leastFor(choice);
    if (least !== null) open.push({ ...choice, least });
  };
  const nobody = new Float64Array(sums.people[0]?.length ?? 0);
  add({ cut: 0, bands: [], starts: [], minutes: 0, seen: 0, people: nobody });
  for (let choice = open.pop(); choice; choice = open.pop()) {
    if (choice.cut === sums.cuts - 1) return choice;
    for (let band = (choice.bands.at(-1) ?? -1) + 1; band < sums.bands; band += 1)
      for (let end = choice.cut + 1; end < sums.cuts; end += 1) {
        const next = extended(choice, band, end, sums);
        if (minutesEach === null || next.people.every((minutes) => minutes <= minutesEach + 1e-9)) add(next);
      }
  }
  return null;
}

function extended(choice: Choice, band: number, end: number, { minutes, seen, people }: Sums): Omit<Choice, "least"> {
  const { cut } = choice;
  return {
    cut: end,
    bands: [...choice.bands, band],
    starts: choice.bands.length === 0 ? [] : [...choice.starts, cut],
    minutes: choice.minutes + minutes[band]![end]! - minutes[band]![cut]!,
    seen: choice.seen + seen[band]![end]! - seen[band]![cut]!,
    people: choice.people.map((sum, person) => sum + people[band]![person]![end]! - people[band]![person]![cut]!),
  };
}

function suggestionOf({ bands, starts, minutes, seen }: Choice, sums: Sums, candidates: readonly number[]): Suggestion {
  const thresholds = starts.map((cut): Threshold => ({ amount: candidates[cut - 1]!, exact: "below" }));
  return { bands, thresholds, minutes, share: shareOf(seen, sums) };
}

/** Choices, that with the fewest minutes first; of equal ones that with fewer bands, then with larger thresholds, so that the answer is always the same. */
class Heap {
  private readonly items: Choice[] = [];

  push(item: Choice): void {
    this.items.push(item);
    let at = this.items.length - 1;
    while (at > 0) {
      const above = (at - 1) >> 1;
      if (!isBefore(this.items[at]!, this.items[above]!)) break;
      this.swap(at, above);
      at = above;
    }
  }

  pop(): Choice | undefined {
    const [first] = this.items;
    const last = this.items.pop();
    if (first === undefined || this.items.length === 0) return first;
    this.items[0] = last!;
    for (let at = 0; ;) {
      const [left, right] = [2 * at + 1, 2 * at + 2];
      let least = at;
      for (const below of [left, right])
        if (below < this.items.length && isBefore(this.items[below]!, this.items[least]!)) least = below;
      if (least === at) return first;
      this.swap(at, least);
      at = least;
    }
  }

  private swap(a: number, b: number): void {
    [this.items[a], this.items[b]] = [this.items[b]!, this.items[a]!];
  }
}

function isBefore(a: Choice, b: Choice): boolean {
  if (a.least !== b.least) return a.least < b.least;
  if (a.cut !== b.cut) return a.cut > b.cut;
  return a.bands.length < b.bands.length;
}
