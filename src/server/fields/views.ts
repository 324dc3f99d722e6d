import { isGroup, type Condition } from "@/core/conditions";
import { fieldsNamedBy, inForceAt, type Policy } from "@/core/policy";
import type { App } from "../app";
import { allDrafts } from "../policies/drafts";
import { readReferenceData } from "../reference-data";

/** What a change of a field touches: policies in force or to come and drafts that name it, and fields that are required under a condition on it. */
export type FieldUses = { policies: string[]; drafts: string[]; fields: string[] };

/** What each field of the organisation's own is named by, by its key; one that nothing names is not in it. */
export function fieldUses(app: App): Record<string, FieldUses> {
  const { versions, directory } = readReferenceData(app);
  const uses = new Map<string, FieldUses>();
  const note = (key: string, by: keyof FieldUses, name: string) => {
    const found = uses.get(key) ?? { policies: [], drafts: [], fields: [] };
    if (!found[by].includes(name)) found[by].push(name);
    uses.set(key, found);
  };
  for (const policy of counting(versions, app.clock.now()))
    for (const key of fieldsNamedBy(policy)) note(key, "policies", policy.name);
  for (const { policy } of allDrafts(app)) for (const key of fieldsNamedBy(policy)) note(key, "drafts", policy.name);
  for (const { name, when } of directory.organisation.fields)
    for (const key of when ? fieldsIn(when) : []) note(key, "fields", name);
  return Object.fromEntries(uses);
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
