/** A seeded source of random numbers (mulberry32): the same seed gives the same data everywhere. */
export type Random = {
  /** Uniform in [0, 1). */
  next(): number;
  int(from: number, to: number): number;
  pick<T>(items: readonly T[]): T;
  chance(share: number): boolean;
  /** Log-normal with the given median and spread of the logarithm. */
  logNormal(median: number, spread: number): number;
  uuid(): string;
};

export function seeded(seed: number): Random {
  let state = seed >>> 0;
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
  const int = (from: number, to: number) => from + Math.floor(next() * (to - from + 1));
  return {
    next,
    int,
    pick: (items) => items[int(0, items.length - 1)]!,
    chance: (share) => next() < share,
    logNormal: (median, spread) =>
      median * Math.exp(spread * Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next())),
    uuid: () => {
      const hex = Array.from({ length: 32 }, () => int(0, 15).toString(16));
      hex[12] = "4";
      hex[16] = "8";
      return hex.join("").replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, "$1-$2-$3-$4-$5");
    },
  };
}
