import { compareShare, type Money, type ToCurrency } from "../money";
import {
  beforeKey,
  folded,
  inTenThousandths,
  isGroup,
  sameValue,
  scaled,
  type Comparison,
  type Condition,
  type Facts,
  type FactValue,
} from "./schema";

/** "undecidable" when an amount cannot be compared because no rate leads to the other currency, or when nothing is known of a field. */
export type Outcome = "met" | "not met" | "undecidable";

/** One node of a condition with what it came to and, for a comparison, the value it saw. */
export type Explained = { condition: Condition; outcome: Outcome; saw?: FactValue; of?: Explained[] };

const ALL_KNOWN: ReadonlySet<string> = new Set();
const sameCurrencyOnly: ToCurrency = (amount, currency) => (amount.currency === currency ? amount : null);

/**
 * Evaluates a condition on the facts of a document, keeping the outcome and the value seen at every node.
 * A missing value meets no comparison except "empty" and "none of". Groups follow three-valued logic (Kleene, from memory): an
 * undecidable part matters only where the others do not decide.
 * @param unknown keys of fields of which nothing is known, so that nothing can be told of them; other than a field that is known to be empty
 */
export function evaluate(
  condition: Condition,
  facts: Facts,
  toCurrency: ToCurrency = sameCurrencyOnly,
  unknown: ReadonlySet<string> = ALL_KNOWN,
): Explained {
  if (!isGroup(condition)) {
    if (unknown.has(condition.field)) return { condition, outcome: "undecidable", saw: null };
    const saw = facts[condition.field] ?? null;
    const before = facts[beforeKey(condition.field)] ?? null;
    return { condition, outcome: compare(condition, saw, before, toCurrency), saw };
  }
  const of = condition.of.map((part) => evaluate(part, facts, toCurrency, unknown));
  return { condition, outcome: join(condition.kind, of), of };
}

function join(kind: "all" | "any" | "none", parts: Explained[]): Outcome {
  const has = (outcome: Outcome) => parts.some((part) => part.outcome === outcome);
  if (kind === "all") return has("not met") ? "not met" : has("undecidable") ? "undecidable" : "met";
  const any: Outcome = has("met") ? "met" : has("undecidable") ? "undecidable" : "not met";
  if (kind === "any") return any;
  return any === "met" ? "not met" : any === "not met" ? "met" : "undecidable";
}

function compare(comparison: Comparison, saw: FactValue, before: FactValue, toCurrency: ToCurrency): Outcome {
  if (comparison.kind === "amount") return compareAmount(comparison, saw, toCurrency);
  if (comparison.kind === "change") return compareChange(comparison, before, saw, toCurrency);
  return holds(comparison, saw) ? "met" : "not met";
}

type Change = Extract<Comparison, { kind: "change" }>;

function compareChange(change: Change, before: FactValue, after: FactValue, toCurrency: ToCurrency): Outcome {
  if (before === null) return "not met";
  // What has come to nothing has changed too.
  if (change.is === "changed") return sameValue(before, after ?? "") ? "not met" : "met";
  const [old, now] = [asMoney(before), asMoney(after)];
  if (!old || !now) return "not met";
  const compared = toCurrency(now, old.currency);
  if (!compared) return "undecidable";
  const rise = compared.minor - old.minor;
  if (change.is === "fell") return rise < 0 ? "met" : "not met";
  if (change.is === "rose") return rise > 0 ? "met" : "not met";
  if (change.percent !== undefined)
    return rise > 0 && compareShare(rise, change.percent, old.minor) > 0 ? "met" : "not met";
  const by = toCurrency({ minor: rise, currency: old.currency }, change.amount!.currency);
  return by ? (by.minor > change.amount!.minor ? "met" : "not met") : "undecidable";
}

function asMoney(value: FactValue): Money | null {
  return value !== null && typeof value === "object" && !Array.isArray(value) ? (value as Money) : null;
}

function holds(comparison: Exclude<Comparison, { kind: "amount" | "change" }>, saw: FactValue): boolean {
  const values = (Array.isArray(saw) ? (saw as readonly unknown[]) : [saw]).filter(
    (value): value is string => typeof value === "string" && value !== "",
  );
  switch (comparison.kind) {
    case "number": {
      const wanted = scaled(comparison.value);
      return values.some((value) => {
        const seen = inTenThousandths(value);
        return seen !== null && differs(comparison.is, seen - wanted);
      });
    }
    case "text":
      return holdsText(comparison.is, comparison.value, values);
    case "choice": {
      const found = values.some((value) => comparison.values.includes(value));
      return comparison.is === "one of" ? found : !found;
    }
    case "date":
      return values.some((value) => holdsDate(comparison.is, value, comparison.date));
    case "flag":
      return saw === comparison.is;
  }
}

function holdsText(
  is: Extract<Comparison, { kind: "text" }>["is"],
  wanted: string,
  values: readonly string[],
): boolean {
  const some = (test: (value: string) => boolean) => values.some((value) => test(folded(value)));
  switch (is) {
    case "equal to":
      return some((value) => value === folded(wanted));
    case "not equal to":
      return values.length > 0 && !some((value) => value === folded(wanted));
    case "containing":
      return some((value) => value.includes(folded(wanted)));
    case "starting with":
      return some((value) => value.startsWith(folded(wanted)));
    case "empty":
      return values.length === 0;
    case "filled in":
      return values.length > 0;
  }
}

// ISO dates of equal precision compare as text; a time of day after the date does not count.
function holdsDate(is: Extract<Comparison, { kind: "date" }>["is"], value: string, date: string): boolean {
  const day = value.slice(0, 10);
  switch (is) {
    case "before":
      return day < date;
    case "on or before":
      return day <= date;
    case "on":
      return day === date;
    case "on or after":
      return day >= date;
    case "after":
      return day > date;
  }
}

/** Of an amount that every line has, one line is enough. */
function compareAmount(
  comparison: Extract<Comparison, { kind: "amount" }>,
  saw: FactValue,
  toCurrency: ToCurrency,
): Outcome {
  const amounts = Array.isArray(saw) ? (saw as readonly Money[]) : [asMoney(saw)];
  const outcomes = amounts.map((seen): Outcome => {
    if (!seen || typeof seen !== "object") return "not met";
    const amount = toCurrency(seen, comparison.amount.currency);
    if (!amount) return "undecidable";
    return differs(comparison.is, amount.minor - comparison.amount.minor) ? "met" : "not met";
  });
  return outcomes.includes("met") ? "met" : outcomes.includes("undecidable") ? "undecidable" : "not met";
}

/** @param difference of what is there from what it is compared with */
function differs(is: Extract<Comparison, { kind: "amount" }>["is"], difference: number): boolean {
  switch (is) {
    case "over":
      return difference > 0;
    case "at least":
      return difference >= 0;
    case "under":
      return difference < 0;
    case "at most":
      return difference <= 0;
    case "exactly":
      return difference === 0;
  }
}
