import type { Span } from "../checks";
import { OPPOSITE, type Comparison, type Condition } from "../conditions";
import type { Directory } from "../people";
import { outcomesOf, type AmountAxis, type FieldAxis } from "./axis";
import { fewest } from "./fewest";
import type { Part, Space } from "./space";
import type { WhoAxis } from "./who";

/** Whose documents: of everybody in some units, and of some people; where a unit is chosen with a document, of some people for some units. Null for any. */
export type Whose = { people: readonly string[] | null; units: readonly string[] | null };

/** Amounts in the minor units of a currency by a measure: from one to before another, null where there is no such end. */
export type Amounts = {
  measure: string;
  currency: string;
  /** See `AmountAxis`. */
  days: number | null;
  spans: readonly { from: number | null; to: number | null }[];
};

/** What documents of a part have in common that no others have; nothing of what may be anything. */
export type Described = { whose: readonly Whose[]; amounts: readonly Amounts[]; when: readonly Condition[] };

/** A part in the terms of its policy. */
export function describe(part: Part, { axes }: Space, directory: Directory): Described {
  const whose: Whose[] = [];
  const amounts: Amounts[] = [];
  const when: Condition[] = [];
  axes.forEach((axis, index) => {
    const pieces = part[index]!;
    if (pieces.length === axis.size) return;
    if (axis.kind === "who") whose.push(...whoseOf(axis, pieces, directory));
    else if (axis.kind === "amount") amounts.push(amountsOf(axis, pieces));
    else when.push(conditionOf(axis, pieces));
  });
  return { whose, amounts, when: unlikeTogether(when) };
}

/** What may not be so, in one. */
function unlikeTogether(when: readonly Condition[]): Condition[] {
  const not = when.flatMap((one) => (one.kind === "none" ? one.of : []));
  const others = when.filter((one) => one.kind !== "none");
  return not.length > 0 ? [...others, { kind: "none", of: not }] : others;
}

function amountsOf({ measure, currency, days, pieces: all }: AmountAxis, pieces: readonly number[]): Amounts {
  const spans: Span[] = [];
  const sorted = pieces.flatMap((piece) => all[piece]!).toSorted((a, b) => a.from - b.from);
  for (const span of sorted) {
    const last = spans.at(-1);
    if (last?.to === span.from) last.to = span.to;
    else spans.push({ ...span });
  }
  const end = (at: number) => (Number.isFinite(at) ? at : null);
  return { measure, currency, days, spans: spans.map(({ from, to }) => ({ from: end(from), to: end(to) })) };
}

/** Units of which everybody is among them are named, and of the others everybody. */
function whoseOf(axis: WhoAxis, pieces: readonly number[], { organisation }: Directory): Whose[] {
  const groups = pieces.flatMap((piece) => axis.pieces[piece]!);
  if (axis.chosen) {
    const everybody = organisation.people.length;
    return groups.map(({ people, units }) => ({ people: people.length === everybody ? null : people, units }));
  }
  const among = new Set(groups.flatMap(({ people }) => people));
  const whole = [...new Set(groups.flatMap(({ units }) => units))].filter((unit) =>
    organisation.people.every((one) => one.unit !== unit || among.has(one.id)),
  );
  const others = organisation.people.filter(({ id, unit }) => among.has(id) && !whole.includes(unit));
  return [
    ...(whole.length > 0 ? [{ people: null, units: whole }] : []),
    ...(others.length > 0 ? [{ people: others.map(({ id }) => id), units: null }] : []),
  ];
}

/** A condition that is met by these pieces of a field and by no others. */
function conditionOf(axis: FieldAxis, pieces: readonly number[]): Condition {
  const named = choicesOf(axis, pieces);
  if (named) return named;
  // In the space of the comparisons themselves, each met or not; what no value comes to may be said or not.
  const cube = (piece: number): Part => axis.met.map((by) => [by[piece] ? 1 : 0]);
  const others = [...Array(axis.size).keys()].filter((piece) => !pieces.includes(piece));
  const parts = fewest(
    pieces.map(cube),
    others.map(cube),
    axis.met.map(() => ({ size: 2, isLine: false })),
  );
  return anyOf(parts.map((part) => allOf(part.flatMap((met, index) => literal(axis, index, met)))));
}

function literal({ comparisons, known }: FieldAxis, index: number, met: readonly number[]): Condition[] {
  if (met.length > 1) return [];
  return [met[0] === 1 ? comparisons[index]! : negated(comparisons[index]!, known.always === true && !known.many)];
}

const anyOf = (of: Condition[]): Condition => (of.length === 1 ? of[0]! : { kind: "any", of });
function allOf(of: readonly Condition[]): Condition {
  const left = of.flatMap((one) => (one.kind === "choice" && one.is === "none of" ? one.values : []));
  const others = of.filter((one) => one.kind !== "choice" || one.is !== "none of");
  const choice = of.find((one) => one.kind === "choice");
  const joined = left.length > 0 ? [...others, { ...choice!, is: "none of" as const, values: [...new Set(left)] }] : of;
  return joined.length === 1 ? joined[0]! : { kind: "all", of: [...joined] };
}

/** That a comparison is not met, as another comparison where there is one. @param isSingle there is always one value, so that one or the other is met */
function negated(comparison: Comparison, isSingle: boolean): Condition {
  if (comparison.kind === "choice") return { ...comparison, is: comparison.is === "one of" ? "none of" : "one of" };
  if (comparison.kind === "flag" && isSingle) return { ...comparison, is: !comparison.is };
  if ((comparison.kind === "amount" || comparison.kind === "number") && isSingle && comparison.is !== "exactly")
    return { ...comparison, is: OPPOSITE[comparison.is] };
  return { kind: "none", of: [comparison] };
}

/** The same of a field that has one choice, by naming what it may be. */
function choicesOf(axis: FieldAxis, pieces: readonly number[]): Condition | null {
  const { field, comparisons, known } = axis;
  const ofChoice = comparisons.filter((one) => one.kind === "choice");
  if (known.many || ofChoice.length < comparisons.length) return null;
  const named = [...new Set(ofChoice.flatMap(({ values }) => values))];
  const keys = new Set(pieces.map((piece) => axis.met.map((by) => by[piece]).join()));
  const isIn = (facts: Parameters<typeof outcomesOf>[1]) => keys.has(outcomesOf(comparisons, facts).join());
  const within = named.filter((value) => isIn({ [field]: value }));
  const values = isIn({}) ? named.filter((value) => !within.includes(value)) : within;
  return { kind: "choice", field, is: isIn({}) ? "none of" : "one of", values };
}
