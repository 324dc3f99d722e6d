import { comparisonsIn, type Comparison, type Condition, type Known } from "../conditions";
import { typeWords } from "../documents";
import type { Directory } from "../people";
import { cutOf, knownIn, type Policy, type PolicyVersion } from "../policy";
import { canonical } from "../records";
import { TooMuch, amountAxis, fieldAxis, type AmountAxis, type FieldAxis } from "./axis";
import { whoAxis, type WhoAxis } from "./who";

export type AnyAxis = WhoAxis | AmountAxis | FieldAxis;

/** Everything that two versions look at of a document: whoever asks, what it amounts to, and each field that one of them compares. */
export type Space = {
  axes: readonly AnyAxis[];
  who: WhoAxis;
  /** Where each comparison stands. */
  placeOf(comparison: Comparison): { axis: number; met: readonly boolean[] };
  /** By version, which of the axes is its amount. */
  amountOf: readonly number[];
};

/** A part of the space: the pieces of each axis that are in it. */
export type Part = readonly (readonly number[])[];

/** All of it. */
export const wholeOf = ({ axes }: Pick<Space, "axes">): Part => axes.map(({ size }) => [...Array(size).keys()]);

/** Beyond it there are so many fields that nobody could say what a policy does. */
const MOST_AXES = 40;

/**
 * The space of two versions, each among the other policies that are in force with it; null for that there is no such policy.
 * @throws TooMuch
 */
export function spaceOf(
  versions: readonly (Policy | null)[],
  others: readonly PolicyVersion[],
  conditions: readonly Condition[],
  directory: Directory,
): Space {
  const policies = versions.filter((policy) => policy !== null);
  const { documentType } = policies[0]!;
  const known = knownIn(documentType, directory);
  const comparisons = byAxis([
    ...new Map(conditions.flatMap(comparisonsIn).map((one) => [canonical(one), one])).values(),
  ]);
  const among = versions.map((policy) => (policy ? [...others, { ...PLAIN, policy }] : others));
  const who = whoAxis(documentType, among, comparisons.get("unit") ?? [], directory);
  const amounts = amountsOf(policies, comparisons, known);
  const fields = [...comparisons].flatMap(([key, of]) =>
    key === "unit" || amounts.some(({ comparisons: taken }) => taken === of)
      ? []
      : [fieldAxis(of[0]!.field, of, known[of[0]!.field] ?? {}, policies[0]!.currency)],
  );
  const axes: AnyAxis[] = [who, ...fields, ...amounts];
  if (axes.length > MOST_AXES) throw new TooMuch("fields");
  const places = new Map(
    axes.flatMap((axis, index) =>
      axis.comparisons.map((one, place) => [canonical(one), { axis: index, met: axis.met[place]! }] as const),
    ),
  );
  return {
    axes,
    who,
    placeOf: (comparison) => places.get(canonical(comparison))!,
    amountOf: versions.map((policy) =>
      axes.findIndex((axis) => policy !== null && axis.kind === "amount" && isAmountOf(axis, policy)),
    ),
  };
}

const PLAIN = {
  version: 0,
  hash: "",
  savedBy: "",
  savedAt: "",
  note: "",
  inForceFrom: null,
  putInForceBy: null,
} satisfies Partial<PolicyVersion>;

/** What depends on the same value: a field, an amount in one currency, or how an edit changed it. */
function byAxis(comparisons: readonly Comparison[]): Map<string, Comparison[]> {
  const found = new Map<string, Comparison[]>();
  for (const one of comparisons) {
    const key = keyOf(one);
    found.set(key, [...(found.get(key) ?? []), one]);
  }
  return found;
}

function keyOf(one: Comparison): string {
  if (one.kind === "change") return `change ${one.field}`;
  return one.kind === "amount" ? amountKey(one.field, one.amount.currency) : one.field;
}

const amountKey = (field: string, currency: string) => `${field} ${currency}`;

type AmountKey = Pick<AmountAxis, "measure" | "currency" | "days">;

/** What a policy compares its bands with. */
const amountOf = ({ measure, currency }: Policy): AmountKey => ({
  measure: measure.kind,
  currency,
  days: measure.days ?? null,
});

function isAmountOf({ measure, currency, days }: AmountKey, policy: Policy): boolean {
  const own = amountOf(policy);
  return measure === own.measure && currency === own.currency && days === own.days;
}

/** The amounts that bands are compared with; where the same can be compared by conditions it is one axis. */
function amountsOf(versions: readonly Policy[], comparisons: Map<string, Comparison[]>, known: Known): AmountAxis[] {
  const found: AmountAxis[] = [];
  for (const version of versions) {
    if (found.some((axis) => isAmountOf(axis, version))) continue;
    const { measure, currency, documentType } = version;
    const field = typeWords(documentType).fields.find((one) => one.key === measure.kind && one.kind === "amount");
    const isCompared = field && known[field.key]?.always && !field.many;
    const same = isCompared ? (comparisons.get(amountKey(measure.kind, currency)) ?? []) : [];
    const cuts = versions
      .filter((policy) => isAmountOf(amountOf(version), policy))
      .flatMap(({ sections }) => sections.flatMap(({ thresholds }) => thresholds.map(cutOf)));
    found.push(amountAxis(amountOf(version), same, [...new Set(cuts)]));
  }
  return found;
}
