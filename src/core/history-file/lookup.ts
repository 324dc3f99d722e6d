import { typeWords, type Field } from "../documents";
import type { OwnField } from "../own-fields";
import { foldHeading } from "../tables";
import { historyColumns, ownOf, type HistoryColumn } from "./columns";
import type { HistoryReader } from "./types";

/** What a text may mean, found at once for every row. */
export type Lookup = HistoryReader & {
  person: ReadonlyMap<string, HistoryReader["people"][number] | null>;
  unitCalled: ReadonlyMap<string, string | null>;
  type: ReadonlyMap<string, string>;
  ofType: ReadonlyMap<string, readonly (HistoryColumn & { field?: Field; own?: OwnField })[]>;
};

/** @see Lookup */
export function lookupOf(reader: HistoryReader): Lookup {
  const person = new Map<string, HistoryReader["people"][number] | null>();
  const unitCalled = new Map<string, string | null>();
  // What means two means neither.
  const name = <V>(to: Map<string, V | null>, value: V, texts: readonly string[]) => {
    for (const text of new Set(texts.map(folded))) if (text) to.set(text, to.has(text) ? null : value);
  };
  for (const one of reader.people) name(person, one, [one.id, one.name, one.email]);
  for (const one of reader.units) name(unitCalled, one.id, [one.id, one.name]);
  const type = new Map(
    reader.types.flatMap((key) => {
      const { name: noun, heading } = typeWords(key);
      return [key, noun.one, noun.many, noun.prefix, heading].map((text) => [foldHeading(text), key] as const);
    }),
  );
  const ofType = new Map(
    reader.types.map((key) => {
      const fields = new Map(typeWords(key).fields.map((one) => [one.key, one]));
      const own = new Map(ownOf([key], reader.fields).map((one) => [one.key, one]));
      return [
        key,
        historyColumns([key], reader.fields).map((one) => ({
          ...one,
          field: fields.get(one.key)!,
          own: own.get(one.key)!,
        })),
      ];
    }),
  );
  return { ...reader, person, unitCalled, type, ofType };
}

/** As texts that name something are compared. */
export const folded = (text: string) => text.trim().toLocaleLowerCase("en");
