/** How often each met each: `met` has a row for each of `rows` with a count for each of `columns`. */
export type WhoMeetsWhom = { rows: string[]; columns: string[]; met: number[][] };

/** So many people stand in it, those who meet most. */
const MOST = 12;

/**
 * Counts who met whom.
 * @param meetings both of each meeting; where nobody comes first, both ways round
 * @param always who stands in it however seldom they met
 */
export function whoMeetsWhom(
  meetings: Iterable<readonly [row: string, column: string, times?: number]>,
  always: readonly [string, string],
): WhoMeetsWhom {
  const counts = new Map<string, Map<string, number>>();
  const [ofRow, ofColumn] = [new Map<string, number>(), new Map<string, number>()];
  const add = (to: Map<string, number>, key: string, times: number) => to.set(key, (to.get(key) ?? 0) + times);
  for (const [row, column, times = 1] of meetings) {
    const line = counts.get(row) ?? new Map<string, number>();
    counts.set(row, line);
    add(line, column, times);
    add(ofRow, row, times);
    add(ofColumn, column, times);
  }
  const [rows, columns] = [mostOf(ofRow, always), mostOf(ofColumn, always)];
  return { rows, columns, met: rows.map((row) => columns.map((column) => counts.get(row)?.get(column) ?? 0)) };
}

/** Those with most, and whoever is there in any case, by name, so that it looks the same every morning. */
function mostOf(counts: ReadonlyMap<string, number>, always: readonly string[]): string[] {
  const named = always.filter((one) => counts.has(one));
  const others = [...counts.keys()]
    .filter((one) => !always.includes(one))
    .sort((a, b) => counts.get(b)! - counts.get(a)! || a.localeCompare(b));
  return [...named, ...others.slice(0, MOST - named.length)].sort();
}

/** Both counted together. */
export function bothOf(one: WhoMeetsWhom, other: WhoMeetsWhom, always: readonly [string, string]): WhoMeetsWhom {
  const meetings = [one, other].flatMap(({ rows, columns, met }) =>
    rows.flatMap((row, r) => columns.map((column, c) => [row, column, met[r]![c]!] as const)),
  );
  return whoMeetsWhom(meetings, always);
}
