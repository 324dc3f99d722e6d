import { uniformFloat64 } from "pure-rand/distribution/uniformFloat64";
import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";

/** Numbers from 0 to below 1, evenly spread; the same seed gives the same. */
export type Random = () => number;

/** xoroshiro128+ (Blackman and Vigna, 2018) by pure-rand. */
export function seeded(seed: number): Random {
  const generator = xoroshiro128plus(seed);
  return () => uniformFloat64(generator);
}

/** So many of them, each as likely, in the order in which they were drawn. @param count at most as many as there are */
export function draw<T>(items: readonly T[], count: number, random: Random): T[] {
  const left = [...items];
  return Array.from(
    { length: Math.min(count, left.length) },
    () => left.splice(Math.floor(random() * left.length), 1)[0]!,
  );
}

/** A time that has no memory, of a given mean. */
export function memoryless(mean: number, random: Random): number {
  return -mean * Math.log(1 - random());
}
