import type { Holder } from "../people";
import type { OrganisationHistory } from "../organisation-history";

/** Finds what a cell means: by id, by e-mail, or by name where only one has it. */
export type Lookup = {
  person(text: string): string | null;
  unit(text: string): string | null;
  location(text: string): string | null;
  holder(text: string): Holder | null;
};

type Named = { id: string; words: readonly (string | undefined)[] };

/** An index of ids and other words; a word that two have means neither. */
function indexOf(items: Iterable<Named>): (text: string) => string | null {
  const ids = new Set<string>();
  const byWord = new Map<string, string | null>();
  for (const { id, words } of items) {
    ids.add(id);
    for (const word of words) {
      if (!word) continue;
      const key = word.toLowerCase();
      byWord.set(key, byWord.has(key) && byWord.get(key) !== id ? null : id);
    }
  }
  return (text) => (ids.has(text) ? text : (byWord.get(text.toLowerCase()) ?? null));
}

/**
 * What is known already and what the file itself brings.
 * @param inFile ids and names of the rows, by kind
 */
export function lookupIn(
  history: OrganisationHistory,
  inFile: { person?: Named[]; unit?: Named[]; position?: Named[]; location?: Named[] },
): Lookup {
  const person = indexOf([
    ...Array.from(history.person.values(), ({ id, email, name }) => ({ id, words: [email, name] })),
    ...(inFile.person ?? []),
  ]);
  const unit = indexOf([
    ...Array.from(history.unit.values(), ({ id, states }) => ({ id, words: [states.at(-1)!.name] })),
    ...(inFile.unit ?? []),
  ]);
  const location = indexOf([
    ...Array.from(history.location.values(), ({ id, name }) => ({ id, words: [name] })),
    ...(inFile.location ?? []),
  ]);
  const position = indexOf([
    ...Array.from(history.position.values(), ({ id, name }) => ({ id, words: [name] })),
    ...(inFile.position ?? []),
  ]);
  return {
    person,
    unit,
    location,
    holder: (text) => {
      const [, kind, rest] = /^(person|position):\s*(.+)$/.exec(text) ?? [];
      const exact = kind && (kind === "person" ? person(rest!) : position(rest!));
      if (kind) return exact ? { kind: kind as Holder["kind"], id: exact } : null;
      const held = position(text);
      if (held) return { kind: "position", id: held };
      const id = person(text);
      return id ? { kind: "person", id } : null;
    },
  };
}
