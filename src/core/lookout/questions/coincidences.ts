import type { Documents } from "../activity";
import { LIKENESS, likenessOf, type Likeness } from "../likeness";
import { pairsWithin, upTo } from "./sorted";

/** Two rows of a party, the earlier first. @property apart how many places of the party's own order lie between them, 1 for neighbours */
export type Pair = {
  one: number;
  other: number;
  likeness: Likeness;
  sameAmount: boolean;
  days: number;
  apart: number;
};

/** How far apart documents of a party are whose numbers tell how alike numbers are anyway; how many of them at most are looked at; and how much all parties together count beside the own ones. */
const NEAR = 3;
const SAMPLE = 600;
const PRIOR = 20;

/**
 * How many pairs like one the party would have by chance: pairs of the same amount no further apart in days (where the amounts agree; else all pairs), times the share of pairs whose numbers are at least so alike. Neither counts the pair
 * itself, and what all others have anyway is added to what the party has.
 * @param groups the rows of each party in the order of their days, at least two
 * @param pairs of each party, those that agree in something
 */
export function coincidences(
  documents: Documents,
  groups: readonly Int32Array[],
  pairs: readonly (readonly Pair[])[],
): (group: number, pair: Pair) => number {
  const alike = alikeAnyway(documents, groups);
  const same = pairs.map((own) => daysOf(own.filter(({ sameAmount }) => sameAmount)));
  const all = Float64Array.from(same.flatMap((days) => [...days])).sort();
  const total = groups.reduce((sum, rows) => sum + rows.length, 0);
  return (group, pair) => {
    const rows = groups[group]!;
    if (!pair.sameAmount)
      return (
        pairsWithin(
          Array.from(rows, (row) => documents.day[row]!),
          pair.days,
        ) * alike(group, pair)
      );
    const own = upTo(same[group]!, pair.days);
    const others = (upTo(all, pair.days) - own + 0.5) / (total - rows.length + 1);
    return (own - 1 + rows.length * others) * alike(group, pair);
  };
}

function daysOf(pairs: readonly Pair[]): Float64Array {
  return Float64Array.from(pairs, ({ days }) => days).sort();
}

/**
 * How often numbers of one party are so alike where nothing is known yet, and as how many pairs that counts. A party numbers what it sends, and no two alike (common practice): where none of some hundred pairs is, that says less than this
 * does. Numbers that follow each other differ by one sign, and now and then by two that are swapped.
 */
const KNOWN: Readonly<Record<Likeness, number>> = {
  same: 0.000_1,
  "looks the same": 0.000_2,
  swapped: 0.02,
  "one sign": 0.2,
  other: 1,
};
const KNOWN_PAIRS = 2_000;

/** How many pairs were looked at, and how many of them are at least so alike. */
type Sample = { pairs: number; alike: Record<Likeness, number> };

/** In what share of pairs close to each other numbers are at least so alike as in a pair: the party's own, drawn towards those of all, and never none. */
function alikeAnyway(documents: Documents, groups: readonly Int32Array[]): (group: number, pair: Pair) => number {
  const samples = groups.map((rows) => sampleOf(documents, rows));
  const all = sumOf(samples);
  return (group, { likeness, apart, sameAmount }) => {
    if (likeness === "other") return 1;
    const own = samples[group]!;
    // A pair that agrees in the amount is not among them.
    const itself = apart <= NEAR && !sameAmount ? 1 : 0;
    const times = (sample: Sample) => Math.max(0, sample.alike[likeness] - itself);
    const anyway = (times(all) + KNOWN_PAIRS * KNOWN[likeness]) / (all.pairs + KNOWN_PAIRS);
    return (times(own) + PRIOR * anyway) / (own.pairs + PRIOR);
  };
}

function sampleOf({ theirNumber, gross }: Documents, rows: Int32Array): Sample {
  const found: Sample = { pairs: 0, alike: tallied(() => 0) };
  const step = Math.max(1, Math.ceil((NEAR * rows.length) / SAMPLE));
  for (let index = 0; index < rows.length; index += step)
    for (let next = index + 1; next <= Math.min(index + NEAR, rows.length - 1); next += 1) {
      // Pairs that agree in the amount as well may be what is looked for, and say nothing of chance.
      if (gross[rows[index]!] === gross[rows[next]!]) continue;
      found.pairs += 1;
      const likeness = likenessOf(theirNumber[rows[index]!]!, theirNumber[rows[next]!]!);
      for (const less of LIKENESS.slice(LIKENESS.indexOf(likeness))) found.alike[less] += 1;
    }
  return found;
}

function sumOf(samples: readonly Sample[]): Sample {
  return {
    pairs: samples.reduce((sum, { pairs }) => sum + pairs, 0),
    alike: tallied((likeness) => samples.reduce((sum, { alike }) => sum + alike[likeness], 0)),
  };
}

function tallied(of: (likeness: Likeness) => number): Record<Likeness, number> {
  return Object.fromEntries(LIKENESS.map((likeness) => [likeness, of(likeness)])) as Record<Likeness, number>;
}
