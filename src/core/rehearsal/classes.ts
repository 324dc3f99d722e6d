/** Documents by kinds that are alike: a number for each document, from 0 to `size`. */
export type Classes = { of: Int32Array; size: number };

/** Up to so many pairs are renumbered by a table, which is faster than a map by far and takes 16 MB. */
const LARGEST_TABLE = 4_000_000;

/** All alike. */
export function oneClass(count: number): Classes {
  return { of: new Int32Array(count), size: 1 };
}

/** Documents that are alike in both ways. Classes that no document is in are left out. */
export function both(a: Classes, b: Classes): Classes {
  if (b.size <= 1) return a;
  if (a.size <= 1) return b;
  const count = a.of.length;
  const of = new Int32Array(count);
  let size = 0;
  if (a.size * b.size <= LARGEST_TABLE) {
    // Zero is "not seen yet", so that the table need not be filled.
    const table = new Int32Array(a.size * b.size);
    for (let index = 0; index < count; index += 1) {
      const pair = a.of[index]! * b.size + b.of[index]!;
      const known = table[pair]! || (table[pair] = size += 1);
      of[index] = known - 1;
    }
    return { of, size };
  }
  const known = new Map<number, number>();
  for (let index = 0; index < count; index += 1) {
    const pair = a.of[index]! * b.size + b.of[index]!;
    let code = known.get(pair);
    if (code === undefined) known.set(pair, (code = size++));
    of[index] = code;
  }
  return { of, size };
}

/** Documents that are alike in every one of the ways. */
export function all(count: number, ways: readonly Classes[]): Classes {
  return ways.reduce(both, oneClass(count));
}

/** The first document of each class, which stands for all of it; -1 for a class without any. */
export function firstOf({ of, size }: Classes): Int32Array {
  const first = new Int32Array(size).fill(-1);
  for (let index = of.length - 1; index >= 0; index -= 1) first[of[index]!] = index;
  return first;
}

/** Numbers by what each stands for. */
export function mapped(of: Int32Array, to: Int32Array): Int32Array {
  const found = new Int32Array(of.length);
  for (let index = 0; index < of.length; index += 1) found[index] = to[of[index]!]!;
  return found;
}

/** Classes by a key of each of them, such as what they came to. */
export function merged({ of, size }: Classes, keyOf: (code: number) => string): Classes {
  const known = new Map<string, number>();
  const to = new Int32Array(size);
  for (let code = 0; code < size; code += 1) {
    const key = keyOf(code);
    const before = known.get(key);
    if (before === undefined) known.set(key, known.size);
    to[code] = before ?? known.size - 1;
  }
  // Looking at every document costs more than all the keys, and often there is nothing to change.
  if (known.size === size) return { of, size };
  return known.size <= 1 ? oneClass(of.length) : { of: mapped(of, to), size: known.size };
}
