import { comparisonsIn, evaluate, type Comparison, type Condition } from "../conditions";
import type { Directory } from "../people";
import { endedFields, fieldsIn, type Place, type Policy } from "../policy";
import { keyOf, type Finding } from "./finding";
import type { UnknownName } from "./reasons";

/** What there is of a kind by name, under the key of the field that holds it: suppliers, customers, cost centres. */
export type KnownNames = Readonly<Record<string, readonly string[]>>;

/** Comparisons with what does not exist, which nothing meets: a name that is misspelt, a choice that is gone, an empty text. */
export function checkNames(policy: Policy, directory: Directory, names: KnownNames): Finding[] {
  return conditionsOf(policy).flatMap(({ place, of, hold }) =>
    comparisonsIn(of).flatMap((comparison) => {
      const why = whyNothing(comparison, policy, directory, names);
      if (!why) return [];
      return [
        {
          code: "unknown name",
          // A supplier may be opened tomorrow; an empty text is never what was meant.
          weight: isEmpty(comparison) ? "fatal" : "doubtful",
          place,
          about: `${comparison.field} ${"value" in comparison ? comparison.value : comparison.kind}`,
          values: { hold, why },
        } satisfies Finding,
      ];
    }),
  );
}

/** Fields of the organisation's own that have ended: what a policy decides by them it no longer decides. @param day ISO date */
export function checkEnded(policy: Policy, directory: Directory, day: string): Finding[] {
  const found = endedFields(policy, directory, day).map(({ field, lastDay, place }): Finding => ({
    code: "field ended",
    weight: "doubtful",
    place,
    about: field,
    values: { field, lastDay },
  }));
  return [...new Map(found.map((one) => [keyOf(one), one])).values()];
}

/** Every condition of a policy, with where it stands; for that of a hold, its name. */
function conditionsOf(policy: Policy): { place: Place; of: Condition; hold: string | null }[] {
  return [
    ...policy.sections.flatMap((section) => [
      ...(section.when === "otherwise" ? [] : [{ place: { section: section.id }, of: section.when, hold: null }]),
      ...section.levels.flatMap((level) =>
        level.when ? [{ place: { section: section.id, level: level.id }, of: level.when, hold: null }] : [],
      ),
    ]),
    ...policy.holds.flatMap(({ reason, when }) => (when ? [{ place: {}, of: when, hold: reason }] : [])),
  ];
}

function isEmpty(comparison: Comparison): boolean {
  return (
    comparison.kind === "text" &&
    comparison.is !== "empty" &&
    comparison.is !== "filled in" &&
    comparison.value.trim() === ""
  );
}

function whyNothing(
  comparison: Comparison,
  policy: Policy,
  directory: Directory,
  names: KnownNames,
): UnknownName | null {
  const { field } = comparison;
  if (isEmpty(comparison)) return { field, code: "empty text" };
  if (comparison.kind === "choice") {
    const there = choicesOf(field, policy, directory);
    const choices = there ? comparison.values.filter((value) => !there.includes(value)) : [];
    return choices.length > 0 ? { field, code: "no such choice", values: { choices } } : null;
  }
  const known = names[field];
  if (comparison.kind !== "text" || !known || comparison.is === "empty" || comparison.is === "filled in") return null;
  const is = comparison.is === "not equal to" ? "equal to" : comparison.is;
  const met = known.some(
    (value) => evaluate({ ...comparison, is }, { [field]: value }, (amount) => amount).outcome === "met",
  );
  return met ? null : { field, code: "no such name", values: { is, text: comparison.value.trim() } };
}

/** What a field can be, where that is known; a list that has nothing yet says nothing. */
function choicesOf(field: string, policy: Policy, directory: Directory): readonly string[] | null {
  const choices = fieldsIn(policy.documentType, directory).find(({ key }) => key === field)?.choices;
  const keys = choices ? Object.keys(choices) : [];
  return keys.length > 0 ? keys : null;
}
