import type { Span } from "../checks";
import { beforeKey, type Facts, type FactValue } from "../conditions";
import type { Money, ToCurrency } from "../money";
import type { PastDocument } from "../rehearsal";
import { amountIn, outcomesOf, type AmountAxis, type FieldAxis } from "./axis";
import type { Part, Space } from "./space";
import { oldValues } from "./witnesses";

/** A document as far as rules look at it. */
export type Example = Pick<PastDocument, "documentType" | "requester" | "onBehalfOf" | "unit" | "facts" | "measures">;

/** What examples are made with: whole units, so that amounts are round, and rates where amounts are compared in several currencies. */
export type Making = { documentType: string; unit: number; toCurrency: ToCurrency };

/** A document of a part; null where none is found, as where amounts of two currencies would have to be apart at which rates they are not. */
export function exampleIn(part: Part, space: Space, making: Making): Example | null {
  const amounts = space.axes.flatMap((axis, index) => (axis.kind === "amount" ? [{ axis, pieces: part[index]! }] : []));
  const [first, ...others] = amounts;
  const asker = askerIn(part, space);
  const { documentType, toCurrency } = making;
  for (const amount of first ? amountsFor(first.axis, first.pieces, space, making) : []) {
    const measures = measuresWith(amount, first!.axis, others, making);
    if (!measures) continue;
    const compared = amounts.filter(({ axis }) => axis.comparisons.length > 0);
    const said = Object.fromEntries(compared.map(({ axis }) => [axis.measure, measures[axis.measure]!]));
    const facts = factsIn(part, space, said, toCurrency);
    if (facts)
      return { ...asker, documentType, facts: { ...facts, requester: asker.requester, unit: asker.unit }, measures };
  }
  return null;
}

/** Amounts of some pieces that are worth trying: round ones first, then those next to which a comparison in another currency comes out otherwise. */
function amountsFor(axis: AmountAxis, pieces: readonly number[], space: Space, making: Making): Money[] {
  const { currency } = axis;
  // Those that are not of credit notes, if there are any.
  const spans = pieces.flatMap((piece) => axis.pieces[piece]!).toSorted((a, b) => Number(b.to > 0) - Number(a.to > 0));
  const named = space.axes
    .flatMap((one) => one.comparisons)
    .flatMap((one) => (one.kind === "amount" && one.amount.currency !== currency ? [one.amount] : []))
    .flatMap((one) => making.toCurrency(one, currency)?.minor ?? [])
    .flatMap((at) => [at - 100, at - 1, at, at + 1, at + 100]);
  const within = (minor: number) => spans.some(({ from, to }) => from <= minor && minor < to);
  return [...spans.map((span) => roundIn(span, making.unit)), ...spans.map(amountIn), ...named]
    .filter(within)
    .map((minor) => ({ minor, currency }));
}

type Restricted = { axis: AmountAxis; pieces: readonly number[] };

/** What a document comes to by every measure that is looked at, if it comes to an amount by the first. */
function measuresWith(
  amount: Money,
  { measure }: AmountAxis,
  others: readonly Restricted[],
  { toCurrency, unit }: Making,
): Record<string, Money> | null {
  const measures: Record<string, Money> = { [measure]: amount };
  for (const { axis, pieces } of others) {
    const spans = pieces.flatMap((piece) => axis.pieces[piece]!);
    const known = measures[axis.measure];
    if (!known) {
      measures[axis.measure] = { minor: roundIn(spans[0]!, unit), currency: axis.currency };
      continue;
    }
    const minor = toCurrency(known, axis.currency)?.minor;
    const at = minor !== undefined && axis.comparisons.length === 0 ? Math.abs(minor) : minor;
    if (at === undefined || !spans.some(({ from, to }) => from <= at && at < to)) return null;
  }
  return measures;
}

/** A round amount about the middle of a span, or twice the last threshold. */
function roundIn({ from, to }: Span, unit: number): number {
  const start = from === -Infinity ? Math.min(0, 2 * to) : from;
  const end = to === Infinity ? Math.max(2 * start, 2000 * unit) : to;
  const middle = Math.floor((start + end) / 2);
  for (const digits of [6, 5, 4, 3, 2, 1, 0]) {
    const step = unit * 10 ** digits;
    const round = Math.round(middle / step) * step;
    // An amount at the edge would be read as if it mattered that it is just there.
    if (round !== 0 && from < round && round < to - 1) return round;
  }
  return from <= middle && middle < to ? middle : amountIn({ from, to });
}

/** What every field says in a part, beside what is said already. */
function factsIn(part: Part, { axes }: Space, said: Facts, toCurrency: ToCurrency): Facts | null {
  let facts = said;
  for (const [index, axis] of axes.entries()) {
    if (axis.kind !== "field") continue;
    const found = factsOf(axis, part[index]!, facts, toCurrency);
    if (!found && part[index]!.length < axis.size) return null;
    facts = { ...facts, ...found };
  }
  return facts;
}

/** What one field says in one of the pieces. */
function factsOf(axis: FieldAxis, pieces: readonly number[], facts: Facts, toCurrency: ToCurrency): Facts | null {
  const { field } = axis;
  const said = facts[field];
  if (said === undefined) return axis.pieces[pieces[0]!]!;
  const olds = axis.isChange ? oldOf(axis, said) : [facts[beforeKey(field)] ?? null];
  for (const piece of pieces) {
    const wanted = axis.met.map((by) => by[piece]).join();
    for (const old of olds) {
      const found = { [field]: said, [beforeKey(field)]: old };
      if (outcomesOf(axis.comparisons, found, toCurrency).join() === wanted) return found;
    }
  }
  return null;
}

/** Old values of which the new one can have come. */
function oldOf({ comparisons }: FieldAxis, now: FactValue): FactValue[] {
  const ofChange = comparisons.filter((one) => one.kind === "change");
  if (typeof now !== "object" || now === null || !("minor" in now)) return [null, now, "another"];
  const amounts = ofChange.flatMap(({ amount }) => amount ?? []);
  const percents = ofChange.flatMap(({ percent }) => percent ?? []);
  return [null, ...oldValues(now.minor, amounts, percents).map((minor) => ({ minor, currency: now.currency }))];
}

/** Somebody whose document it is, and who entered it for them, if its requester has to be another. */
function askerIn(part: Part, { axes, who }: Space): Pick<Example, "requester" | "onBehalfOf" | "unit"> {
  const askers = part[0]!.flatMap((piece) =>
    who.pieces[piece]!.flatMap(({ people, units }) =>
      people.map((person) => ({ requester: person, unit: who.chosen ? units[0]! : who.unitOf(person)! })),
    ),
  );
  const index = axes.findIndex((axis) => axis.kind === "field" && axis.field === "requester");
  const axis = axes[index] as FieldAxis | undefined;
  if (!axis) return askers[0]!;
  const alike = (facts: Facts) => outcomesOf(axis.comparisons, facts).join();
  const wanted = new Set(part[index]!.map((piece) => alike(axis.pieces[piece]!)));
  const own = askers.find(({ requester }) => wanted.has(alike({ requester })));
  if (own) return own;
  const requester = axis.pieces[part[index]![0]!]!.requester as string;
  return { requester, onBehalfOf: askers[0]!.requester, unit: askers[0]!.unit };
}
