import { documentType, documentTypeKeys, typeWords } from "../documents";
import type { ListId } from "../lists";
import type { OwnField } from "../own-fields";
import type { GuessedColumn } from "../tables";

/**
 * What a column of a history file may say: something that every document has, an amount by a measure of its type, or a field of the type or of the organisation's own.
 */
export type HistoryColumn = GuessedColumn & {
  says: "date" | "type" | "number" | "currency" | "requester" | "unit" | "amount" | "measure" | "field" | "own";
};

const column = (
  key: string,
  label: string,
  says: HistoryColumn["says"],
  ...aliases: readonly string[]
): HistoryColumn => ({ key, label, says, aliases });

/** What every document has; of these the date and an amount are needed. */
const OF_ALL: readonly HistoryColumn[] = [
  column("date", "date", "date", "day", "document date", "order date", "invoice date", "posting date", "entered"),
  column("type", "type of document", "type", "type", "document type", "kind"),
  column("number", "number", "number", "no", "nr", "reference", "document number", "document", "id"),
  column("amount", "amount", "amount", "total", "value", "sum", "amount net"),
  column("currency", "currency", "currency", "ccy", "currency code"),
  column("requester", "requester", "requester", "requested by", "entered by", "employee", "buyer", "user", "person"),
  column("unit", "unit", "unit", "department", "organisational unit", "team", "cost unit"),
];

/** Other words for fields, by their keys; a field without any is known by its own name. */
const ALIASES: Readonly<Record<string, readonly string[]>> = {
  supplier: ["vendor", "supplier name", "vendor name", "party", "creditor"],
  customer: ["customer name", "client", "party", "debtor"],
  category: ["category name", "type of expense", "expense type", "group", "material group"],
  costCentre: ["cost center", "cc"],
  net: ["net", "net amount"],
  gross: ["gross", "gross amount", "total claimed"],
};

/** Types that a history can be of. */
export const HISTORY_TYPES: readonly string[] = documentTypeKeys;

/** The measure that a plain “amount” of a type is: the first that its policies may look at. */
export function usualMeasure(type: string): string {
  return documentType(type).measures[0]!.key;
}

/**
 * Columns that a file with documents of some types may have. What a type works out from what is around a document, or from its old values, no file says.
 * @param fields of the organisation's own
 */
export function historyColumns(types: readonly string[], fields: readonly OwnField[]): HistoryColumn[] {
  const found = new Map(OF_ALL.map((one) => [one.key, one]));
  for (const type of types) {
    const words = typeWords(type);
    const add = (key: string, label: string, says: HistoryColumn["says"]) => {
      if (!found.has(key)) found.set(key, column(key, label, says, ...(ALIASES[key] ?? [])));
    };
    for (const { key, label, kind, controlled, around } of words.fields)
      if (!controlled && !around) add(key, label, kind === "amount" ? "measure" : "field");
    for (const { key, label } of words.measures) add(key, label, "measure");
  }
  for (const { key, name } of ownOf(types, fields)) found.set(key, column(key, name, "own", key));
  return [...found.values()];
}

/** Fields of the organisation's own that the documents of some types have, on the document and on lines. */
export function ownOf(types: readonly string[], fields: readonly OwnField[]): OwnField[] {
  return fields.filter(({ part, on }) => part !== "account" && types.some((type) => on.includes(type)));
}

/** Lists whose entries a file may name. */
export function listsNamed(types: readonly string[], fields: readonly OwnField[]): string[] {
  const ofTypes = types.flatMap((type) =>
    typeWords(type).fields.flatMap(({ list }): ListId[] => (list ? [list as ListId] : [])),
  );
  return [...new Set([...ofTypes, ...ownOf(types, fields).flatMap(({ list }) => list ?? [])])];
}
