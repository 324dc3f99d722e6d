import { Heap } from "../heap";

/** The search for bands and cuts with the fewest minutes: exact, over sums that are kept by cut. */

/** Sums of what documents below each cut would ask in each band of the section. */
export type Sums = {
  bands: number;
  /** Cuts from below everything to above everything. */
  cuts: number;
  minutes: readonly Float64Array[];
  seen: readonly Float64Array[];
  /** By band, then by the place of the person. */
  people: readonly (readonly Float64Array[])[];
  value: number;
};

/** A choice for all amounts from a cut on: what it costs and what is seen, no other being better in both. */
type Point = { minutes: number; seen: number };

/**
 * For all amounts from a cut on, with bands after a certain one and so many of them: the front of minutes against value seen, both rising.
 */
export function frontsOf({ bands, cuts, minutes, seen }: Sums, mostBands: number) {
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
export type Choice = Point & {
  cut: number;
  bands: readonly number[];
  /** Where each band after the first begins. */
  starts: readonly number[];
  people: Float64Array;
  /** The fewest minutes with which it can be completed so that the value is reached. */
  least: number;
};

/** The complete choice with the fewest minutes that sees as much as is needed and asks nobody for more than they have left (best first, from bounds; Hart, Nilsson and Raphael 1968, from memory). */
export function search(
  sums: Sums,
  fronts: Fronts,
  { mostBands, minutesLeft }: { mostBands: number; minutesLeft: Float64Array | null },
  needed: number,
): Choice | null {
  const open = new Heap<Choice>(isBefore);
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
        if (!minutesLeft || next.people.every((minutes, person) => minutes <= minutesLeft[person]! + 1e-9)) add(next);
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

/** That with the fewest minutes first; of equal ones that with fewer bands, then with larger thresholds, so that the answer is always the same. */
function isBefore(a: Choice, b: Choice): boolean {
  if (a.least !== b.least) return a.least < b.least;
  if (a.cut !== b.cut) return a.cut > b.cut;
  return a.bands.length < b.bands.length;
}
