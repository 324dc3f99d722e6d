import type { Money } from "../money";
import { OPPOSITE, folded, isGroup, scaled, type Comparison, type Condition } from "./schema";

/** What is known of a field beside what a condition says of it. */
export type KnownField = {
  /** It holds several values at once: those of all lines. */
  many?: boolean;
  /** A document always has a value here. */
  always?: boolean;
  /** All values it can have. */
  choices?: readonly string[];
};
export type Known = Readonly<Record<string, KnownField>>;

/** A condition that must be met, or must not. */
export type Wanted = { condition: Condition; met: boolean };

type Literal = { comparison: Comparison; met: boolean };

// Enough for every policy a person could read; beyond it the answer is "may be met", so that nothing is claimed that was not proven.
const MOST_BRANCHES = 20_000;

/**
 * Whether some document could meet all of these at once. Exact for choices, amounts in one currency, dates, flags and equal texts; "containing" and
 * "starting with" and amounts in several currencies are taken as independent of each other, so that an answer of false is always proven and an answer of
 * true may be too generous. Splits groups as an analytic tableau does (Smullyan, First-Order Logic, 1968, from memory).
 */
export function satisfiable(wanted: readonly Wanted[], known: Known): boolean {
  const budget = { left: MOST_BRANCHES };
  return branch([...wanted], [], known, budget);
}

function branch(open: Wanted[], literals: Literal[], known: Known, budget: { left: number }): boolean {
  if ((budget.left -= 1) <= 0) return true;
  const [first, ...rest] = open;
  if (!first) return consistent(literals, known);
  const { condition, met } = first;
  if (!isGroup(condition)) return branch(rest, [...literals, { comparison: condition, met }], known, budget);
  const parts = (wanted: boolean): Wanted[] => condition.of.map((part) => ({ condition: part, met: wanted }));
  const wantedOfParts = condition.kind === "none" ? !met : met;
  const conjunction = condition.kind === "any" ? !met : met;
  if (conjunction) return branch([...parts(wantedOfParts), ...rest], literals, known, budget);
  // A part at a time, those that need no further splitting first.
  return parts(wantedOfParts).some((part) => branch([part, ...rest], literals, known, budget));
}

function consistent(literals: readonly Literal[], known: Known): boolean {
  const byField = new Map<string, Literal[]>();
  for (const literal of literals) {
    const { field, kind } = literal.comparison;
    const key = `${kind === "change" ? "change " : ""}${field}`;
    byField.set(key, [...(byField.get(key) ?? []), literal]);
  }
  return [...byField.values()].every((of) => fieldConsistent(of, known[of[0]!.comparison.field] ?? {}));
}

function fieldConsistent(literals: readonly Literal[], field: KnownField): boolean {
  if (literals.length > 1 && contradictsItself(literals)) return false;
  switch (literals[0]!.comparison.kind) {
    case "amount":
      return amountsConsistent(literals, field);
    case "number":
      return intervalsConsistent(literals.map(numberInterval), field);
    case "date":
      return intervalsConsistent(literals.map(dateInterval), field);
    case "change":
      return changeConsistent(literals);
    case "flag":
      return new Set(literals.map(({ comparison, met }) => (comparison.is === true) === met)).size < 2;
    default:
      return valuesConsistent(literals, field);
  }
}

/** The same comparison wanted both met and not met. */
function contradictsItself(literals: readonly Literal[]): boolean {
  const met = new Set(literals.filter((one) => one.met).map((one) => JSON.stringify(one.comparison)));
  return literals.some((one) => !one.met && met.has(JSON.stringify(one.comparison)));
}

/** Whole numbers that a literal lets through; `without` is one that it leaves out. A literal that is not to be met lets a missing value through. */
type Interval = { from: number; to: number; without?: number; met: boolean };

function amountsConsistent(literals: readonly Literal[], field: KnownField): boolean {
  const byCurrency = new Map<string, Interval[]>();
  for (const { comparison, met } of literals) {
    const { is, amount } = comparison as Extract<Comparison, { kind: "amount" }>;
    byCurrency.set(amount.currency, [...(byCurrency.get(amount.currency) ?? []), amountInterval(is, amount, met)]);
  }
  return [...byCurrency.values()].every((intervals) => intervalsConsistent(intervals, field));
}

function amountInterval(is: Extract<Comparison, { kind: "amount" }>["is"], { minor }: Money, met: boolean): Interval {
  const wide = { from: -Infinity, to: Infinity, met };
  const wanted = met ? is : OPPOSITE[is as "over"];
  if (wanted === undefined) return { ...wide, without: minor };
  return {
    over: { ...wide, from: minor + 1 },
    "at least": { ...wide, from: minor },
    under: { ...wide, to: minor - 1 },
    "at most": { ...wide, to: minor },
    exactly: { ...wide, from: minor, to: minor },
  }[wanted];
}

function numberInterval({ comparison, met }: Literal): Interval {
  const { is, value } = comparison as Extract<Comparison, { kind: "number" }>;
  return amountInterval(is, { minor: scaled(value), currency: "" }, met);
}

const DAY = 86_400_000;

function dateInterval({ comparison, met }: Literal): Interval {
  const { is, date } = comparison as Extract<Comparison, { kind: "date" }>;
  const day = Date.parse(date) / DAY;
  const as = {
    before: "under",
    "on or before": "at most",
    on: "exactly",
    "on or after": "at least",
    after: "over",
  } as const;
  return amountInterval(as[is], { minor: day, currency: "" }, met);
}

/** Of several values, one is enough for each comparison that is to be met, and none may meet another. */
function intervalsConsistent(intervals: readonly Interval[], { many, always = false }: KnownField): boolean {
  const wanted = intervals.filter((one) => one.met);
  if (!many || wanted.length < 2) return intervalConsistent(intervals, always);
  const barred = intervals.filter((one) => !one.met);
  return wanted.every((one) => intervalConsistent([one, ...barred], always));
}

function intervalConsistent(intervals: readonly Interval[], always: boolean): boolean {
  if (!always && intervals.every((one) => !one.met)) return true;
  const from = Math.max(...intervals.map((one) => one.from));
  const to = Math.min(...intervals.map((one) => one.to));
  if (from > to) return false;
  const without = new Set(intervals.flatMap((one) => (one.without === undefined ? [] : [one.without])));
  if (to - from >= without.size) return true;
  for (let value = from; value <= to; value += 1) if (!without.has(value)) return true;
  return false;
}

/** An edit left a field as it was, or made it rise or fall; which of these is still possible. */
function changeConsistent(literals: readonly Literal[]): boolean {
  const left = new Set(["same", "rose", "fell", "other"]);
  for (const { comparison, met } of literals) {
    const { is } = comparison as Extract<Comparison, { kind: "change" }>;
    const of = { changed: ["rose", "fell", "other"], rose: ["rose"], fell: ["fell"], "rose by more than": ["rose"] }[
      is
    ];
    // That it did not rise by so much leaves every way open.
    if (!met && is === "rose by more than") continue;
    for (const way of left) if (of.includes(way) !== met) left.delete(way);
  }
  return left.size > 0;
}

/** Choices and texts: which sets of values are still possible. */
function valuesConsistent(literals: readonly Literal[], field: KnownField): boolean {
  const needed: string[][] = [];
  const barred = new Set<string>();
  const emptyOr: string[] = [];
  let [empty, filled] = [false, field.always === true];
  const opaque: { test(value: string): boolean; met: boolean }[] = [];
  for (const { comparison, met } of literals) {
    if (comparison.kind === "choice") {
      const values = comparison.values.map(folded);
      if ((comparison.is === "one of") === met) needed.push(values);
      else values.forEach((value) => barred.add(value));
    } else if (comparison.kind === "text") {
      const wanted = folded(comparison.value);
      const test = TEXT_TESTS[comparison.is as "containing"];
      if (comparison.is === "empty" || comparison.is === "filled in") {
        if ((comparison.is === "empty") === met) empty = true;
        else filled = true;
      } else if (comparison.is === "equal to" && met) needed.push([wanted]);
      else if (comparison.is === "equal to") barred.add(wanted);
      else if (comparison.is === "not equal to") {
        if (met) {
          barred.add(wanted);
          filled = true;
        }
        // Not met, it is empty or has that value.
        else emptyOr.push(wanted);
      } else opaque.push({ test: (value) => test(value, wanted), met });
    }
  }
  const fits = (value: string) =>
    !barred.has(value) &&
    opaque.every((one) => !one.met || one.test(value)) &&
    opaque.every((one) => one.met || !one.test(value));
  if (filled || needed.length > 0 || opaque.some((one) => one.met)) needed.push(...emptyOr.map((value) => [value]));
  const some = needed.length > 0 || opaque.some((one) => one.met);
  if (empty) return !some && !filled;
  if (field.many) {
    if (!needed.every((values) => values.some((value) => !barred.has(value)))) return false;
  } else if (needed.length > 0)
    return needed[0]!.some((value) => needed.every((values) => values.includes(value)) && fits(value));
  if (!some && filled && field.choices) return field.choices.some((value) => !barred.has(folded(value)));
  return true;
}

const TEXT_TESTS = {
  containing: (value: string, wanted: string) => value.includes(wanted),
  "starting with": (value: string, wanted: string) => value.startsWith(wanted),
};
