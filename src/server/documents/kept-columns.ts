import type { FactValue } from "@/core/conditions";
import { documentTypeKeys, type DocumentRow, type Field } from "@/core/documents";
import { HIDDEN, isOwnKey, withHidden, type HiddenKeys } from "@/core/own-fields";
import { fieldsIn } from "@/core/policy";
import type { Directory } from "@/core/people";
import { formatMoney, type Money } from "@/core/money";
import type { App } from "../app";
import { statement } from "../db/statement";
import { readReferenceData } from "../reference-data";

/** A column of the register for what the organisation keeps: what stands in its lists, and its own fields. */
export type KeptColumn = { key: string; name: string };

/** What documents name of the organisation's lists, and what they say in its own fields, ended ones too, each once whatever types have it. */
export function keptFields(directory: Directory): Field[] {
  const found = new Map<string, Field>();
  for (const type of documentTypeKeys)
    for (const field of fieldsIn(type, directory))
      // Types choose from lists of their own under one name, as orders and claims do their categories.
      if (isKept(field))
        found.set(field.key, { ...field, choices: { ...found.get(field.key)?.choices, ...field.choices } });
  return [...found.values()];
}

/** The same as columns. */
export function keptColumns(directory: Directory): KeptColumn[] {
  return keptFields(directory).map(({ key, label }) => ({ key, name: label }));
}

const isKept = ({ key, list }: Field) => isOwnKey(key) || list !== undefined;

/**
 * What rows say in these columns, as it is read, by their ids; what a document does not have is not there.
 * @param hidden fields of which it is said that they are hidden, and not what stands in them
 */
export function keptOf(
  app: App,
  rows: readonly Pick<DocumentRow, "id">[],
  columns: readonly KeptColumn[],
  hidden: HiddenKeys,
): Record<string, Record<string, string>> {
  if (columns.length === 0 || rows.length === 0) return {};
  const { directory } = readReferenceData(app);
  const wanted = new Set(columns.map(({ key }) => key));
  const ids = JSON.stringify(rows.map(({ id }) => id));
  const summaries = statement(
    app.db,
    `SELECT d.id, d.type, json_extract(s.summary, '$.facts') AS facts FROM document d JOIN document_summary s ON s.id = d.id
     WHERE d.id IN (SELECT value FROM json_each(?))`,
  ).all(ids) as { id: string; type: string; facts: string }[];
  return Object.fromEntries(
    summaries.map(({ id, type, facts: stored }) => {
      const facts = withHidden(JSON.parse(stored) as Record<string, FactValue>, hidden);
      const said = fieldsIn(type, directory)
        .filter(({ key }) => wanted.has(key) && facts[key] !== undefined)
        .map((field) => [field.key, sayFact(facts[field.key]!, field)] as const)
        .filter(([, text]) => text !== "");
      return [id, Object.fromEntries(said)];
    }),
  );
}

/** A value as it is read: entries and people by what they are called now. */
function sayFact(value: FactValue, { choices = {} }: Field): string {
  if (value === null) return "";
  if (value === HIDDEN) return "hidden";
  if (typeof value === "boolean") return value ? "yes" : "no";
  const all = Array.isArray(value) ? (value as readonly (string | Money)[]) : [value as string | Money];
  return all.map((one) => (typeof one === "string" ? (choices[one] ?? one) : formatMoney(one))).join(", ");
}
