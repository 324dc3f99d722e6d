import { z } from "zod";
import type { FactValue } from "../conditions";
import { isOpen } from "../lists";
import { MoneySchema, type Money } from "../money";
import { OwnKeySchema, type OwnField, type OwnPart } from "./schema";

/** What stands in place of a value that somebody may not see, or has not opened yet. No value is this. */
export const HIDDEN = "••••";

const Written = z
  .string()
  .max(2000)
  .refine((text) => text !== HIDDEN, "is hidden from you: leave the field as it is, or open it first")
  .regex(/^[^\ufffd]*$/, "has the sign \ufffd in it, which stands for a letter that was lost; type it again");

/**
 * What stands in a field: a text, a number as decimal text, an amount, a day in ISO form, yes or no, the key of an entry or several of them, the id of a person. Which it
 * is says its definition, which a document does not carry.
 */
export const OwnValueSchema = z.union([Written, z.boolean(), MoneySchema, z.array(z.string().min(1).max(40)).max(60)]);
export type OwnValue = z.infer<typeof OwnValueSchema>;

/** What stands in fields by their keys; one that is not filled in is not there. */
export const OwnValuesSchema = z
  .record(OwnKeySchema, OwnValueSchema)
  .refine((values) => Object.keys(values).length <= 200, "has more than 200 fields");

/** The same where it stands, so that whoever describes documents can say which fields there are. */
export const ownValuesOn = (part: OwnPart) =>
  OwnValuesSchema.meta({
    description: "Fields of the organisation's own, by their keys; numbers as text, people by their ids",
    "x-own": part,
  });
export type OwnValues = z.infer<typeof OwnValuesSchema>;

/** Anything with fields of the organisation's own: a document or a line of one. */
export type WithOwn = { own?: OwnValues | undefined };

/** The same with these values, and without any where there are none: what has no field of the kind is written as it always was. */
export function withOwn<T extends WithOwn>(thing: T, values: OwnValues): T {
  const { own: _, ...rest } = thing;
  return (Object.keys(values).length > 0 ? { ...rest, own: values } : rest) as T;
}

/** Whether nothing stands in a field. */
export function isEmptyValue(value: OwnValue | undefined): boolean {
  return (
    value === undefined ||
    (typeof value === "string" && value.trim() === "") ||
    (Array.isArray(value) && value.length === 0)
  );
}

/** Keys of everything that is filled in on a document or its lines. */
export function keysIn(things: readonly WithOwn[]): string[] {
  return [...new Set(things.flatMap(({ own = {} }) => Object.keys(own)))];
}

/**
 * The fields of a type that its requester fills in on a part of its documents, in the order of the form.
 * @param day ISO date on which they may be filled in; all of them, ended too, where it is null
 */
export function fieldsOn(
  fields: readonly OwnField[],
  documentType: string,
  part: OwnPart,
  day: string | null,
): readonly OwnField[] {
  return fields.filter(
    (field) =>
      !field.by && field.part === part && field.on.includes(documentType) && (day === null || isOpen(field, day)),
  );
}

/** The fields of a type that levels may ask whoever decides there for, in the order of the form. @param day ISO date on which they may be filled in; all of them where it is null */
export function fieldsByApprovers(
  fields: readonly OwnField[],
  documentType: string,
  day: string | null,
): readonly OwnField[] {
  return fields.filter((field) => field.by && field.on.includes(documentType) && (day === null || isOpen(field, day)));
}

/** What a condition sees of a field of the document. */
export function ownFact(value: OwnValue | undefined): FactValue {
  return value === undefined || isEmptyValue(value) ? null : value;
}

/**
 * What conditions see of the fields of lines: all that they say. Of yes or no it is yes where one line says so, and no where one answers and none says yes; what no line
 * says is not there.
 */
export function ownFactsOfLines(lines: readonly WithOwn[]): Record<string, FactValue> {
  const said = new Map<string, OwnValue[]>();
  for (const { own } of lines) {
    if (!own) continue;
    for (const key in own) {
      const value = own[key]!;
      if (isEmptyValue(value)) continue;
      const found = said.get(key);
      if (found) found.push(value);
      else said.set(key, [value]);
    }
  }
  const facts: Record<string, FactValue> = {};
  for (const [key, values] of said) facts[key] = together(values);
  return facts;
}

/** The same of one field; undefined where no line says anything in it. */
export function ownFactOfLines(lines: readonly WithOwn[], key: string): FactValue | undefined {
  const said: OwnValue[] = [];
  for (const { own } of lines) {
    const value = own?.[key];
    if (value !== undefined && !isEmptyValue(value)) said.push(value);
  }
  return said.length > 0 ? together(said) : undefined;
}

/** Values of one field, which are all of its kind. */
function together(values: readonly OwnValue[]): FactValue {
  const [first] = values;
  if (typeof first === "boolean") return values.includes(true);
  if (typeof first === "object" && !Array.isArray(first)) return values as readonly Money[];
  const found = new Set<string>();
  for (const value of values as readonly (string | readonly string[])[])
    if (Array.isArray(value)) for (const one of value) found.add(one as string);
    else found.add(value as string);
  return [...found];
}
