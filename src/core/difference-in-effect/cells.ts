import type { Policy } from "../policy";
import { changesBetween, keyOf, type Change } from "./changes";
import { wholeOf, type Part, type Space } from "./space";
import { TooMuch } from "./axis";
import { treatmentIn, type Depends, type Treatment } from "./treatment";

/** A part of the space that each of two versions treats in one way. */
export type Cell = {
  part: Part;
  before: Treatment;
  after: Treatment;
  /** What differs; nothing where they are treated alike. */
  changes: readonly Change[];
};

/** Beyond so many parts nobody can be told what a policy does. */
const MOST_CELLS = 20_000;

/**
 * Cuts the space until each version treats every part in one way. The parts do not meet, and are the whole of it.
 * @throws TooMuch
 */
export function cellsOf(before: Policy | null, after: Policy | null, space: Space): Cell[] {
  const found: Cell[] = [];
  const open: Part[] = [wholeOf(space)];
  for (let part = open.pop(); part; part = open.pop()) {
    if (found.length + open.length > MOST_CELLS) throw new TooMuch("parts");
    const was = treatmentIn(before, 0, part, space);
    const is = treatmentIn(after, 1, part, space);
    const depends = "apart" in was ? was : "apart" in is ? is : null;
    if (depends) open.push(...cut(part, depends));
    else found.push(cellOf(part, was as Treatment, is as Treatment));
  }
  return found;
}

function cellOf(part: Part, before: Treatment, after: Treatment): Cell {
  return { part, before, after, changes: keyOf(before) === keyOf(after) ? [] : changesBetween(before, after) };
}

function cut(part: Part, { axis, apart }: Depends): Part[] {
  const groups = new Map<unknown, number[]>();
  for (const piece of part[axis]!) {
    const of = apart(piece);
    groups.set(of, [...(groups.get(of) ?? []), piece]);
  }
  return [...groups.values()].map((pieces) => part.with(axis, pieces));
}
