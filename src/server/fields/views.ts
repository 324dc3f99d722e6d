import { isGroup, type Condition } from "@/core/conditions";
import { fieldsNamedBy, inForceAt, type Policy } from "@/core/policy";
import { OCCASIONS, namedInTemplate, occasions } from "@/core/messages";
import { INTAKE_COLUMNS } from "@/core/intake";
import { isAccountKind, isOwnKey, type OwnField } from "@/core/own-fields";
import { joinWords } from "@/core/text";
import { nameOfHolder } from "@/core/words";
import type { App } from "../app";
import { tokensOf } from "../intake/tokens";
import { templateOf } from "../messages/settings";
import { allDrafts } from "../policies/drafts";
import { readReferenceData } from "../reference-data";

/**
 * What a change of a field touches: policies in force or to come and drafts that name it, fields that are required under a condition on it or taken over from it, wordings of
 * letters, and how many documents somebody is entering that say something in it.
 */
export type FieldUses = {
  policies: string[];
  drafts: string[];
  fields: string[];
  letters: string[];
  /** Files and programs that bring it in: what they are, under which column or key. */
  imports: string[];
  entered: number;
};
type Named = Exclude<keyof FieldUses, "entered">;

/** What each field of the organisation's own is named by, by its key; one that nothing names is not in it. */
export function fieldUses(app: App): Record<string, FieldUses> {
  const { versions, directory } = readReferenceData(app);
  const uses = new Map<string, FieldUses>();
  const of = (key: string): FieldUses => {
    const found = uses.get(key) ?? { policies: [], drafts: [], fields: [], letters: [], imports: [], entered: 0 };
    uses.set(key, found);
    return found;
  };
  const note = (key: string, by: Named, name: string) => {
    const found = of(key)[by];
    if (!found.includes(name)) found.push(name);
  };
  for (const policy of counting(versions, app.clock.now()))
    for (const key of fieldsNamedBy(policy)) note(key, "policies", policy.name);
  for (const { policy } of allDrafts(app)) for (const key of fieldsNamedBy(policy)) note(key, "drafts", policy.name);
  for (const { name, when, taken } of directory.organisation.fields) {
    for (const key of when ? fieldsIn(when) : []) note(key, "fields", name);
    if (taken && isOwnKey(taken)) note(taken, "fields", name);
  }
  for (const occasion of occasions)
    for (const key of namedInTemplate(templateOf(app, occasion)))
      if (isOwnKey(key)) note(key, "letters", OCCASIONS[occasion]);
  for (const field of directory.organisation.fields)
    for (const one of broughtInBy(app, field)) note(field.key, "imports", one);
  for (const { key, documents } of enteredNow(app)) of(key).entered = documents;
  return Object.fromEntries(uses);
}

/** What brings values of a field in: files, where its column is called by its name or key, and programs that may send documents. */
function broughtInBy(app: App, { name, key, on, by, part }: OwnField): string[] {
  if (by) return [];
  const files = on.filter((one) => isAccountKind(one) || one in INTAKE_COLUMNS).map((one) => nameOfHolder(one).many);
  const tokens =
    part === "account" ? [] : tokensOf(app).filter((one) => !one.endedAt && one.scopes.includes("documents.write"));
  return [
    ...(files.length > 0 ? [`files of ${joinWords(files, "and")} with a column “${name}” or “${key}”`] : []),
    ...tokens.map((one) => `the program ${one.name}, as “${key}”`),
  ];
}

/** In how many documents that have not been sent something stands in each field. */
function enteredNow(app: App): { key: string; documents: number }[] {
  return app.db
    .prepare(
      `SELECT said.key, COUNT(*) AS documents
       FROM document d JOIN document_summary s ON s.id = d.id, json_each(s.summary, '$.facts') said
       WHERE d.status = 'draft' AND said.key GLOB 'own_*' GROUP BY said.key`,
    )
    .all() as { key: string; documents: number }[];
}

type Versions = ReturnType<typeof readReferenceData>["versions"];

/** Of each policy the version that counts, or else the newest. */
function counting(versions: Versions, now: string): Policy[] {
  const ids = new Set(versions.map(({ policy }) => policy.id));
  return [...ids].map((id) => {
    const of = versions.filter(({ policy }) => policy.id === id);
    return (inForceAt(of, now) ?? of.at(-1)!).policy;
  });
}

function fieldsIn(condition: Condition): string[] {
  return isGroup(condition) ? condition.of.flatMap(fieldsIn) : [condition.field];
}
