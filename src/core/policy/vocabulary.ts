import type { Vocabulary } from "../conditions";
import { typeWords, vocabularyOf, type Field } from "../documents";
import { entriesOf } from "../lists";
import type { Directory } from "../people";

const known = new WeakMap<Directory, Map<string, readonly Field[]>>();
const words = new WeakMap<readonly Field[], Vocabulary>();

/**
 * The fields that conditions on a type may name, with what each can be where the organisation says it: its units and people, and what its lists have or had, since a
 * condition may name what has ended.
 */
export function fieldsIn(documentType: string, directory?: Directory): readonly Field[] {
  const plain = typeWords(documentType).fields;
  if (!directory) return plain;
  const types = known.get(directory) ?? new Map<string, readonly Field[]>();
  known.set(directory, types);
  const found = types.get(documentType) ?? plain.map((field) => withChoices(field, directory));
  types.set(documentType, found);
  return found;
}

/** The words of a type's fields and of what they can be; names of people, units and entries by their ids and keys. */
export function vocabularyIn(documentType: string, directory?: Directory): Vocabulary {
  const fields = fieldsIn(documentType, directory);
  const found = words.get(fields) ?? vocabularyOf({ fields });
  words.set(fields, found);
  return found;
}

function withChoices(field: Field, { organisation }: Directory): Field {
  const by = (items: readonly { id: string; name: string }[]) =>
    Object.fromEntries(items.map(({ id, name }) => [id, name]));
  if (field.key === "requester") return { ...field, choices: by(organisation.people) };
  if (field.key === "unit") return { ...field, choices: by(organisation.units) };
  if (!field.list) return field;
  const entries = entriesOf(organisation.lists, field.list);
  return { ...field, choices: Object.fromEntries(entries.map(({ key, name }) => [key, name])) };
}
