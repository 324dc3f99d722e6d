import { betaBinomialAtLeast, betaBinomialAtMost, hypergeometricAtLeast, type Shares } from "../statistics";

/** How often somebody did something, of how often they could have. */
export type Tally = { times: number; of: number };

/**
 * What of it is usual.
 * @property least a share that is usual whatever the others do, above 0: rare things happen to everybody
 * @property alike how much people differ at least, see `Shares`
 * @property fewest of how many something can be said
 */
export type Usual = { least: number; alike: number; fewest: number };

export type Compared = {
  /** How likely somebody who is like the others has at least as many. */
  chance: number;
  /** What is usual among the others. */
  others: Shares;
};

/**
 * Each person against all others: what is usual is the median share of the others, so that as long as most are honest one who is not cannot hide another, and people differ in it by a beta
 * distribution whose spread is that of the others but for the uppermost quarter. Null for whoever has too few, or nobody to be compared with.
 */
export function againstOthers(tallies: readonly Tally[], usual: Usual): (Compared | null)[] {
  const known = tallies.flatMap(({ times, of }, index) =>
    of >= usual.fewest ? [{ index, share: times / of, of }] : [],
  );
  known.sort((a, b) => a.share - b.share);
  const result: (Compared | null)[] = tallies.map(() => null);
  if (known.length < 2) return result;
  known.forEach(({ index }, place) => {
    const others = sharesWithout(known, place, usual);
    const { times, of } = tallies[index]!;
    result[index] = { chance: betaBinomialAtLeast(times, of, others), others };
  });
  return result;
}

type Known = { share: number; of: number };

function sharesWithout(rising: readonly Known[], place: number, { least, alike }: Usual): Shares {
  const at = (index: number) => rising[index < place ? index : index + 1]!;
  const count = rising.length - 1;
  const upper = at(Math.floor(count / 2)).share;
  const median = count % 2 === 1 ? upper : (upper + at(count / 2 - 1).share) / 2;
  const mean = Math.min(0.98, Math.max(least, median));
  const most = Array.from({ length: Math.floor((count * 3) / 4) }, (_, index) => at(index));
  return { mean, alike: Math.max(alike, alikeIn(most, mean)) };
}

/** How alike two draws of one and the same person are, from the squares of how far shares are from the middle beyond what chance makes (by moments; Kleinman 1973, from memory). */
function alikeIn(some: readonly Known[], mean: number): number {
  let [squares, weights] = [0, 0];
  for (const { share, of } of some) {
    squares += of * (share - mean) ** 2;
    weights += of;
  }
  const excess = squares / (mean * (1 - mean)) - some.length;
  return Math.min(0.5, Math.max(0, excess / Math.max(1, weights - some.length)));
}

/** How likely somebody who is like the others has so few. */
export function chanceOfSoFew({ times, of }: Tally, others: Shares): number {
  return betaBinomialAtMost(times, of, others);
}

/** How likely two meet at least so often, of `all` occasions of which one was at `one` and the other at `other`, if neither looks for the other (Fisher's exact test). */
export function chanceOfMeeting(
  times: number,
  { all, one, other }: { all: number; one: number; other: number },
): number {
  return hypergeometricAtLeast(times, { all, kind: one, drawn: other });
}
