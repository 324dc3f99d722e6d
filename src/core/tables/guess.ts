/** A column that a file may have: its key, what it is called, and other words for it. */
export type GuessedColumn = { key: string; label: string; aliases: readonly string[] };

/** For each column the place of the file’s column it is read from, or null. */
export type Mapping = Readonly<Record<string, number | null>>;

/** A heading without accents, capitals and signs, as headings are compared. */
export const foldHeading = (text: string): string =>
  text
    .normalize("NFD")
    .replace(/\p{M}/gu, "")
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, " ")
    .trim();

/**
 * A guess at which column of a file is which, by its headings. Each heading is used once; an exact name wins over another word for it.
 * @param kept by a folded heading the key that it was given before, which wins over both; null where it was none
 */
export function guessColumns(
  header: readonly string[],
  columns: readonly GuessedColumn[],
  kept: ReadonlyMap<string, string | null> = new Map(),
): Mapping {
  const words = header.map(foldHeading);
  const taken = new Set<number>();
  const mapping: Record<string, number | null> = {};
  const place = (fits: (column: GuessedColumn, word: string) => boolean) => {
    for (const one of columns) {
      if (mapping[one.key] != null) continue;
      const at = words.findIndex((word, index) => word !== "" && !taken.has(index) && fits(one, word));
      mapping[one.key] = at < 0 ? null : at;
      if (at >= 0) taken.add(at);
    }
  };
  place(({ key }, word) => kept.get(word) === key);
  const free = (word: string) => !kept.has(word);
  place(({ key, label }, word) => free(word) && (word === foldHeading(label) || word === foldHeading(key)));
  place(({ aliases }, word) => free(word) && aliases.some((alias) => foldHeading(alias) === word));
  return mapping;
}
