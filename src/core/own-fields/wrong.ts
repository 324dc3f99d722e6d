import { z } from "zod";
import { DecimalSchema, scaled } from "../conditions";
import { IdSchema } from "../ids";
import { whyNotPicked, type Lists, type PickReason } from "../lists";
import { MoneySchema } from "../money";
import type { Coded } from "../reason";
import type { OwnField, OwnKind } from "./schema";
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
  below: { field: string; least: string };
  above: { field: string; most: string };
  "not in its list": { field: string; why: PickReason };
  "nobody by that id": { field: string; person: string };
}>;

export type WrongValue = { key: string; why: OwnReason };

/** What values are looked at with: lists as they are, whether somebody is known by an id where that can be told, and the day. */
type Against = { lists: Lists; knows?: ((person: string) => boolean) | undefined; day: string };

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

function wrongValue(field: OwnField, value: OwnValue, against: Against): OwnReason | null {
  const { key, kind } = field;
  const isOfKind =
    OF_KIND[kind].safeParse(value).success && (kind !== "choice" || Array.isArray(value) === (field.several === true));
  if (!isOfKind) return { code: "not of its kind", values: { field: key, kind } };
  if (kind === "text") return wrongLength(field, (value as string).trim());
  if (kind === "number") return wrongRange(field, value as string);
  if (kind === "choice") return wrongChoice(field, [value as string | string[]].flat(), against);
  if (kind === "person" && against.knows && !against.knows(value as string))
    return { code: "nobody by that id", values: { field: key, person: value as string } };
  return null;
}

function wrongLength({ key: field, least, most }: OwnField, text: string): OwnReason | null {
  const letters = [...text].length;
  if (least !== undefined && letters < Number(least))
    return { code: "too short", values: { field, letters: Number(least) } };
  if (most !== undefined && letters > Number(most))
    return { code: "too long", values: { field, letters: Number(most) } };
  return null;
}

function wrongRange({ key: field, least, most }: OwnField, number: string): OwnReason | null {
  if (least !== undefined && scaled(number) < scaled(least)) return { code: "below", values: { field, least } };
  if (most !== undefined && scaled(number) > scaled(most)) return { code: "above", values: { field, most } };
  return null;
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
