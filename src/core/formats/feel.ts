import { Decimal } from "decimal.js";
import { beforeKey, type Comparison, type Condition, type Facts } from "../conditions";
import type { Field } from "../documents";
import type { Money, ToCurrency } from "../money";

/**
 * Conditions as expressions of FEEL, the expression language of OMG DMN 1.3. Every expression is true or false for every document: what is missing makes a
 * comparison false and not null. Amounts are numbers of minor units in the currency they are compared in, under names such as `net_EUR`; what a field was before an
 * edit stands under `net_before`, "" where it was known to be empty and null where nothing was edited.
 * @param fields that conditions on the type may name
 */
export function toFeel(condition: Condition, fields: readonly Field[]): string {
  if ("of" in condition) {
    const parts = condition.of.map((part) => `(${toFeel(part, fields)})`);
    if (condition.kind === "none") return `not(${parts.join(" or ")})`;
    // A group of one says that it is a group, so that it comes back as one.
    if (parts.length === 1) return `${parts[0]} ${condition.kind === "all" ? "and true" : "or false"}`;
    return parts.join(condition.kind === "all" ? " and " : " or ");
  }
  return comparison(condition, fieldOf(condition, fields));
}

function fieldOf({ field }: Comparison, fields: readonly Field[]): Pick<Field, "kind" | "label" | "many"> {
  return fields.find(({ key }) => key === field) ?? { kind: "text", label: field };
}

const sure = (expression: string) => `(${expression}) = true`;
const text = (value: string) => JSON.stringify(value);

/** The name under which an amount stands in FEEL. */
export function amountName(field: string, currency: string): string {
  return `${field}_${currency}`;
}

function comparison(one: Comparison, { kind, many = false }: Pick<Field, "kind" | "many">): string {
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
      return some(name, many, (value) => `${value} ${sign} ${one.amount.minor}`);
    }
    case "number": {
      const sign = { over: ">", "at least": ">=", under: "<", "at most": "<=", exactly: "=" }[one.is];
      return some(one.field, many, (value) => `${value} ${sign} ${one.value}`);
    }
    case "date": {
      const sign = { before: "<", "on or before": "<=", on: "=", "on or after": ">=", after: ">" }[one.is];
      return some(one.field, many, (value) => `date(${value}) ${sign} date(${text(one.date)})`);
    }
    case "change":
      return change(one, kind === "amount");
    case "text":
      return textual(one, many);
  }
}

/** That a test is met by what stands under a name, or by one of the values there. */
function some(name: string, many: boolean, test: (value: string) => string): string {
  return many ? sure(`some value in ${name} satisfies ${test("value")}`) : sure(test(name));
}

function textual(one: Extract<Comparison, { kind: "text" }>, many: boolean): string {
  // Written as it stands and folded by whoever runs it, so that its spelling comes back.
  const wanted = `lower case(${text(one.value.trim())})`;
  const { field } = one;
  switch (one.is) {
    case "filled in":
      return many ? `count(${field}) > 0` : `${field} != null`;
    case "empty":
      return many ? `count(${field}) = 0` : `${field} = null`;
    case "equal to":
      return some(field, many, (name) => `lower case(${name}) = ${wanted}`);
    case "not equal to":
      return `${many ? `count(${field}) > 0` : `${field} != null`} and not(${some(field, many, (name) => `lower case(${name}) = ${wanted}`)})`;
    case "containing":
      return some(field, many, (name) => `contains(lower case(${name}), ${wanted})`);
    case "starting with":
      return some(field, many, (name) => `starts with(lower case(${name}), ${wanted})`);
  }
}

function change(one: Extract<Comparison, { kind: "change" }>, isAmount: boolean): string {
  const currency = one.amount?.currency;
  const now = currency ? amountName(one.field, currency) : one.field;
  const old = beforeName(now);
  if (one.is === "changed")
    return isAmount
      ? `${old} != null and (${now} != ${old} or ${currencyName(now)} != ${currencyName(old)})`
      : `${old} != null and ${now} != ${old} and not(${old} = "" and ${now} = null)`;
  if (one.is === "rose") return sure(`${now} > ${old}`);
  if (one.is === "fell") return sure(`${now} < ${old}`);
  if (one.percent !== undefined)
    return sure(`(${now} - ${old}) * 100 > ${new Decimal(one.percent).toFixed()} * ${old} and ${now} > ${old}`);
  return sure(`${now} - ${old} > ${one.amount!.minor}`);
}

const BEFORE = "_before";
const beforeName = (name: string) => `${name}${BEFORE}`;
const currencyName = (name: string) => `${name}_currency`;

/** A name that expressions read: what stands in it, and its type in DMN. */
export type FeelInput = { name: string; typeRef: "number" | "string" | "boolean" | "Any"; says: string };

/** Everything that the expression of a condition reads. */
export function inputsOf(condition: Condition, fields: readonly Field[]): FeelInput[] {
  if ("of" in condition) return condition.of.flatMap((part) => inputsOf(part, fields));
  const field = fieldOf(condition, fields);
  const label = field.label;
  const currency = condition.kind === "amount" || condition.kind === "change" ? condition.amount?.currency : undefined;
  const name = currency ? amountName(condition.field, currency) : condition.field;
  const isAmount = field.kind === "amount";
  const unit = isAmount
    ? ` in minor units${currency ? ` of ${currency}` : ""}`
    : field.kind === "date"
      ? ", as YYYY-MM-DD"
      : "";
  const isNumber = isAmount || field.kind === "number";
  const typeRef = field.many ? "Any" : isNumber ? "number" : field.kind === "flag" ? "boolean" : "string";
  const now: FeelInput = { name, typeRef, says: `${label}${unit}${field.many ? ", a list" : ""}` };
  if (condition.kind !== "change") return [now];
  const before = `${label} before the edit${unit}; null where it was not edited`;
  const both: FeelInput[] = [now, { name: beforeName(name), typeRef, says: before }];
  if (condition.is !== "changed" || !isAmount) return both;
  return [
    ...both,
    { name: currencyName(name), typeRef: "string", says: `currency of ${label}` },
    { name: currencyName(beforeName(name)), typeRef: "string", says: `currency of ${label} before the edit` },
  ];
}

/**
 * The facts of a document as FEEL sees them: amounts as numbers in the given currencies, dates as text for `date()`, missing values as null.
 * @param currencies those that conditions compare in
 * @param fields that conditions on the type may name
 */
export function feelContext(
  facts: Facts,
  currencies: readonly string[],
  toCurrency: ToCurrency,
  fields: readonly Field[] = [],
): Record<string, unknown> {
  const context: Record<string, unknown> = {};
  const numbers = new Set(fields.flatMap(({ key, kind }) => (kind === "number" ? [key] : [])));
  for (const [key, value] of Object.entries(facts)) {
    if (numbers.has(key)) {
      context[key] = Array.isArray(value) ? value.map(Number) : value === null ? null : Number(value);
      continue;
    }
    if (Array.isArray(value) && value.some(isMoney)) {
      const amounts = value as readonly Money[];
      for (const currency of currencies)
        context[amountName(key, currency)] = amounts.map((amount) => toCurrency(amount, currency)?.minor ?? null);
      continue;
    }
    const isBefore = key.endsWith(beforeKey(""));
    const bare = isBefore ? key.slice(0, -beforeKey("").length) : key;
    const name = (stem: string) => (isBefore ? beforeName(stem) : stem);
    if (!isMoney(value)) {
      context[name(bare)] = value === "" && !isBefore ? null : value;
      continue;
    }
    // What rose or fell is compared in the currency it had before.
    const old = facts[beforeKey(bare)] ?? null;
    const own = isMoney(old) ? old.currency : value.currency;
    context[name(bare)] = toCurrency(value, own)?.minor ?? null;
    context[currencyName(name(bare))] = value.currency;
    for (const currency of currencies)
      context[name(amountName(bare, currency))] = toCurrency(value, currency)?.minor ?? null;
  }
  return context;
}

function isMoney(value: unknown): value is Money {
  return value !== null && typeof value === "object" && !Array.isArray(value);
}
