import type { Vocabulary } from "../conditions";
import { typeWords, vocabularyOf } from "../documents";
import type { Directory } from "../people";

const known = new WeakMap<Directory, Map<string, Vocabulary>>();

/** The words of a type's fields with the names of people and units for those who hold them, as conditions name them by id. */
export function vocabularyIn(documentType: string, directory?: Directory): Vocabulary {
  if (!directory) return vocabularyOf(typeWords(documentType));
  const types = known.get(directory) ?? new Map<string, Vocabulary>();
  known.set(directory, types);
  const found = types.get(documentType) ?? named(vocabularyOf(typeWords(documentType)), directory);
  types.set(documentType, found);
  return found;
}

function named(plain: Vocabulary, { organisation }: Directory): Vocabulary {
  const names = (items: readonly { id: string; name: string }[]) =>
    Object.fromEntries(items.map(({ id, name }) => [id, name]));
  return {
    ...plain,
    ...(plain.requester && { requester: { ...plain.requester, choices: names(organisation.people) } }),
    ...(plain.unit && { unit: { ...plain.unit, choices: names(organisation.units) } }),
  };
}
