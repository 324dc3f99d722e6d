import { isDay } from "@/core/calendar";
import { isDecimal } from "@/core/conditions";
import type { Field, FieldKind } from "@/core/documents";
import { foldKey } from "@/core/lists";
import { hiddenKeys } from "@/core/own-fields";
import type { Directory } from "@/core/people";
import { likeText } from "../db/like";
import type { Where } from "../db/where";
import { keptFields } from "./kept-columns";

/** What the register can be filtered by beside what every document has: what documents name of the organisation's lists, and what they say in its own fields. */
export type KeptFilter = { key: string; name: string; kind: FieldKind; choices: readonly Choice[] };
type Choice = { key: string; name: string };

/** A filter with what has to stand in its field. */
export type KeptWanted = { key: string; kind: FieldKind; value: string };

/** In addresses the name of such a filter begins so, that it is never taken for another. */
export const KEPT_PREFIX = "has.";

/** All of it but amounts, which are found by the register's own filters, and what is hidden from some: whoever may ask for a value learns who has it. */
export function keptFilters(directory: Directory): KeptFilter[] {
  const hidden = hiddenKeys(directory.organisation.fields);
  return keptFields(directory)
    .filter(({ key, kind }) => kind !== "amount" && !hidden.has(key))
    .map((field) => ({ key: field.key, name: field.label, kind: field.kind, choices: choicesOf(field) }));
}

const choicesOf = ({ choices = {} }: Field): Choice[] => Object.entries(choices).map(([key, name]) => ({ key, name }));

/**
 * The filters of an address that are about what the organisation keeps.
 * @param given filters by name, as they stand in an address
 * @returns those that can be read, and names of those that cannot
 */
export function readKept(
  given: Readonly<Record<string, string>>,
  directory: Directory,
): { wanted: KeptWanted[]; unread: string[] } {
  const known = new Map(keptFilters(directory).map((one) => [KEPT_PREFIX + one.key, one]));
  const wanted: KeptWanted[] = [];
  const unread: string[] = [];
  for (const [name, typed] of Object.entries(given)) {
    if (!name.startsWith(KEPT_PREFIX) || typed.trim() === "") continue;
    const filter = known.get(name);
    const value = filter && wantedIn(filter, typed.trim());
    if (filter && value !== null && value !== undefined) wanted.push({ key: filter.key, kind: filter.kind, value });
    else unread.push(name);
  }
  return { wanted, unread };
}

/** What has to stand there; null for what cannot: of a choice its key, by its name too, of yes or no which of the two. */
function wantedIn({ kind, choices }: KeptFilter, typed: string): string | null {
  if (kind === "choice") {
    const folded = foldKey(typed);
    return (
      (choices.find(({ key }) => key === typed) ?? choices.find(({ name }) => foldKey(name) === folded))?.key ?? null
    );
  }
  if (kind === "flag") return typed === "yes" || typed === "no" ? typed : null;
  if (kind === "number") return isDecimal(typed) ? typed : null;
  if (kind === "date") return isDay(typed) ? typed : null;
  return typed.length <= 200 ? typed : null;
}

/** By the kind of a field: how what stands in it is compared, one value of several being enough. */
const COMPARED: Readonly<Record<FieldKind, (name: string) => string>> = {
  text: (name) => `said.value LIKE @${name} ESCAPE '\\'`,
  choice: (name) => `said.value = @${name}`,
  date: (name) => `said.value = @${name}`,
  number: (name) => `CAST(said.value AS REAL) = CAST(@${name} AS REAL)`,
  flag: (name) => `said.type = @${name}`,
  amount: () => "0",
};

/** Documents that say what is wanted, by what is kept of them to be read by thousands. */
export function whereKept(where: Where, wanted: readonly KeptWanted[]): void {
  wanted.forEach(({ key, kind, value }, index) => {
    const [name, path] = [`kept${index}`, `path${index}`];
    const as =
      kind === "text" ? `%${likeText(value)}%` : kind === "flag" ? (value === "yes" ? "true" : "false") : value;
    where.and(
      `EXISTS (SELECT 1 FROM document_summary s, json_each(s.summary, @${path}) said WHERE s.id = d.id AND ${COMPARED[kind](name)})`,
      { [name]: as, [path]: `$.facts."${key}"` },
    );
  });
}
