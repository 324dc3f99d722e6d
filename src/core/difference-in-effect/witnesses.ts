import { addDays } from "../calendar";
import { beforeKey, folded, scaled, type Comparison, type Facts, type FactValue, type KnownField } from "../conditions";

/** A value of a field, with its old one where comparisons look at that: facts that make comparisons come out in one way. */
export type Witness = Facts;

/** Beyond it what comparisons of one field can say together is not looked through; nobody could read such a policy. */
export const MOST_PIECES = 600;

/**
 * Values of a field among which every way is found in which comparisons of it can come out together. Complete for choices, amounts, numbers, dates and flags, since
 * nothing changes between two neighbouring values that a comparison names; for texts by the shortest that has what is wanted, in which is no more than must be.
 * @param comparisons all on one field, amounts in one currency; on change alone, or none of them
 * @param currency of an amount that changed by a percentage
 */
export function witnessesOf(
  field: string,
  comparisons: readonly Comparison[],
  known: KnownField,
  currency: string,
): Witness[] {
  if (comparisons.some(({ kind }) => kind === "change")) return changes(field, comparisons, currency);
  const single = [...new Set(comparisons.flatMap((one) => around(one)).map((one) => JSON.stringify(one)))].map(
    (one) => JSON.parse(one) as FactValue,
  );
  const values = [...single, ...texts(comparisons), ...choices(comparisons, known)];
  const nothing = known.always ? [] : [null];
  return [...values, ...nothing].map((value) => ({ [field]: value }));
}

/** Values next to the one that a comparison names. */
function around(comparison: Comparison): FactValue[] {
  const near = (at: number) => [at - 1, at, at + 1];
  switch (comparison.kind) {
    case "amount": {
      const { minor, currency } = comparison.amount;
      return near(minor).map((one) => ({ minor: one, currency }));
    }
    case "number":
      return near(scaled(comparison.value)).map(unscaled);
    case "date":
      return [-1, 0, 1].map((days) => addDays(comparison.date, days));
    case "flag":
      return [true, false];
    default:
      return [];
  }
}

/** @example unscaled(-25_000) // "-2.5" */
function unscaled(tenThousandths: number): string {
  const digits = String(Math.abs(tenThousandths)).padStart(5, "0");
  const [whole, part] = [digits.slice(0, -4), digits.slice(-4).replace(/0+$/, "")];
  return `${tenThousandths < 0 ? "-" : ""}${whole}${part ? `.${part}` : ""}`;
}

function choices(comparisons: readonly Comparison[], { choices: all }: KnownField): string[] {
  const ofChoice = comparisons.filter((one) => one.kind === "choice");
  if (all) return [...all];
  if (ofChoice.length === 0) return [];
  const named = [...new Set(ofChoice.flatMap(({ values }) => values))];
  return [...named, unlike(named)];
}

/** A text that is none of these, and neither starts with one nor has one in it. */
function unlike(others: readonly string[]): string {
  return "x".repeat(1 + Math.max(0, ...others.map(({ length }) => length)));
}

/**
 * Texts for all that comparisons can ask of one: each that is named, and for each beginning and set of parts the shortest that has them, with a letter between that is
 * in none. What else is in it is in every text that has these.
 */
function texts(comparisons: readonly Comparison[]): string[] {
  const ofText = comparisons.filter((one) => one.kind === "text");
  if (ofText.length === 0) return [];
  const named = (is: (typeof ofText)[number]["is"]) =>
    ofText.filter((one) => one.is === is).map(({ value }) => folded(value));
  const between = letterIn(ofText.map(({ value }) => folded(value)));
  const built = subsets(named("containing")).flatMap((parts) =>
    [between, ...named("starting with").map((start) => start + between)].map(
      (start) => start + parts.map((part) => part + between).join(""),
    ),
  );
  return [...named("equal to"), ...named("not equal to"), ...built].filter((text) => text !== "");
}

const LETTERS = [..."·¦§¶†‡"];

/** Whether a text was made up to be unlike others, and says nothing to whoever reads it. */
export function isMadeUp(text: string): boolean {
  return /^x+$/.test(text) || LETTERS.some((letter) => text.includes(letter));
}

function letterIn(others: readonly string[]): string {
  return LETTERS.find((letter) => others.every((one) => !one.includes(letter))) ?? unlike(others);
}

const MOST_PARTS = 8;

function subsets<T>(items: readonly T[]): T[][] {
  const all: T[][] = [[]];
  for (const item of items.slice(0, MOST_PARTS)) all.push(...all.map((one) => [...one, item]));
  return all;
}

/** Old and new values, before and after which comparisons on change come out otherwise. */
function changes(field: string, comparisons: readonly Comparison[], usual: string): Witness[] {
  const ofChange = comparisons.filter((one) => one.kind === "change");
  const amounts = ofChange.flatMap(({ amount }) => amount ?? []);
  const percents = ofChange.flatMap(({ percent }) => percent ?? []);
  const isAmount = ofChange.some(({ is }) => is !== "changed");
  if (!isAmount) return [{}, { [beforeKey(field)]: "x", [field]: "x" }, { [beforeKey(field)]: "x", [field]: "xx" }];
  const currency = amounts[0]?.currency ?? usual;
  return newValues(amounts, percents).flatMap((now) =>
    [null, ...oldValues(now, amounts, percents)].map((old) => ({
      [field]: { minor: now, currency },
      [beforeKey(field)]: old === null ? null : { minor: old, currency },
    })),
  );
}

type Rises = readonly { minor: number }[];

/** Small and large, and those at which a rise by an amount is a rise by a percentage. */
function newValues(amounts: Rises, percents: readonly number[]): number[] {
  const same = amounts.flatMap(({ minor }) => percents.map((percent) => Math.round((minor * 100) / percent + minor)));
  return [...new Set([100_000, 1_000_000_000, ...same.flatMap((at) => [at - 1, at + 1])])];
}

/** Old values next to those at which a rise to the new one is as large as a comparison names. */
export function oldValues(now: number, amounts: Rises, percents: readonly number[]): number[] {
  const edges = [
    now,
    ...amounts.map(({ minor }) => now - minor),
    ...percents.map((percent) => Math.floor((now * 100) / (100 + percent))),
  ];
  return [...new Set(edges.flatMap((at) => [at - 1, at, at + 1]))];
}
