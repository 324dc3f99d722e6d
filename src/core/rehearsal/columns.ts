import { Codes, type Column } from "../codes";
import type { FactValue } from "../conditions";
import type { Money } from "../money";
import type { PastDocument } from "./past-document";

/** Amounts of many documents in minor units, each with its currency by its place among those of the columns; `NONE` and `UNKNOWN` instead where there is none, or nothing is known. */
export type AmountColumn = { minor: Float64Array; currency: Int16Array };
export const NONE = -1;
export const UNKNOWN = -2;

/** Who stands in a document, of which there are few different ones. */
export type Who = Pick<PastDocument, "documentType" | "requester" | "onBehalfOf" | "unit" | "inPerson" | "excluded">;

/**
 * Documents of the past by what routing looks at, a column for each: all that replaying asks, in a form that is looked through fast and handed from thread to thread
 * without copying.
 */
export type Columns = {
  count: number;
  ids: readonly string[];
  /** When each was sent, milliseconds since 1970 in UTC. */
  at: Float64Array;
  /** The days whose rates count, ISO dates. */
  day: Column<string>;
  who: Column<Who>;
  concerns: Column<PastDocument["concerns"]>;
  named: Column<PastDocument["named"]>;
  currencies: readonly string[];
  /** Facts that are one amount, by their keys. */
  amounts: Readonly<Record<string, AmountColumn>>;
  /** All others. */
  facts: Readonly<Record<string, Column<FactValue>>>;
  /** By the keys of measures. */
  measures: Readonly<Record<string, AmountColumn>>;
};

/** Documents as columns, in their order. */
export function columnsOf(documents: readonly PastDocument[]): Columns {
  const currencies = new Codes<string>();
  const amountsOf = (values: readonly (Money | null | undefined)[]): AmountColumn => ({
    minor: Float64Array.from(values, (value) => value?.minor ?? 0),
    currency: Int16Array.from(values, (value) =>
      value ? currencies.of(value.currency) : value === undefined ? UNKNOWN : NONE,
    ),
  });
  const keysIn = (of: (one: PastDocument) => object) => {
    const keys = new Set<string>();
    for (const one of documents) for (const key of Object.keys(of(one))) keys.add(key);
    return keys;
  };
  const unknown = new Map(documents.map(({ unknown: keys }) => [keys, keys && new Set(keys)]));
  const factOf = (one: PastDocument, key: string): FactValue | undefined =>
    unknown.get(one.unknown)?.has(key) ? undefined : (one.facts[key] ?? null);
  const amounts: Record<string, AmountColumn> = {};
  const facts: Record<string, Column<FactValue>> = {};
  const known = keysIn((one) => one.facts);
  for (const keys of unknown.keys()) for (const key of keys ?? []) known.add(key);
  for (const key of known) {
    const values = documents.map((one) => factOf(one, key));
    if (values.some(isMoney) && values.every(isMoneyOrNothing)) amounts[key] = amountsOf(values);
    else facts[key] = coded(documents, (_, index) => values[index]);
  }
  const measures: Record<string, AmountColumn> = {};
  for (const key of keysIn((one) => one.measures))
    measures[key] = amountsOf(documents.map((one) => one.measures[key] ?? null));
  return {
    count: documents.length,
    ids: documents.map(({ id }) => id),
    at: Float64Array.from(documents, ({ at }) => Date.parse(at)),
    day: coded(documents, ({ date }) => date),
    who: coded(documents, whoOf, keyOfWho),
    concerns: coded(documents, ({ concerns = NOTHING }) => concerns),
    named: coded(documents, ({ named = NOTHING }) => named),
    currencies: currencies.values,
    amounts,
    facts,
    measures,
  };
}

/** One document of the columns as it was given. @param index below `count` */
export function pastAt(columns: Columns, index: number): PastDocument {
  const { requester, documentType, onBehalfOf, unit, inPerson, excluded } = valueAt(columns.who, index)!;
  const amountAt = ({ minor, currency }: AmountColumn): Money | null | undefined => {
    const code = currency[index]!;
    if (code < 0) return code === NONE ? null : undefined;
    return { minor: minor[index]!, currency: columns.currencies[code]! };
  };
  const facts: Record<string, FactValue> = {};
  const unknown: string[] = [];
  const note = (key: string, value: FactValue | undefined) => {
    if (value === undefined) unknown.push(key);
    else facts[key] = value;
  };
  for (const [key, column] of Object.entries(columns.amounts)) note(key, amountAt(column));
  for (const [key, column] of Object.entries(columns.facts)) note(key, valueAt(column, index));
  const measures: Record<string, Money> = {};
  for (const [key, column] of Object.entries(columns.measures)) {
    const found = amountAt(column);
    if (found) measures[key] = found;
  }
  return {
    id: columns.ids[index]!,
    documentType,
    requester,
    ...(onBehalfOf !== undefined && { onBehalfOf }),
    unit,
    at: new Date(columns.at[index]!).toISOString(),
    date: valueAt(columns.day, index)!,
    ...(inPerson && { inPerson }),
    facts,
    ...(unknown.length > 0 && { unknown }),
    measures,
    ...(excluded && { excluded }),
    concerns: valueAt(columns.concerns, index) ?? {},
    named: valueAt(columns.named, index) ?? {},
  };
}

/** What a document has in a column; undefined where it is not known. */
export function valueAt<T>({ codes, values }: Column<T>, index: number): T | undefined {
  return values[codes[index]!];
}

function isMoney(value: unknown): value is Money {
  return typeof value === "object" && value !== null && "minor" in value;
}

function isMoneyOrNothing(value: unknown): value is Money | null | undefined {
  return value === null || value === undefined || isMoney(value);
}

const NOTHING = {};

function whoOf({ documentType, requester, onBehalfOf, unit, inPerson, excluded }: PastDocument): Who {
  return { documentType, requester, onBehalfOf, unit, inPerson, excluded };
}

/** Ids have no spaces in them. */
function keyOfWho({ documentType, requester, onBehalfOf, unit, inPerson, excluded }: Who): string {
  const others = excluded && excluded.length > 0 ? JSON.stringify(excluded) : "";
  return `${documentType} ${requester} ${onBehalfOf ?? ""} ${unit} ${inPerson ? "1" : ""} ${others}`;
}

/** Documents by one value that each has. @param keyOf what a value says, where that is told faster than by writing it out */
function coded<T>(
  documents: readonly PastDocument[],
  of: (one: PastDocument, index: number) => T | undefined,
  keyOf: (value: T) => unknown = written,
): Column<T> {
  const known = new Codes<T>(keyOf);
  return {
    codes: Int32Array.from(documents, (one, index) => {
      const value = of(one, index);
      return value === undefined ? -1 : known.of(value);
    }),
    values: known.values,
  };
}

function written(value: unknown): unknown {
  if (value === NOTHING) return "{}";
  return typeof value === "object" && value !== null ? JSON.stringify(value) : value;
}
