import { entriesOf, isOpen, whyNotPicked, type ListId, type Lists } from "../lists";
import { z } from "zod";
import { ownValuesOn } from "../own-fields";
import type { ListPick, MissingItem } from "./registry";

/** The key of an entry of a list, as documents carry it; empty where nothing is chosen. Whether the list has it is asked when the document is sent. */
export const picked = (list: ListId, description: string) => z.string().max(40).meta({ description, "x-list": list });

/** What every line may be charged to. */
export const chargedTo = {
  costCentre: picked("cost-centres", "Key of a cost centre").default(""),
  project: picked("projects", "Key of a project").optional(),
  own: ownValuesOn("line").optional(),
};

type Line = { costCentre: string; project?: string | undefined; category?: string };

/** What the lines of a document name of lists. @param categories the list of their categories, where they have any */
export function picksOfLines(lines: readonly Line[], categories?: ListId): ListPick[] {
  return lines.flatMap(({ category = "", costCentre, project = "" }, index) => {
    const at = (field: string, list: string, key: string, needed?: true): ListPick => ({
      path: `lines.${index}.${field}`,
      list,
      key,
      line: index + 1,
      ...(needed && { needed }),
    });
    return [
      ...(categories ? [at("category", categories, category, true)] : []),
      at("costCentre", "cost-centres", costCentre),
      at("project", "projects", project),
    ];
  });
}

/** The distinct keys that a document's lines name in a field, as conditions see them. */
export function keysOf<L>(lines: readonly L[], keyOf: (line: L) => string | undefined): string[] {
  const found = new Set<string>();
  for (const line of lines) {
    const key = keyOf(line);
    if (key) found.add(key);
  }
  return [...found];
}

/** Keys that a document names, by the list they are of: what rules for owners look at. */
export function namedOfLists(picks: readonly ListPick[]): Record<string, string[]> {
  const found: Record<string, string[]> = {};
  for (const { list, key } of picks) if (key && !found[list]?.includes(key)) (found[list] ??= []).push(key);
  return found;
}

/** On which days a document is looked at: that of the document, and that on which it is entered. ISO dates of the organisation. */
export type Days = { dated: string; entered: string };

/**
 * What a document names that its lists do not offer, with where. What stood in it before, when it was sent the last time, may stay.
 * @param day ISO date of the organisation on which it is entered
 * @param before what it named then
 */
export function wrongPicks(
  picks: readonly ListPick[],
  lists: Lists,
  day: string,
  before: readonly ListPick[] = [],
): MissingItem[] {
  const kept = new Set(before.map(({ list, key }) => `${list} ${key}`));
  return picks.flatMap(({ path, list, key, needed, line }) => {
    if (key && kept.has(`${list} ${key}`)) return [];
    const why = whyNotPicked(lists, list, key, day, needed === true);
    return why ? [{ path, why: { code: "of a list" as const, values: { line: line ?? null, why } } }] : [];
  });
}

/** Rates of tax on lines that the list does not have on the day of the document; no tax is none. */
export function wrongTax(lines: readonly { taxPercent: string }[], lists: Lists, day: string): MissingItem[] {
  const all = entriesOf(lists, "tax-rates");
  if (all.length === 0) return [];
  const rates = new Set(all.flatMap((entry) => (isOpen(entry, day) ? [Number(entry.percent)] : [])));
  return lines.flatMap(({ taxPercent }, index) => {
    if (Number(taxPercent) === 0 || rates.has(Number(taxPercent))) return [];
    const why = { code: "not in the list" as const, values: { list: "tax-rates", key: `${taxPercent} %` } };
    const path = `lines.${index}.taxPercent`;
    return [{ path, why: { code: "of a list" as const, values: { line: index + 1, why } } }];
  });
}

/** The payment terms that a change of an account names. */
export function termsPicked(changes: readonly { field: string; after: unknown }[]): ListPick[] {
  return changes.flatMap(({ field, after }, index) =>
    field === "paymentTerms" && typeof after === "string" && after
      ? [{ path: `changes.${index}.after`, list: "payment-terms", key: after }]
      : [],
  );
}
