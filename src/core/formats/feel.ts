import { beforeKey, type Comparison, type Condition, type FactValue, type Facts, type ToCurrency } from "../conditions";
import { typeWords } from "../documents";
import type { Money } from "../money";

/**
 * Conditions as expressions of FEEL, the expression language of OMG DMN 1.3. Every expression is true or false for every document: what is missing makes a
 * comparison false and not null. Amounts are numbers of minor units in the currency they are compared in, under names such as `net_EUR`.
 */
export function toFeel(condition: Condition, type: string): string {
  if ("of" in condition) {
    const parts = condition.of.map((part) => `(${toFeel(part, type)})`);
    if (condition.kind === "none") return `not(${parts.join(" or ")})`;
    return parts.join(condition.kind === "all" ? " and " : " or ");
  }
  const many = typeWords(type).fields.find(({ key }) => key === condition.field)?.many === true;
  return comparison(condition, many);
}

const sure = (expression: string) => `(${expression}) = true`;
const text = (value: string) => JSON.stringify(value);

/** The name under which an amount stands in FEEL. */
export function amountName(field: string, currency: string): string {
  return `${field}_${currency}`;
}

function comparison(one: Comparison, many: boolean): string {
  switch (one.kind) {
    case "flag":
      return `${one.field} = ${one.is}`;
    case "choice": {
      const list = `[${one.values.map(text).join(", ")}]`;
      const found = many
        ? sure(`some value in ${one.field} satisfies list contains(${list}, value)`)
        : sure(`list contains(${list}, ${one.field})`);
      return one.is === "one of" ? found : `not(${found})`;
    }
    case "amount": {
      const name = amountName(one.field, one.amount.currency);
      const sign = { over: ">", "at least": ">=", under: "<", "at most": "<=", exactly: "=" }[one.is];
      return sure(`${name} ${sign} ${one.amount.minor}`);
    }
    case "date": {
      const sign = { before: "<", "on or before": "<=", on: "=", "on or after": ">=", after: ">" }[one.is];
      return sure(`date(${one.field}) ${sign} date(${text(one.date)})`);
    }
    case "change":
      return change(one);
    case "text":
      return textual(one, many);
  }
}

function textual(one: Extract<Comparison, { kind: "text" }>, many: boolean): string {
  // Written as it stands and folded by whoever runs it, so that its spelling comes back.
  const wanted = `lower case(${text(one.value.trim())})`;
  const { field } = one;
  const some = (test: string) =>
    many
      ? sure(`some value in ${field} satisfies ${test.replaceAll("@", "value")}`)
      : sure(test.replaceAll("@", field));
  switch (one.is) {
    case "filled in":
      return many ? `count(${field}) > 0` : `${field} != null`;
    case "empty":
      return many ? `count(${field}) = 0` : `${field} = null`;
    case "equal to":
      return some(`lower case(@) = ${wanted}`);
    case "not equal to":
      return `${many ? `count(${field}) > 0` : `${field} != null`} and not(${some(`lower case(@) = ${wanted}`)})`;
    case "containing":
      return some(`contains(lower case(@), ${wanted})`);
    case "starting with":
      return some(`starts with(lower case(@), ${wanted})`);
  }
}

function change(one: Extract<Comparison, { kind: "change" }>): string {
  const currency = one.amount?.currency;
  const now = currency ? amountName(one.field, currency) : one.field;
  const old = `${now}_before`;
  if (one.is === "changed") return `${old} != null and ${now} != null and ${now} != ${old}`;
  if (one.is === "rose") return sure(`${now} > ${old}`);
  if (one.is === "fell") return sure(`${now} < ${old}`);
  if (one.percent !== undefined) return sure(`(${now} - ${old}) * 100 > ${one.percent} * ${old} and ${now} > ${old}`);
  return sure(`${now} - ${old} > ${one.amount!.minor}`);
}

/**
 * The facts of a document as FEEL sees them: amounts as numbers in the given currencies, dates as text for `date()`, missing values as null.
 * @param currencies those that conditions compare in
 */
export function feelContext(
  facts: Facts,
  currencies: readonly string[],
  toCurrency: ToCurrency,
): Record<string, unknown> {
  const context: Record<string, unknown> = {};
  for (const [key, value] of Object.entries(facts)) {
    const before = key.endsWith(beforeKey(""));
    const name = before ? `${key.slice(0, -beforeKey("").length)}_before` : key;
    if (!isMoney(value)) {
      context[name] = value === "" ? null : value;
      continue;
    }
    context[name] = value.minor;
    const bare = name.replace(/_before$/, "");
    for (const currency of currencies)
      context[`${amountName(bare, currency)}${before ? "_before" : ""}`] = toCurrency(value, currency)?.minor ?? null;
  }
  return context;
}

function isMoney(value: FactValue): value is Money {
  return value !== null && typeof value === "object" && !Array.isArray(value);
}
