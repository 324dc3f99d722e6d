import type { App } from "../app";
import { statement } from "../db/statement";
import { readReferenceData } from "../reference-data";

/** From how many of the latest documents cost centres are known. */
const LATEST = 400;
const MOST = 12;

export type FoundCostCentre = { key: string; owner: string | null };

/** Cost centres by a few letters of them or of their owner's name: those that somebody owns, and those of the latest documents. */
export function findCostCentres(app: App, text: string): FoundCostCentre[] {
  const { directory } = readReferenceData(app);
  const used = statement(
    app.db,
    `SELECT DISTINCT l.value
     FROM (SELECT summary FROM document_summary ORDER BY row DESC LIMIT ${LATEST}) s, json_each(s.summary, '$.facts.costCentre') l
     WHERE l.value IS NOT NULL AND l.value <> ''`,
  )
    .pluck()
    .all() as string[];
  const owners = new Map(
    directory.organisation.owners
      .filter((one) => one.of === "costCentre")
      .map((one) => [one.key, directory.person(one.person)?.name ?? one.person]),
  );
  const letters = text.trim().toLocaleLowerCase("en");
  const has = (word: string | null | undefined) => word?.toLocaleLowerCase("en").includes(letters) ?? false;
  return [...new Set([...owners.keys(), ...used])]
    .map((key) => ({ key, owner: owners.get(key) ?? null }))
    .filter(({ key, owner }) => has(key) || has(owner))
    .toSorted((a, b) => a.key.localeCompare(b.key, "en", { numeric: true }))
    .slice(0, MOST);
}
