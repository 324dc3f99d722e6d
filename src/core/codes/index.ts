/** Values of many things: each distinct value once, and for each thing which it is; -1 where it is not known. */
export type Column<T> = { codes: Int32Array; values: readonly T[] };

/** Numbers for distinct values, which are told apart by what they say. */
export class Codes<T> {
  readonly values: T[] = [];
  private readonly known = new Map<unknown, number>();

  constructor(private readonly keyOf: (value: T) => unknown = itself) {}

  of(value: T): number {
    const key = this.keyOf(value);
    const before = this.known.get(key);
    if (before !== undefined) return before;
    this.known.set(key, this.values.length);
    this.values.push(value);
    return this.values.length - 1;
  }
}

function itself(value: unknown): unknown {
  return value;
}

/** The rows of each code, in their order: those of code `c` are `rows` from `start[c]` up to `start[c + 1]`. */
export type RowsByCode = { start: Int32Array; rows: Int32Array };

/** Sorts rows by their code, those without one left out. @param size how many codes there are */
export function rowsByCode(codes: ArrayLike<number>, size: number): RowsByCode {
  const start = new Int32Array(size + 1);
  for (let row = 0; row < codes.length; row += 1) if (codes[row]! >= 0) start[codes[row]! + 1]! += 1;
  for (let code = 0; code < size; code += 1) start[code + 1]! += start[code]!;
  const next = start.slice(0, size);
  const rows = new Int32Array(start[size]!);
  for (let row = 0; row < codes.length; row += 1) {
    const code = codes[row]!;
    if (code < 0) continue;
    rows[next[code]!] = row;
    next[code]! += 1;
  }
  return { start, rows };
}

/** The rows of one code, without copying. */
export function rowsOf({ start, rows }: RowsByCode, code: number): Int32Array {
  return rows.subarray(start[code]!, start[code + 1]!);
}
