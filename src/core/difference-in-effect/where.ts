import { evaluate } from "../conditions";
import type { Rate } from "../money";
import { isOwnKey } from "../own-fields";
import { converterByDay, pastRoutable, type PastDocument } from "../rehearsal";
import type { Routable } from "../routing";
import type { AmountAxis, FieldAxis } from "./axis";
import type { Cell } from "./cells";
import { sectionOf, type DifferenceInEffect } from "./find";
import { meets } from "./fewest";
import { wholeOf, type Part } from "./space";
import type { WhoAxis } from "./who";

/** Where a document is in a difference: in which groups, and which area of each; or that both versions treat it alike, or that too little is known of it to tell. */
export type Where = readonly { group: number; area: number }[] | "alike" | "not told";

/**
 * Tells of documents whether two versions treat them differently, and how.
 * @param difference of the policies and people under which documents are looked at; requesters whom it does not know cannot be told
 */
export function whereIn(difference: DifferenceInEffect): (document: Routable) => Where {
  const { axes } = difference.space;
  const readers = axes.map((axis) => {
    if (axis.kind === "who") return whoReader(axis);
    if (axis.kind === "field") return fieldReader(axis);
    const isOne = axes.every(
      (one) => one === axis || one.kind !== "amount" || one.measure !== axis.measure || one.days === axis.days,
    );
    // Of the totals over other days nothing is known.
    return isOne ? amountReader(axis) : () => [...Array(axis.size).keys()];
  });
  const own = axes.flatMap((axis, place) => (axis.kind === "field" && isOwnKey(axis.field) ? [{ axis, place }] : []));
  const known = new Map<string, Where>();
  return (document) => {
    const part = readers.map((read) => read(document));
    const open = own.filter(({ axis }) => !document.says(axis.field)).map(({ place }) => place);
    const key = JSON.stringify([part, open]);
    const where = known.get(key) ?? whereOf(part, open, difference);
    known.set(key, where);
    return where;
  };
}

/** @param open axes of fields that say nothing yet, and may be filled in by whoever approves */
function whereOf(part: Part, open: readonly number[], difference: DifferenceInEffect): Where {
  const { cells, space } = difference;
  if (part.some((pieces) => pieces.length === 0)) return "not told";
  const now = cells.filter((cell) => meets(cell.part, part));
  const filled = new Set(now.flatMap(({ before, after }) => [before, after].flatMap(filledBy)));
  const awaited = open.filter((place) => filled.has((space.axes[place] as FieldAxis).field));
  const whole = wholeOf(space);
  // What is still to be filled in may come out either way, so that it is treated otherwise as soon as one of them is.
  const later = awaited.reduce((wider, place) => wider.with(place, whole[place]!), part);
  const meeting = awaited.length > 0 ? cells.filter((cell) => meets(cell.part, later)) : now;
  const differing = meeting.filter(({ changes }) => changes.length > 0);
  if (differing.length === 0) return "alike";
  const ways = new Set(meeting.map((cell) => groupsWith(cell, difference).join()));
  return ways.size > 1 && awaited.length === 0 ? "not told" : placesOf(differing[0]!, difference);
}

function groupsWith(cell: Cell, { groups }: DifferenceInEffect): number[] {
  return groups.flatMap(({ cells }, index) => (cells.has(cell) ? [index] : []));
}

/** Keys of fields that whoever approves fills in. */
function filledBy(treatment: Cell["before"]): string[] {
  if (treatment.kind === "elsewhere") return [];
  return treatment.levels.flatMap(({ level, part }) =>
    part === "asked" ? (level.fills ?? []).map(({ field }) => field) : [],
  );
}

function placesOf(cell: Cell, difference: DifferenceInEffect): { group: number; area: number }[] {
  return groupsWith(cell, difference).map((group) => {
    const { areas, side } = difference.groups[group]!;
    const own = sectionOf(cell, side);
    const area = areas.findIndex(({ parts }) =>
      parts.some(({ section, part }) => section === own && meets(part, cell.part)),
    );
    return { group, area };
  });
}

/** Which pieces of an axis a document is in: one, several where too little is known, none where nothing is. */
type Reader = (document: Routable) => readonly number[];

function whoReader({ pieceOf }: WhoAxis): Reader {
  const places = new Map<string, number[]>();
  return ({ requester, onBehalfOf, unit }) => {
    const asker = onBehalfOf ?? requester;
    const key = `${asker} ${unit}`;
    const known = places.get(key);
    if (known) return known;
    const piece = pieceOf(asker, unit);
    const found = piece < 0 ? [] : [piece];
    places.set(key, found);
    return found;
  };
}

function amountReader({ measure, currency, comparisons, pieces }: AmountAxis): Reader {
  return (document) => {
    const fact = comparisons.length > 0 ? document.facts([])[measure] : null;
    const measured = document.measured(measure, { currency, on: "" });
    const amount = fact ?? (measured && "amount" in measured ? measured.amount : null);
    if (typeof amount !== "object" || amount === null || !("minor" in amount)) return [];
    const minor = document.toCurrency(amount, currency)?.minor;
    if (minor === undefined) return [];
    const at = comparisons.length > 0 ? minor : Math.abs(minor);
    return [pieces.findIndex((spans) => spans.some(({ from, to }) => from <= at && at < to))];
  };
}

function fieldReader({ comparisons, met, size }: FieldAxis): Reader {
  const all = [...Array(size).keys()];
  return (document) => {
    const facts = document.facts([]);
    const outcomes = comparisons.map((one) => evaluate(one, facts, document.toCurrency, document.unknown).outcome);
    return all.filter((piece) =>
      outcomes.every((outcome, index) => outcome === "undecidable" || (outcome === "met") === met[index]![piece]),
    );
  };
}

/** Past documents that are treated otherwise. */
export type Count = { documents: number; ids: string[] };
export type Counts = {
  /** By group and area. @property ids of the largest, the largest first */
  areas: readonly (readonly Count[])[];
  /** Treated otherwise in some way, and alike, and those of which it cannot be told. */
  differing: number;
  alike: number;
  notTold: number;
};

/**
 * How many documents of the past are where.
 * @param most so many of an area are named, the largest
 */
export function countsIn(
  difference: DifferenceInEffect,
  documents: readonly PastDocument[],
  rates: readonly Rate[],
  most: number,
): Counts {
  const where = whereIn(difference);
  const convert = converterByDay(rates);
  const areas = difference.groups.map((group) =>
    group.areas.map((): Count & { of: PastDocument[] } => ({ documents: 0, ids: [], of: [] })),
  );
  let [differing, alike, notTold] = [0, 0, 0];
  for (const past of documents) {
    const found = where(pastRoutable(past, convert));
    if (found === "alike") alike += 1;
    else if (found === "not told") notTold += 1;
    else {
      differing += 1;
      for (const { group, area } of found) areas[group]![area]!.of.push(past);
    }
  }
  const size = ({ measures }: PastDocument) =>
    Math.max(0, ...Object.values(measures).map(({ minor }) => Math.abs(minor)));
  return {
    areas: areas.map((group) =>
      group.map(({ of }) => ({
        documents: of.length,
        ids: of
          .toSorted((a, b) => size(b) - size(a))
          .slice(0, most)
          .map(({ id }) => id),
      })),
    ),
    differing,
    alike,
    notTold,
  };
}
