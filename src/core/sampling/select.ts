import { sha256Hex } from "../records";

/** One of a population, by what it is called and what it is worth. */
export type Item = { id: string; minor: number };

/**
 * A number that only the seed decides: the first 52 bits of the SHA-256 of seed, a line feed and the count, as a fraction of 2^52. Anybody can
 * work it out again with a tool that hashes.
 * @returns at least 0 and less than 1
 */
export function drawn(seed: string, count: number): number {
  return Number.parseInt(sha256Hex(`${seed}\n${count}`).slice(0, 13), 16) / 2 ** 52;
}

/**
 * A random selection without repetition: the population in the order of its ids, shuffled from the front (Fisher and Yates) by the numbers of the seed.
 * Everybody who has the population and the seed gets the same.
 */
export function selectAtRandom(population: readonly Item[], size: number, seed: string): Item[] {
  const items = inOrder(population);
  const wanted = Math.min(size, items.length);
  for (let at = 0; at < wanted; at += 1) {
    const other = at + Math.floor(drawn(seed, at) * (items.length - at));
    [items[at], items[other]] = [items[other]!, items[at]!];
  }
  return items.slice(0, wanted);
}

/**
 * A monetary-unit selection: every unit of value has the same chance, so large ones are likely and those over the interval certain. The values in the order
 * of the ids are laid end to end; from a start that the seed decides, each interval's unit picks the item it falls into.
 * @returns the items, each once, and the interval in minor units
 */
export function selectByValue(
  population: readonly Item[],
  size: number,
  seed: string,
): { items: Item[]; interval: number; start: number } {
  const items = inOrder(population).filter((one) => one.minor !== 0);
  const total = items.reduce((sum, one) => sum + Math.abs(one.minor), 0);
  if (total === 0 || size < 1) return { items: [], interval: 0, start: 0 };
  const interval = Math.max(1, Math.floor(total / size));
  const start = Math.floor(drawn(seed, 0) * interval);
  const found: Item[] = [];
  let [end, next] = [0, start];
  for (const item of items) {
    end += Math.abs(item.minor);
    if (next >= end) continue;
    found.push(item);
    while (next < end) next += interval;
  }
  return { items: found, interval, start };
}

function inOrder(population: readonly Item[]): Item[] {
  return [...population].sort((a, b) => (a.id < b.id ? -1 : a.id > b.id ? 1 : 0));
}
