import { evaluate } from "../conditions";
import type { Money, Rate } from "../money";
import type { Directory } from "../people";
import { outsideScope, type Policy } from "../policy";
import { askerOfPast, converterByDay, type PastDocument } from "./past-document";

/** A past document as a section of a policy would catch it; the amount is in minor units of the policy's currency, without sign. */
export type Caught = { section: string; minor: number; requester: string };

/** The same of one that a policy is for, also where it cannot be told which section would catch it, since too little is known of it. */
export type LookedAt = Omit<Caught, "section"> & { section: string | null };

/** Whether it can be told which section catches it. */
export const isCaught = (one: LookedAt): one is Caught => one.section !== null;

/**
 * The past documents that a policy would have caught, whatever they went under then, by section. One that cannot be measured for want of a rate is left out.
 */
export function caughtBy(...asked: Parameters<typeof lookedAt>): Caught[] {
  return lookedAt(...asked).filter(isCaught);
}

/** The past documents that a policy is for and can measure, with the section that catches them; null where it cannot be told. */
export function lookedAt(
  policy: Policy,
  documents: readonly PastDocument[],
  rates: readonly Rate[],
  directory: Directory,
): LookedAt[] {
  const convertAt = converterByDay(rates);
  const inScope = scopeOf(policy, directory);
  return documents.flatMap((one): LookedAt[] => {
    const measured = one.measures[policy.measure.kind];
    if (!measured || !inScope(one)) return [];
    const toCurrency = (amount: Money, currency: string) => convertAt(amount, currency, one.date);
    const amount = toCurrency(measured, policy.currency);
    if (!amount) return [];
    const unknown = one.unknown && new Set(one.unknown);
    // The first that fits; where it cannot be told whether an earlier one does, none.
    let told = true;
    const section = policy.sections.find(({ when }) => {
      if (when === "otherwise") return true;
      const { outcome } = evaluate(when, one.facts, toCurrency, unknown);
      if (outcome === "undecidable") told = false;
      return outcome !== "not met";
    });
    if (told && !section) return [];
    return [{ section: told ? section!.id : null, minor: Math.abs(amount.minor), requester: askerOfPast(one) }];
  });
}

/** The value of all past documents in a policy's measure and currency, whatever it applies to; those without a rate are left out. */
export function valueOf(policy: Policy, documents: readonly PastDocument[], rates: readonly Rate[]): number {
  const convertAt = converterByDay(rates);
  return documents.reduce((sum, one) => {
    const measured = one.measures[policy.measure.kind];
    const amount = measured && convertAt(measured, policy.currency, one.date);
    return sum + Math.abs(amount?.minor ?? 0);
  }, 0);
}

function scopeOf({ scope }: Policy, directory: Directory): (one: PastDocument) => boolean {
  const units = new Map<string, boolean>();
  const people = new Map<string, boolean>();
  return (one) => {
    const { unit } = one;
    const asker = askerOfPast(one);
    const inside = units.get(unit) ?? directory.unitsAbove(unit).some(({ id }) => scope.units.includes(id));
    units.set(unit, inside);
    const named = people.get(asker) ?? outsideScope(scope, asker, directory) === null;
    people.set(asker, named);
    return inside && named;
  };
}
