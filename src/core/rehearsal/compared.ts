import { beforeKey, comparisonsIn, evaluate, type Comparison, type Condition, type Facts } from "../conditions";
import { both, oneClass, type Classes } from "./classes";
import { NONE, pastAt, valueAt, type AmountColumn, type Columns } from "./columns";
import type { Column } from "../codes";
import { isSaid, type ConverterByDay } from "./past-document";

type Amount = Extract<Comparison, { kind: "amount" }>;

/** Documents for which every comparison in some conditions comes out alike, so that all conditions do. */
export function alikeInConditions(
  columns: Columns,
  conditions: readonly Condition[],
  rates: ConverterByDay,
): Classes[] {
  const byField = new Map<string, Map<string, Comparison>>();
  for (const comparison of conditions.flatMap(comparisonsIn)) {
    const known = byField.get(comparison.field) ?? new Map<string, Comparison>();
    byField.set(comparison.field, known.set(JSON.stringify(comparison), comparison));
  }
  return [...byField].map(([field, comparisons]) => alikeInField(columns, field, [...comparisons.values()], rates));
}

function alikeInField(columns: Columns, field: string, asked: readonly Comparison[], rates: ConverterByDay): Classes {
  const { [field]: amounts } = columns.amounts;
  const { [field]: facts } = columns.facts;
  const isPlain = asked.every(({ kind }) => kind !== "change");
  if (amounts && isPlain && asked.every(isAmount)) return alikeInAmount(columns, amounts, asked, rates);
  if (facts && isPlain && !asked.some(isAmount)) return alikeInFact(field, facts, asked);
  if (!amounts && !facts) return oneClass(columns.count);
  return oneByOne(columns, field, asked, rates);
}

const isAmount = (comparison: Comparison): comparison is Amount => comparison.kind === "amount";

/** Each distinct value is looked at once. */
function alikeInFact(field: string, { codes, values }: Column<Facts[string]>, asked: readonly Comparison[]): Classes {
  const outcomesOf = (facts: Facts, unknown?: ReadonlySet<string>) =>
    asked.map((one) => evaluate(one, facts, undefined, unknown).outcome).join();
  const keys = values.map((value) => outcomesOf({ [field]: value }));
  const distinct = [...new Set(keys)];
  const to = Int32Array.from(keys, (key) => distinct.indexOf(key));
  const of = new Int32Array(codes.length);
  // What is not known is a class of its own.
  for (let index = 0; index < of.length; index += 1) {
    const code = codes[index]!;
    of[index] = code < 0 ? distinct.length : to[code]!;
  }
  return { of, size: distinct.length + 1 };
}

/** An amount is between two of those that it is compared with, in whatever currency these are. */
function alikeInAmount(
  columns: Columns,
  amounts: AmountColumn,
  asked: readonly Amount[],
  rates: ConverterByDay,
): Classes {
  const currencies = [...new Set(asked.map(({ amount }) => amount.currency))];
  return currencies.reduce((before, currency) => {
    const wanted = asked.flatMap(({ amount }) => (amount.currency === currency ? [amount.minor] : []));
    // Over, at least, under, at most and exactly all turn at the amount or one above it.
    const cuts = wanted.flatMap((minor) => [minor, minor + 1]);
    return both(before, between(amounts, inCurrency(columns, amounts, currency, rates), cuts));
  }, oneClass(columns.count));
}

/** Documents by whether they have an amount that can be compared, and why not. */
export function alikeInHaving(amounts: AmountColumn, converted: Float64Array): Classes {
  for (let index = 0; index < converted.length; index += 1)
    if (Number.isNaN(converted[index]!)) return between(amounts, converted, []);
  return oneClass(converted.length);
}

/** Documents by between which of some amounts theirs is; those without one, of which nothing is known, or that have no rate are classes of their own. */
export function between(
  { currency }: Pick<AmountColumn, "currency">,
  converted: Float64Array,
  cuts: readonly number[],
): Classes {
  const sorted = Float64Array.from(new Set(cuts)).sort();
  const { length } = sorted;
  const of = new Int32Array(converted.length);
  const few = length <= 8;
  for (let index = 0; index < of.length; index += 1) {
    const value = converted[index]!;
    if (Number.isNaN(value)) {
      const code = currency[index]!;
      of[index] = length + (code >= 0 ? 1 : code === NONE ? 2 : 3);
    } else if (few) {
      let below = 0;
      while (below < length && sorted[below]! <= value) below += 1;
      of[index] = below;
    } else of[index] = cutsUpTo(sorted, value);
  }
  return { of, size: length + 4 };
}

/** How many of some rising amounts are not above one. */
export function cutsUpTo(sorted: Float64Array, value: number): number {
  let low = 0;
  let high = sorted.length;
  while (low < high) {
    const middle = (low + high) >>> 1;
    if (sorted[middle]! <= value) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** Amounts in another currency at the rates of their days, in its minor units; not a number where there is none or that cannot be told. */
export function inCurrency(
  columns: Columns,
  { minor, currency }: AmountColumn,
  target: string,
  rates: ConverterByDay,
): Float64Array {
  const same = columns.currencies.indexOf(target);
  const converted = new Float64Array(columns.count);
  for (let index = 0; index < columns.count; index += 1) {
    const code = currency[index]!;
    if (code === same && code >= 0) converted[index] = minor[index]!;
    else if (code < 0) converted[index] = NaN;
    else {
      const amount = { minor: minor[index]!, currency: columns.currencies[code]! };
      converted[index] = rates(amount, target, valueAt(columns.day, index)!)?.minor ?? NaN;
    }
  }
  return converted;
}

/** The same amounts, in place, as what they are beside their sign: a credit note needs whoever would approve the same amount of spending. */
export function withoutSign(amounts: Float64Array): Float64Array {
  for (let index = 0; index < amounts.length; index += 1) amounts[index] = Math.abs(amounts[index]!);
  return amounts;
}

/** Where old and new are compared, or the amounts of all lines: document by document. */
function oneByOne(columns: Columns, field: string, asked: readonly Comparison[], rates: ConverterByDay): Classes {
  const known = new Map<string, number>();
  const of = Int32Array.from({ length: columns.count }, (_, index) => {
    const { facts, unknown, date } = pastAt(columns, index);
    const seen = { [field]: facts[field] ?? null, [beforeKey(field)]: facts[beforeKey(field)] ?? null };
    const toCurrency: Parameters<typeof evaluate>[2] = (amount, currency) => rates(amount, currency, date);
    const key = asked.map((one) => evaluate(one, seen, toCurrency, unknown && new Set(unknown)).outcome).join();
    const code = known.get(key) ?? known.size;
    known.set(key, code);
    return code;
  });
  return { of, size: known.size };
}

/** Documents by whether anything is said in a field of the organisation's own. */
export function alikeInSaying(columns: Columns, field: string): Classes {
  const { [field]: amounts } = columns.amounts;
  const { [field]: facts } = columns.facts;
  if (amounts) return { of: Int32Array.from(amounts.currency, (code) => (code >= 0 ? 1 : 0)), size: 2 };
  if (!facts) return oneClass(columns.count);
  const said = facts.values.map(isSaid);
  return { of: facts.codes.map((code) => (said[code] ? 1 : 0)), size: 2 };
}
