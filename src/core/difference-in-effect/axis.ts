import type { Span } from "../checks";
import { evaluate, type Comparison, type Facts, type FactValue, type KnownField } from "../conditions";
import type { ToCurrency } from "../money";
import { MOST_PIECES, witnessesOf } from "./witnesses";

/**
 * One thing that rules look at, cut into pieces: values that no rule of either version can tell apart are one piece, so that looking at each piece is looking at every
 * value there is.
 */
export type Axis = {
  size: number;
  /** What is compared on it. */
  comparisons: readonly Comparison[];
  /** By comparison and piece, whether it is met there. */
  met: readonly (readonly boolean[])[];
};

/** A field that conditions compare, or how an edit changed it. @property pieces a value of each */
export type FieldAxis = Axis & {
  kind: "field";
  field: string;
  isChange: boolean;
  known: KnownField;
  pieces: readonly Facts[];
};

/**
 * What documents amount to by a measure, in minor units of a currency; below zero where the field that is measured can be compared, and a credit note is.
 * @property pieces the amounts of each, in their order
 */
export type AmountAxis = Axis & {
  kind: "amount";
  measure: string;
  currency: string;
  /** Over how many days, where totals run over days. */
  days: number | null;
  pieces: readonly Span[][];
};

/** Too much can come out together for all of it to be looked through. */
export class TooMuch extends Error {}

/** How comparisons come out for a value. */
export function outcomesOf(comparisons: readonly Comparison[], facts: Facts, toCurrency?: ToCurrency): boolean[] {
  return comparisons.map((comparison) => evaluate(comparison, facts, toCurrency).outcome === "met");
}

/** The comparisons by the pieces in which they come out alike. @param pieces how each comes out, by piece */
export function metBy(comparisons: readonly Comparison[], pieces: readonly (readonly boolean[])[]): boolean[][] {
  return comparisons.map((_, index) => pieces.map((outcomes) => outcomes[index]!));
}

/** The pieces of a field. @param currency see `witnessesOf` @throws TooMuch */
export function fieldAxis(
  field: string,
  comparisons: readonly Comparison[],
  known: KnownField,
  currency: string,
): FieldAxis {
  const isChange = comparisons.some(({ kind }) => kind === "change");
  const single = alike(comparisons, witnessesOf(field, comparisons, known, currency));
  const pieces = known.many && !isChange ? together(field, comparisons, single, known) : single;
  return {
    kind: "field",
    field,
    isChange,
    known,
    comparisons,
    size: pieces.size,
    met: metBy(
      comparisons,
      [...pieces.values()].map((facts) => outcomesOf(comparisons, facts)),
    ),
    pieces: [...pieces.values()],
  };
}

type Pieces = Map<string, Facts>;
const keyOf = (comparisons: readonly Comparison[], facts: Facts) => outcomesOf(comparisons, facts).map(Number).join("");

/** One for each way in which comparisons come out. */
function alike(comparisons: readonly Comparison[], all: readonly Facts[]): Pieces {
  const found: Pieces = new Map();
  for (const facts of all) {
    const key = keyOf(comparisons, facts);
    if (!found.has(key)) found.set(key, facts);
  }
  return found;
}

/**
 * What several values at once come to: a line more at a time, until nothing new comes of it. How two sets come out together depends only on how each does, so that one
 * set stands for all that come out as it does.
 */
function together(field: string, comparisons: readonly Comparison[], single: Pieces, known: KnownField): Pieces {
  const values = [...single.values()].flatMap((facts) => facts[field] ?? []) as FactValue[];
  const found: Pieces = new Map();
  const open: FactValue[][] = [...(known.always ? [] : [[]]), ...values.map((value) => [value])];
  for (let next = open.shift(); next; next = open.shift()) {
    const facts = { [field]: next as unknown as FactValue };
    const key = keyOf(comparisons, facts);
    if (found.has(key)) continue;
    if (found.size >= MOST_PIECES) throw new TooMuch(field);
    found.set(key, facts);
    for (const value of values) open.push([...next, value]);
  }
  return found;
}

/** The pieces of an amount. @param comparisons of the field that is measured, if any @param cuts from which amounts, without their sign, another band begins */
export function amountAxis(
  { measure, currency, days }: Pick<AmountAxis, "measure" | "currency" | "days">,
  comparisons: readonly Comparison[],
  cuts: readonly number[],
): AmountAxis {
  const ofComparisons = comparisons.flatMap((one) => (one.kind === "amount" ? one.amount.minor : []));
  const below = comparisons.length > 0;
  const starts = below
    ? [-Infinity, 0, ...ofComparisons.flatMap((at) => [at, at + 1]), ...cuts.flatMap((at) => [at, 1 - at])]
    : [0, ...cuts];
  const sorted = [...new Set(starts)].sort((a, b) => a - b);
  const found = new Map<string, { spans: Span[]; outcomes: boolean[] }>();
  sorted.forEach((from, index) => {
    const span = { from, to: sorted[index + 1] ?? Infinity };
    const minor = amountIn(span);
    const outcomes = outcomesOf(comparisons, { [measure]: { minor, currency } });
    const key = JSON.stringify([outcomes, cuts.map((cut) => cut <= Math.abs(minor))]);
    const piece = found.get(key);
    const last = piece?.spans.at(-1);
    if (last?.to === from) last.to = span.to;
    else if (piece) piece.spans.push(span);
    else found.set(key, { spans: [span], outcomes });
  });
  const pieces = [...found.values()];
  return {
    kind: "amount",
    measure,
    currency,
    days,
    comparisons,
    size: pieces.length,
    met: metBy(
      comparisons,
      pieces.map(({ outcomes }) => outcomes),
    ),
    pieces: pieces.map(({ spans }) => spans),
  };
}

/** An amount of a span: the first, or the last of one that has no first. */
export function amountIn({ from, to }: Span): number {
  return from === -Infinity ? to - 1 : from;
}
