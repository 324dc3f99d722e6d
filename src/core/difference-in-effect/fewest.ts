import { gaps, type Table } from "../checks";
import type { Part } from "./space";

/**
 * The same parts in as few as can be found: those that differ in one axis are joined, each is then widened to what may be left out of the sentence, and what others
 * cover is dropped. Greedy, as finding the very fewest is beyond any computer (two-level minimisation, from memory); never more than there were.
 * @param yes what is to be covered
 * @param no what is not to be touched; the rest may be covered or not, as no document is there or it is said elsewhere
 * @param axes how many pieces each has, and whether they stand in a line, so that only neighbours are said together
 */
export function fewest(yes: readonly Part[], no: readonly Part[], axes: readonly AxisSize[]): Part[] {
  const barred = joined(no);
  const wide = joined(yes).map((part) => widened(part, barred, axes));
  const large = [...new Map(wide.map((part) => [JSON.stringify(part), part])).values()].toSorted(
    (a, b) => sizeOf(b) - sizeOf(a),
  );
  // The smallest first: what is covered by larger ones need not be said.
  let kept = large;
  for (const part of large.toReversed()) {
    const others = kept.filter((one) => one !== part);
    if (kept.length > 1 && yes.every((one) => !meets(one, part) || isCovered(one, others))) kept = others;
  }
  return joined(kept);
}

export type AxisSize = { size: number; isLine: boolean };

const sizeOf = (part: Part) => part.reduce((product, { length }) => product * length, 1);

/** Whether some document is in both. */
export function meets(a: Part, b: Part): boolean {
  return a.every((pieces, axis) => pieces.some((piece) => b[axis]!.includes(piece)));
}

/** Joins parts that differ in one axis alone, until no two do. */
function joined(parts: readonly Part[]): Part[] {
  let current = [...parts];
  const axes = parts[0]?.length ?? 0;
  for (let axis = 0, since = 0; since < axes; axis = (axis + 1) % axes) {
    const groups = new Map<string, Part>();
    for (const part of current) {
      const key = JSON.stringify(part.with(axis, []));
      const known = groups.get(key);
      groups.set(key, known ? known.with(axis, union(known[axis]!, part[axis]!)) : part);
    }
    since = groups.size < current.length ? 0 : since + 1;
    current = [...groups.values()];
  }
  return current;
}

const union = (a: readonly number[], b: readonly number[]) => [...new Set([...a, ...b])].sort((x, y) => x - y);

function widened(part: Part, no: readonly Part[], axes: readonly AxisSize[]): Part {
  let wide = part;
  const isFree = (one: Part) => !no.some((other) => meets(one, other));
  const attempt = (axis: number, pieces: readonly number[]) => {
    const wider = wide.with(axis, union(wide[axis]!, pieces));
    if (isFree(wider)) wide = wider;
  };
  const all = axes.map(({ size }) => [...Array(size).keys()]);
  // Leaving out a whole axis makes a sentence shorter, as an open end does; a piece more joins it to others.
  all.forEach((pieces, axis) => attempt(axis, pieces));
  axes.forEach(({ isLine }, axis) => {
    const [first, last] = [Math.min(...wide[axis]!), Math.max(...wide[axis]!)];
    if (!isLine) for (const piece of all[axis]!) attempt(axis, [piece]);
    else for (const pieces of [all[axis]!.slice(0, last), all[axis]!.slice(first)]) attempt(axis, pieces);
  });
  return wide;
}

/** Whether every point of a part is in one of the others, proven by cutting them out of it. */
export function isCovered(part: Part, others: readonly Part[]): boolean {
  const columns: Table["columns"] = part.map((pieces, axis) => ({
    name: String(axis),
    kind: "choice",
    values: pieces.map(String),
  }));
  const rules = others.filter((one) => meets(one, part)).map((one) => one.map((pieces) => pieces.map(String)));
  return gaps({ columns, rules }).length === 0;
}
