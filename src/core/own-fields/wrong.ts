import { z } from "zod";
import { addDays, isDay } from "../calendar";
import { DecimalSchema, scaled } from "../conditions";
import { IdSchema } from "../ids";
import { whyNotPicked, type Lists, type PickReason } from "../lists";
import { MoneySchema, type Money } from "../money";
import type { Fits } from "../patterns";
import type { Coded } from "../reason";
import type { Bound, OwnField, OwnKind } from "./schema";
import { isEmptyValue, type OwnValue, type OwnValues } from "./values";

/** What is wrong with a value, or that there is none. */
export type OwnReason = Coded<{
  "field needed": { field: string };
  /** The organisation has no such field on this type and part, or has ended it. */
  "no such field": { field: string };
  "not of its kind": { field: string; kind: OwnKind };
  /** How many letters it has to have at least, or at most. */
  "too short": { field: string; letters: number };
  "too long": { field: string; letters: number };
  /** What it is at least or at most: a number, an amount, or an ISO date. */
  below: { field: string; least: string | Money };
  above: { field: string; most: string | Money };
  /** `says` is what fits, in the organisation's words; empty where nobody has said it. */
  "does not fit": { field: string; says: string };
  "not in its list": { field: string; why: PickReason };
  "nobody by that id": { field: string; person: string };
}>;

export type WrongValue = { key: string; why: OwnReason };

/**
 * What values are looked at with: lists as they are, whether somebody is known by an id where that can be told, and the day. Whether a text fits a pattern is told by
 * `core/patterns`; null leaves it to whoever looks after.
 */
export type Against = {
  lists: Lists;
  knows?: ((person: string) => boolean) | undefined;
  fits: Fits | null;
  /** ISO date on which it is filled in. */
  day: string;
};

/**
 * What is wrong with what stands in the fields of a document or a line.
 * @param fields those that may be filled in on it
 * @param needed whether a field has to be
 * @param before what stood in them when it was sent the last time, which may stay
 */
export function wrongValues(
  values: OwnValues,
  fields: readonly OwnField[],
  needed: (field: OwnField) => boolean,
  against: Against,
  before: OwnValues = {},
): WrongValue[] {
  const known = new Map(fields.map((field) => [field.key, field]));
  const kept = (key: string) => JSON.stringify(before[key]) === JSON.stringify(values[key]);
  const filled = Object.entries(values).flatMap(([key, value]): WrongValue[] => {
    const field = known.get(key);
    if (!field) return kept(key) ? [] : [{ key, why: { code: "no such field", values: { field: key } } }];
    const why = isEmptyValue(value) || kept(key) ? null : wrongValue(field, value, against);
    return why ? [{ key, why }] : [];
  });
  const wanting = fields.filter((field) => isEmptyValue(values[field.key]) && needed(field));
  return [
    ...filled,
    ...wanting.map(({ key }): WrongValue => ({ key, why: { code: "field needed", values: { field: key } } })),
  ];
}

/** By the kind of a field: whether a value is of it. */
const OF_KIND: Record<OwnKind, z.ZodType> = {
  text: z.string(),
  number: DecimalSchema,
  amount: MoneySchema,
  date: z.iso.date(),
  flag: z.boolean(),
  choice: z.union([z.string(), z.array(z.string())]),
  person: IdSchema,
};

/** What is wrong with a value that is not empty; null where nothing is. */
export function wrongValue(field: OwnField, value: OwnValue, against: Against): OwnReason | null {
  const { key, kind } = field;
  const isOfKind =
    OF_KIND[kind].safeParse(value).success && (kind !== "choice" || Array.isArray(value) === (field.several === true));
  if (!isOfKind) return { code: "not of its kind", values: { field: key, kind } };
  if (kind === "text") return wrongText(field, (value as string).trim(), against.fits);
  if (kind === "number" || kind === "amount" || kind === "date")
    return wrongRange(field, value as string | Money, against.day);
  if (kind === "choice") return wrongChoice(field, [value as string | string[]].flat(), against);
  if (kind === "person" && against.knows && !against.knows(value as string))
    return { code: "nobody by that id", values: { field: key, person: value as string } };
  return null;
}

function wrongText(field: OwnField, text: string, fits: Fits | null): OwnReason | null {
  const { key, least, most, pattern, patternSays: says = "" } = field;
  const letters = [...text].length;
  if (least !== undefined && letters < Number(least))
    return { code: "too short", values: { field: key, letters: Number(least) } };
  if (most !== undefined && letters > Number(most))
    return { code: "too long", values: { field: key, letters: Number(most) } };
  return pattern && fits && !fits(pattern, text) ? { code: "does not fit", values: { field: key, says } } : null;
}

function wrongRange({ key: field, least, most }: OwnField, value: string | Money, day: string): OwnReason | null {
  const [from, to] = [boundOn(least, value, day), boundOn(most, value, day)];
  if (from !== null && compared(value, from) < 0) return { code: "below", values: { field, least: from } };
  if (to !== null && compared(value, to) > 0) return { code: "above", values: { field, most: to } };
  return null;
}

/** A bound as a value is compared with it: days from another become that day. Null where there is none, or it is in another currency. */
function boundOn(bound: Bound | undefined, value: string | Money, day: string): string | Money | null {
  if (bound === undefined) return null;
  if (typeof bound === "object") return typeof value === "object" && value.currency === bound.currency ? bound : null;
  if (typeof value === "object") return null;
  return isDay(value) && !isDay(bound) ? addDays(day, Number(bound)) : bound;
}

/** Of two values of one kind: below zero where the first is less. Days in ISO form follow each other as texts do. */
function compared(one: string | Money, other: string | Money): number {
  if (typeof one === "object") return one.minor - (other as Money).minor;
  if (isDay(one)) return one < (other as string) ? -1 : one > (other as string) ? 1 : 0;
  return scaled(one) - scaled(other as string);
}

function wrongChoice(
  { key: field, list = "" }: OwnField,
  keys: readonly string[],
  { lists, day }: Against,
): OwnReason | null {
  for (const key of keys) {
    const why = whyNotPicked(lists, list, key, day, false);
    if (why) return { code: "not in its list", values: { field, why } };
  }
  return null;
}
