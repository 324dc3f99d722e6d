import { rowsByCode, rowsOf } from "../../codes";
import type { Documents } from "../activity";
import { below, pairsWithin, upTo } from "./sorted";

const DAY = 86_400_000;
/** How many documents of anybody count beside somebody's own, so that one busy afternoon is not a habit yet. */
const PRIOR = 100;

/** How likely another document falls within so many days before one, of two that have nothing to do with each other. */
export type Closeness = {
  ofAll(days: number): number;
  /** The larger of that and what it is by the habit of somebody, as their documents tell that are not of `group`. @param group rows, all of that person */
  of(person: number, group: Int32Array, days: number): number;
};

/** By the times of the documents themselves, so that seasons, working days and hours are in it. */
export function closeness({ at, requester, count }: Documents): Closeness {
  const all = kept(Float64Array.from(at).sort());
  let people = 0;
  for (let row = 0; row < count; row += 1) people = Math.max(people, requester[row]! + 1);
  const rows = rowsByCode(requester, people);
  const known = new Map<number, Times>();
  const ownOf = (person: number) => {
    const one = known.get(person) ?? kept(Float64Array.from(rowsOf(rows, person), (row) => at[row]!).sort());
    known.set(person, one);
    return one;
  };
  const ofAll = (days: number) => shareOf(all.pairs(days), all.times.length);
  return {
    ofAll,
    of(person, group, days) {
      const { times, pairs } = ownOf(person);
      const others = times.length - group.length;
      const mine = Float64Array.from(group, (row) => at[row]!).sort();
      // Pairs within the group are met from both ends.
      const withMine = mine.reduce((sum, time) => sum + around(times, time, days), 0) - pairsWithin(mine, days * DAY);
      const own = others < 2 ? 0 : shareOf(pairs(days) - withMine, others);
      return Math.max(ofAll(days), (others * own + PRIOR * ofAll(days)) / (others + PRIOR));
    },
  };
}

type Times = { times: Float64Array; pairs(days: number): number };

function kept(times: Float64Array): Times {
  const known = new Map<number, number>();
  return {
    times,
    pairs(days) {
      if (!known.has(days)) known.set(days, pairsWithin(times, days * DAY));
      return known.get(days)!;
    },
  };
}

/** Of all ordered pairs the share in which the one comes before the other, by no more than so many days. */
function shareOf(pairs: number, n: number): number {
  return n < 2 ? 1 : pairs / (n * (n - 1));
}

/** How many other times lie no more than so many days from one of them. */
function around(sorted: Float64Array, time: number, days: number): number {
  return upTo(sorted, time + days * DAY) - below(sorted, time - days * DAY) - 1;
}
