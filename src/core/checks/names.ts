import { evaluate, type Comparison, type Condition } from "../conditions";
import { typeWords } from "../documents";
import type { Directory } from "../people";
import type { Place, Policy } from "../policy";
import type { Finding } from "./finding";

/** What there is of a kind by name, under the key of the field that holds it: suppliers, customers, cost centres. */
export type KnownNames = Readonly<Record<string, readonly string[]>>;

/** Comparisons with what does not exist, which nothing meets: a name that is misspelt, a choice that is gone, an empty text. */
export function checkNames(policy: Policy, directory: Directory, names: KnownNames): Finding[] {
  return conditionsOf(policy).flatMap(({ place, of, name }) =>
    comparisonsIn(of).flatMap((comparison) => {
      const message = whyNothing(comparison, policy, directory, names);
      if (!message) return [];
      return [
        {
          code: "unknown name",
          // A supplier may be opened tomorrow; an empty text is never what was meant.
          weight: isEmpty(comparison) ? "fatal" : "doubtful",
          place,
          about: `${comparison.field} ${"value" in comparison ? comparison.value : comparison.kind}`,
          message: `${name}: ${message}.`,
          mend: "Correct it, or take the comparison out; where it is still to come, say so.",
        } satisfies Finding,
      ];
    }),
  );
}

/** Every condition of a policy, with where it stands. */
function conditionsOf(policy: Policy): { place: Place; of: Condition; name: string }[] {
  return [
    ...policy.sections.flatMap((section) => [
      ...(section.when === "otherwise"
        ? []
        : [{ place: { section: section.id }, of: section.when, name: `“${section.name}”` }]),
      ...section.levels.flatMap((level) =>
        level.when
          ? [
              {
                place: { section: section.id, level: level.id },
                of: level.when,
                name: `“${level.name}” of “${section.name}”`,
              },
            ]
          : [],
      ),
    ]),
    ...policy.holds.flatMap(({ reason, when }) =>
      when ? [{ place: {}, of: when, name: `The hold “${reason}”` }] : [],
    ),
  ];
}

function comparisonsIn(condition: Condition): Comparison[] {
  return "of" in condition ? condition.of.flatMap(comparisonsIn) : [condition];
}

function isEmpty(comparison: Comparison): boolean {
  return (
    comparison.kind === "text" &&
    comparison.is !== "empty" &&
    comparison.is !== "filled in" &&
    comparison.value.trim() === ""
  );
}

function whyNothing(comparison: Comparison, policy: Policy, directory: Directory, names: KnownNames): string | null {
  const field = typeWords(policy.documentType).fields.find(({ key }) => key === comparison.field);
  const label = field?.label ?? comparison.field;
  if (isEmpty(comparison)) return `the ${label} is compared with an empty text`;
  if (comparison.kind === "choice") {
    const there = choicesOf(comparison.field, field?.choices, directory);
    const gone = there ? comparison.values.filter((value) => !there.includes(value)) : [];
    return gone.length > 0 ? `there is no ${label} “${gone.join("”, “")}”` : null;
  }
  const known = names[comparison.field];
  if (comparison.kind !== "text" || !known || comparison.is === "empty" || comparison.is === "filled in") return null;
  const is = comparison.is === "not equal to" ? "equal to" : comparison.is;
  const met = known.some(
    (value) => evaluate({ ...comparison, is }, { [comparison.field]: value }, (amount) => amount).outcome === "met",
  );
  if (met) return null;
  const how = { "equal to": "called", containing: "with", "starting with": "that begins with" }[is];
  return `there is no ${label} ${how} “${comparison.value.trim()}”`;
}

/** What a field can be, where that is known. */
function choicesOf(
  field: string,
  choices: Readonly<Record<string, string>> | undefined,
  { organisation }: Directory,
): readonly string[] | null {
  if (choices) return Object.keys(choices);
  if (field === "unit") return organisation.units.map(({ id }) => id);
  return field === "requester" ? organisation.people.map(({ id }) => id) : null;
}
