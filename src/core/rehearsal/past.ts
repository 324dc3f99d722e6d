import { evaluate, type Facts } from "../conditions";
import { OLDEST_RATE_DAYS, convert, type Money, type Rate } from "../money";
import type { Directory } from "../people";
import { outsideScope, type Policy } from "../policy";

/** What of a past document decides where it would go: enough to ask any policy about it, and no more. */
export type PastDocument = {
  requester: string;
  unit: string;
  /** ISO date, for the rate. */
  date: string;
  facts: Facts;
  measures: Readonly<Record<string, Money>>;
};

/** A past document as a section of a policy would catch it; the amount is in minor units of the policy's currency, without sign. */
export type Caught = { section: string; minor: number; requester: string };

/**
 * The past documents that a policy would have caught, whatever they went under then, by section. One that cannot be measured for want of a rate is left out.
 */
export function caughtBy(
  policy: Policy,
  documents: readonly PastDocument[],
  rates: readonly Rate[],
  directory: Directory,
): Caught[] {
  const convertAt = converterByDate(rates);
  const inScope = scopeOf(policy, directory);
  return documents.flatMap((one): Caught[] => {
    const measured = one.measures[policy.measure.kind];
    if (!measured || !inScope(one)) return [];
    const toCurrency = (amount: Money, currency: string) => convertAt(amount, currency, one.date);
    const amount = toCurrency(measured, policy.currency);
    if (!amount) return [];
    const section = policy.sections.find(
      ({ when }) => when === "otherwise" || evaluate(when, one.facts, toCurrency).outcome === "met",
    );
    return section ? [{ section: section.id, minor: Math.abs(amount.minor), requester: one.requester }] : [];
  });
}

/** The value of all past documents in a policy's measure and currency, whatever it applies to; those without a rate are left out. */
export function valueOf(policy: Policy, documents: readonly PastDocument[], rates: readonly Rate[]): number {
  const convertAt = converterByDate(rates);
  return documents.reduce((sum, one) => {
    const measured = one.measures[policy.measure.kind];
    const amount = measured && convertAt(measured, policy.currency, one.date);
    return sum + Math.abs(amount?.minor ?? 0);
  }, 0);
}

function scopeOf({ scope }: Policy, directory: Directory): (one: PastDocument) => boolean {
  const units = new Map<string, boolean>();
  const people = new Map<string, boolean>();
  return ({ unit, requester }) => {
    const inside = units.get(unit) ?? directory.unitsAbove(unit).some(({ id }) => scope.units.includes(id));
    units.set(unit, inside);
    const named = people.get(requester) ?? outsideScope(scope, requester, directory) === null;
    people.set(requester, named);
    return inside && named;
  };
}

/** Conversion at the rates of a date, which are looked out once per date. */
function converterByDate(rates: readonly Rate[]): (amount: Money, currency: string, date: string) => Money | null {
  const days = new Map<string, Rate[]>();
  for (const rate of rates) days.set(rate.date, [...(days.get(rate.date) ?? []), rate]);
  const known = new Map<string, Rate[]>();
  const upTo = (date: string): Rate[] => {
    const found: Rate[] = [];
    for (let back = OLDEST_RATE_DAYS; back >= 0; back -= 1) {
      const day = new Date(Date.parse(date) - back * 86_400_000).toISOString().slice(0, 10);
      found.push(...(days.get(day) ?? []));
    }
    return found;
  };
  return (amount, currency, date) => {
    if (amount.currency === currency) return amount;
    const usable = known.get(date) ?? upTo(date);
    known.set(date, usable);
    const converted = convert(amount, currency, date, usable);
    return converted.ok ? converted.money : null;
  };
}
