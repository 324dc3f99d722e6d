import { ownLinesOf, type AnyDocument } from "@/core/documents";
import { typedMoney } from "@/core/money";
import {
  fieldsOn,
  withOwn,
  type FormPart,
  type OwnField,
  type OwnValue,
  type OwnValues,
  type Taken,
} from "@/core/own-fields";
import type { Refusal } from "@/core/refusal";
import { refuse } from "@/core/words";
import type { Picked } from "../people/person-picker";
import { typedAmount } from "./typed";

/** What is typed in fields of the organisation's own, by their keys: text for most, keys of entries where several may be chosen, a person. */
export type TypedOwn = Record<string, string | string[] | Picked | null>;
export type WithTypedOwn = { own?: TypedOwn; lines?: { own?: TypedOwn }[] };

/** The fields of a form: those that are offered today, and those that say something already. */
export function fieldsShown(
  fields: readonly OwnField[],
  type: string,
  part: FormPart,
  today: string,
  said: readonly (TypedOwn | OwnValues | undefined)[],
): readonly OwnField[] {
  const open = new Set(fieldsOn(fields, type, part, today));
  return fieldsOn(fields, type, part, null).filter(
    (field) => open.has(field) || said.some((own) => own?.[field.key] !== undefined && own[field.key] !== ""),
  );
}

/** What a new document takes over from whoever enters it and from their unit: people by id and name, keys of entries. */
export type TakenOver = Readonly<Partial<Record<Taken, Picked>>>;

/** What the fields of a part begin with. */
export function emptyOwn(fields: readonly OwnField[], over: TakenOver = {}): TypedOwn {
  return Object.fromEntries(
    fields.map(({ key, kind, several, usual = "", taken }) => {
      const found = taken ? over[taken as Taken] : undefined;
      if (kind === "person") return [key, found ?? null];
      if (several) return [key, usual ? [usual] : []];
      return [key, found?.id ?? usual];
    }),
  );
}

/** What stands in the fields, as it is typed. */
export function typedOwn(fields: readonly OwnField[], own: OwnValues = {}, name: (id: string) => string): TypedOwn {
  return Object.fromEntries(fields.map((field) => [field.key, typedValue(field, own[field.key], name)]));
}

function typedValue(
  { kind, several }: OwnField,
  value: OwnValue | undefined,
  name: (id: string) => string,
): TypedOwn[string] {
  if (kind === "person") return typeof value === "string" && value ? { id: value, name: name(value) } : null;
  if (value === undefined) return several ? [] : "";
  if (typeof value === "boolean") return String(value);
  if (Array.isArray(value) || typeof value === "string") return value;
  return typedAmount(value.minor, value.currency);
}

/** What a form begins with, with the fields of the organisation's own in it. */
export function withEmptyOwn<T>(
  empty: T,
  initial: AnyDocument | undefined,
  fields: { document: readonly OwnField[]; line: readonly OwnField[] },
  name: (id: string) => string,
  over: TakenOver = {},
): T {
  const lines = initial ? ownLinesOf(initial) : [];
  const of = (part: FormPart, own: OwnValues | undefined) =>
    initial ? typedOwn(fields[part], own, name) : emptyOwn(fields[part], over);
  const typed = empty as T & { lines?: object[] };
  return {
    ...typed,
    own: of("document", initial?.own),
    ...(typed.lines && { lines: typed.lines.map((line, index) => ({ ...line, own: of("line", lines[index]?.own) })) }),
  };
}

/** A document with what was typed in the fields of the organisation's own; what cannot be read comes back with its path and what to write. */
export function withReadOwn<D extends AnyDocument>(
  document: D,
  typed: WithTypedOwn,
  fields: { document: readonly OwnField[]; line: readonly OwnField[] },
): { document: D; problems: Refusal[] } {
  const problems: Refusal[] = [];
  const read = (own: TypedOwn | undefined, part: FormPart, path: string, line: number | null): OwnValues => {
    const found = readValues(fields[part], own, document.currency, `${path}own.`, line);
    problems.push(...found.problems);
    return found.values;
  };
  const whole = withOwn(document, read(typed.own, "document", "", null));
  const lines = ownLinesOf(document);
  if (lines.length === 0) return { document: whole, problems };
  const own = lines.map((line, index) =>
    withOwn(line, read(typed.lines?.[index]?.own, "line", `lines.${index}.`, index + 1)),
  );
  return { document: { ...whole, lines: own }, problems };
}

/**
 * What was typed in fields, as values; what cannot be read comes back with its path and what to write.
 * @param path before the key of each field @param line of the document, counted from 1; null for the document itself
 */
export function readValues(
  fields: readonly OwnField[],
  typed: TypedOwn | undefined,
  currency: string,
  path: string,
  line: number | null = null,
): { values: OwnValues; problems: Refusal[] } {
  const values: OwnValues = {};
  const problems: Refusal[] = [];
  for (const field of fields) {
    const { key, name, kind } = field;
    const value = readValue(field, typed?.[key], currency);
    if (value === "unreadable") problems.push(refuse("own field not read", { field: name, kind, line }, path + key));
    else if (value !== null) values[key] = value.is;
  }
  return { values, problems };
}

function readValue(
  { kind }: OwnField,
  typed: TypedOwn[string] | undefined,
  currency: string,
): { is: OwnValue } | null | "unreadable" {
  if (typed === undefined || typed === null) return null;
  if (Array.isArray(typed)) return typed.length > 0 ? { is: typed } : null;
  if (typeof typed === "object") return { is: typed.id };
  const text = typed.trim();
  if (text === "") return null;
  if (kind === "flag") return { is: text === "true" };
  if (kind === "number") {
    const plain = text.replace(",", ".");
    return /^-?\d{1,11}(\.\d{1,4})?$/.test(plain) ? { is: plain } : "unreadable";
  }
  if (kind === "amount") {
    const parsed = typedMoney(text, currency);
    return parsed.ok ? { is: parsed.money } : "unreadable";
  }
  return { is: text };
}
