import { documentType } from "../documents";
import type { Money } from "../money";
import type { AlikeReason } from "./barred";
import { acceptedOf, activeHolds } from "./status";
import type { DocumentState } from "./types";

/** One of several that somebody decides at once. */
export type Together = { state: DocumentState; level: string };

/**
 * Why documents are not so alike that one look could do for all; empty when they are. Alike means: of one type, under one policy, at the same level and in
 * the same band, in one currency, unchanged since they were sent, with nothing that asks for a look of its own.
 * @param needsLook levels that ask for more than a yes, see `wantsMore`
 */
export function whyNotAlike(chosen: readonly Together[], needsLook: (one: Together) => boolean): AlikeReason[] {
  const [first] = chosen;
  if (!first || chosen.length < 2) return [{ code: "choose two" }];
  type What<C extends AlikeReason["code"]> = Extract<AlikeReason, { code: C; values: unknown }>["values"]["what"];
  const same = (what: What<"differs">, value: (one: Together) => unknown): AlikeReason[] => {
    const odd = chosen.find((one) => value(one) !== value(first));
    return odd ? [{ code: "differs", values: { what, number: odd.state.number, than: first.state.number } }] : [];
  };
  const apart = (what: What<"look at each">, found: (one: Together) => boolean): AlikeReason[] => {
    const numbers = chosen.filter(found).map((one) => one.state.number);
    return numbers.length > 0 ? [{ code: "look at each", values: { what, numbers } }] : [];
  };
  return [
    ...same("kind", ({ state }) => state.document.documentType),
    ...same("policy", ({ state }) => `${state.route?.policy?.id} ${state.route?.policy?.version}`),
    ...same("level", (one) => one.level),
    ...same("band", ({ state }) => `${state.route?.section?.id} ${state.route?.band?.index}`),
    ...same("currency", ({ state }) => amountOf(state).currency),
    ...apart("held", ({ state }) => activeHolds(state).length > 0),
    ...apart("changed", ({ state }) => state.revision > 1),
    ...apart("question open", ({ state }) => state.questions?.some((one) => !one.answer) ?? false),
    ...apart("level wants more", needsLook),
  ];
}

/** What documents come to together, in the currency that they have; at least one, all in one currency, as `whyNotAlike` sees to. */
export function totalOf(chosen: readonly Together[]): Money {
  const amounts = chosen.map(({ state }) => amountOf(state));
  return { minor: amounts.reduce((sum, one) => sum + one.minor, 0), currency: amounts[0]!.currency };
}

function amountOf(state: DocumentState): Money {
  const type = documentType(state.document.documentType);
  return type.headline(acceptedOf(state))[type.shows];
}
