import { z } from "zod";
import { OwnKeySchema } from "./schema";
import { OwnValueSchema, isEmptyValue, withOwn, type OwnValue, type OwnValues, type WithOwn } from "./values";

/** What stands in a field of lines, by the number of the line in the document as it was sent, counted from 1. */
export type ByLine = Readonly<Record<string, OwnValue>>;

/** What somebody fills in with an approval: in a field of the document a value, in one of its lines what each says. */
export type FilledValue = OwnValue | ByLine;
export type FilledValues = Readonly<Record<string, FilledValue>>;

const ByLineSchema = z
  .record(z.string().regex(/^[1-9]\d{0,2}$/, "must be the number of a line, counted from 1"), OwnValueSchema)
  .meta({ description: "Of a field of lines: a value for each, by the number of the line" });

/** The same by the keys of the fields. */
export const FilledValuesSchema = z
  .record(OwnKeySchema, z.union([OwnValueSchema, ByLineSchema]))
  .refine((values) => Object.keys(values).length <= 200, "has more than 200 fields");

/** Whether something is filled in line by line; an amount is an object too, and says which currency. */
export function isByLine(value: FilledValue): value is ByLine {
  return typeof value === "object" && !Array.isArray(value) && !("currency" in value);
}

/** What was filled in, without what was left empty. */
export function withoutEmpty(filled: FilledValues): FilledValues {
  const said: Record<string, FilledValue> = {};
  for (const [key, value] of Object.entries(filled)) {
    if (!isByLine(value)) {
      if (!isEmptyValue(value)) said[key] = value;
      continue;
    }
    const lines = Object.entries(value).filter(([, one]) => !isEmptyValue(one));
    if (lines.length > 0) said[key] = Object.fromEntries(lines);
  }
  return said;
}

/** What is filled in on one line. */
export function filledOnLine(filled: FilledValues, line: number): OwnValues {
  const said: OwnValues = {};
  for (const [key, value] of Object.entries(filled))
    if (isByLine(value) && value[line] !== undefined) said[key] = value[line];
  return said;
}

/** What is filled in on the document itself. */
export function filledOnDocument(filled: FilledValues): OwnValues {
  const said: OwnValues = {};
  for (const [key, value] of Object.entries(filled)) if (!isByLine(value)) said[key] = value;
  return said;
}

/** A document, with the lines that it was sent with, beside what it says: what was filled in on it and on each of its lines. */
export function withFilledIn<D extends WithOwn & object>(document: D, filled: FilledValues): D {
  if (Object.keys(filled).length === 0) return document;
  const whole = withOwn(document, { ...document.own, ...filledOnDocument(filled) });
  if (!Object.values(filled).some(isByLine) || !("lines" in whole) || !Array.isArray(whole.lines)) return whole;
  const lines = (whole.lines as WithOwn[]).map((line, index) => {
    const said = filledOnLine(filled, index + 1);
    return Object.keys(said).length > 0 ? withOwn(line, { ...line.own, ...said }) : line;
  });
  return { ...whole, lines };
}

/** Whether anything stands in a field, on a document or on one of its lines. */
export function saysAnything(key: string, document: WithOwn, lines: readonly WithOwn[]): boolean {
  return document.own?.[key] !== undefined || lines.some(({ own }) => own?.[key] !== undefined);
}
