import { z } from "zod";
import { mended, remediesOf, type FindingBody, type Remedy } from "@/core/lookout";
import type { Person } from "@/core/people";
import { contentHash, inForceAt, type Policy } from "@/core/policy";
import { refusedFor, type Result } from "@/core/refusal";
import { nameRemedy, refuse, refused } from "@/core/words";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import { statement } from "../db/statement";
import { readDraft, saveDraft } from "../policies/drafts";
import { readReferenceData } from "../reference-data";
import { whyNotJudge } from "./judge";
import { namesIn } from "./names";
import { findingOf } from "./stored";

export const MendSchema = z.strictObject({
  remedy: z.enum([
    "measure total",
    "move threshold",
    "add level",
    "must differ",
    "hold bank change",
    "tell instead",
  ] satisfies Remedy["code"][]),
});

/** What would mend a finding, by the policies in force now. */
export function remediesNow(app: App, body: FindingBody): Remedy[] {
  return remediesOf(body, (id) => policyInForce(app, id), policiesOf(app, body));
}

/** Under which its documents went, most of them under the first. */
function policiesOf({ db }: App, { documents }: FindingBody): string[] {
  return statement(
    db,
    `SELECT policy FROM document WHERE policy IS NOT NULL AND id IN (SELECT value FROM json_each(?))
       GROUP BY policy ORDER BY count(*) DESC, policy`,
  )
    .pluck()
    .all(JSON.stringify(documents)) as string[];
}

function policyInForce(app: App, id: string): Policy | null {
  const versions = readReferenceData(app).versions.filter(({ policy }) => policy.id === id);
  return inForceAt(versions, app.clock.now())?.policy ?? null;
}

/**
 * Begins a draft of a policy with the change made that would mend a finding, to be rehearsed and reviewed like any other. A draft that somebody is writing is left as it is.
 * @returns the policy whose draft it is
 */
export function beginMend(
  app: App,
  actor: Person,
  id: string,
  { remedy: code }: z.infer<typeof MendSchema>,
): Result<{ policy: string }> {
  const refusal = authorise(actor, "policies.write") ?? whyNotJudge(app, actor, id);
  if (refusal) return refusedFor(refusal);
  const finding = findingOf(app, id)!;
  const remedy = remediesNow(app, finding.body).find((one) => one.code === code);
  if (!remedy) return refused("nothing to mend so", null, "remedy");
  const policy = mended(policyInForce(app, remedy.policy)!, remedy, nameRemedy(remedy, namesIn(app, finding)));
  const draft = readDraft(app, policy.id);
  // Pressed again it is the same draft; another is somebody's work.
  const isSame = draft !== null && contentHash(draft.policy) === contentHash(policy);
  if (draft && !isSame) return refusedFor(refuse("draft under way", { policy: policy.name }));
  const saved = isSame ? null : saveDraft(app, actor, policy.id, { policy, revision: 0, reasons: [] });
  return saved && !saved.ok ? saved : { ok: true, value: { policy: policy.id } };
}
