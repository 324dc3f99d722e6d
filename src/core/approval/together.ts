import { documentType } from "../documents";
import { formatMoney, type Money } from "../money";
import { refuse, type Refusal } from "../refusal";
import { acceptedOf, activeHolds } from "./status";
import type { DocumentState } from "./types";

/** One of several that somebody decides at once. */
export type Together = { state: DocumentState; level: string };

/**
 * Why documents are not so alike that one look could do for all; empty when they are. Alike means: of one type, under one policy, at the same level and in
 * the same band, in one currency, unchanged since they were sent, with nothing that asks for a look of its own.
 * @param needsLook levels that ask for a signature, a checklist or a choice
 */
export function whyNotAlike(chosen: readonly Together[], needsLook: (one: Together) => boolean): Refusal[] {
  const [first] = chosen;
  if (!first || chosen.length < 2) return [refuse("too few", "Choose at least two")];
  const same = (what: string, value: (one: Together) => unknown) => {
    const odd = chosen.find((one) => value(one) !== value(first));
    return odd
      ? [refuse("not alike", `${odd.state.number} has another ${what} than ${first.state.number}; decide it by itself`)]
      : [];
  };
  const apart = (what: string, found: (one: Together) => boolean) => {
    const numbers = chosen.filter(found).map((one) => one.state.number);
    return numbers.length > 0 ? [refuse("not alike", `${numbers.join(", ")}: ${what}; decide each by itself`)] : [];
  };
  return [
    ...same("kind", ({ state }) => state.document.documentType),
    ...same("policy", ({ state }) => `${state.route?.policy?.id} ${state.route?.policy?.version}`),
    ...same("level", (one) => one.level),
    ...same("band", ({ state }) => `${state.route?.section?.id} ${state.route?.band?.index}`),
    ...same("currency", ({ state }) => amountOf(state).currency),
    ...apart("something is held", ({ state }) => activeHolds(state).length > 0),
    ...apart("it has been changed since it was first sent", ({ state }) => state.revision > 1),
    ...apart("a question is open", ({ state }) => state.questions?.some((one) => !one.answer) ?? false),
    ...apart("this level asks for a signature, a checklist or a choice", needsLook),
  ];
}

/** What a decision on several is about together. @example "Four expense claims, 312.40 EUR in all" */
export function totalOf(chosen: readonly Together[]): Money {
  const amounts = chosen.map(({ state }) => amountOf(state));
  return { minor: amounts.reduce((sum, one) => sum + one.minor, 0), currency: amounts[0]?.currency ?? "EUR" };
}

export function sayTogether(chosen: readonly Together[]): string {
  const type = documentType(chosen[0]!.state.document.documentType);
  return `${chosen.length} ${chosen.length === 1 ? type.name.one : type.name.many}, ${formatMoney(totalOf(chosen))} in all`;
}

function amountOf(state: DocumentState): Money {
  const type = documentType(state.document.documentType);
  return type.headline(acceptedOf(state))[type.shows];
}
