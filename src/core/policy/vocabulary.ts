import type { Known, Vocabulary } from "../conditions";
import { conditionField, typeWords, vocabularyOf, type Field } from "../documents";
import { namesIn } from "../lists";
import type { Directory } from "../people";

const known = new WeakMap<Directory, Map<string, readonly Field[]>>();
const words = new WeakMap<readonly Field[], Vocabulary>();

/**
 * The fields that conditions on a type may name, those of the organisation's own after the program's, with what each can be where the organisation says it: its units and
 * people, and what its lists have or had, since a condition may name what has ended.
 */
export function fieldsIn(documentType: string, directory?: Directory): readonly Field[] {
  const plain = typeWords(documentType).fields;
  if (!directory) return plain;
  const types = known.get(directory) ?? new Map<string, readonly Field[]>();
  known.set(directory, types);
  const found = types.get(documentType) ?? [
    ...plain.map((field) => withChoices(field, directory)),
    ...ownFieldsIn(documentType, directory),
  ];
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

/** What is known of the fields of a type beside what conditions say of them. */
export function knownIn(documentType: string, directory: Directory): Known {
  return Object.fromEntries(
    fieldsIn(documentType, directory).map(({ key, many, always, choices, list }) => {
      const keys = Object.keys(choices ?? {});
      // Nothing has to be chosen of a list that has nothing.
      const filled = always && !(list && keys.length === 0);
      return [key, { ...(many && { many }), ...(filled && { always }), ...(choices && { choices: keys }) }];
    }),
  );
}

const byId = (items: readonly { id: string; name: string }[]) =>
  Object.fromEntries(items.map(({ id, name }) => [id, name]));

function ownFieldsIn(documentType: string, { organisation: { fields, lists, people } }: Directory): Field[] {
  const { account, partyForm } = typeWords(documentType);
  const own = fields.filter(({ on }) => on.includes(documentType) || (account && on.includes(account)));
  const names = own.some(({ kind }) => kind === "person") ? byId(people) : {};
  return own.map((field) => {
    const named = conditionField(field, lists, names);
    // What a document changes of an account has an old value beside the new one.
    return field.part === "account" && partyForm ? { ...named, controlled: true as const } : named;
  });
}

function withChoices(field: Field, { organisation }: Directory): Field {
  if (field.key === "requester") return { ...field, choices: byId(organisation.people) };
  if (field.key === "unit") return { ...field, choices: byId(organisation.units) };
  if (!field.list) return field;
  return { ...field, choices: namesIn(organisation.lists, field.list) };
}

/** Dates of a type's documents, not of their lines, that a time limit can run to. */
export function dateFields(documentType: string, directory?: Directory): { key: string; label: string }[] {
  return fieldsIn(documentType, directory).filter(({ kind, many }) => kind === "date" && !many);
}

/** Fields in which documents of a type name a person whom a level may ask, with what each is called. */
export function peopleFieldsIn(
  documentType: string,
  { organisation }: Pick<Directory, "organisation">,
): Readonly<Record<string, string>> {
  const { account } = typeWords(documentType);
  const own = organisation.fields.filter(
    ({ kind, part, on }) =>
      kind === "person" &&
      ((part === "document" && on.includes(documentType)) || (account !== undefined && on.includes(account))),
  );
  return {
    ...typeWords(documentType).peopleFields,
    ...Object.fromEntries(own.map(({ key, name }) => [key, name])),
  };
}
