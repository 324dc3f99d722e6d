import { keyOf } from "@/core/checks";
import type { Person } from "@/core/people";
import { PolicySchema, type PolicyInput } from "@/core/policy";
import type { Result } from "@/core/refusal";
import type { App } from "@/server/app";
import { sendToReviewer, findingsFor } from "@/server/policies/commands";
import { reviewVersion } from "@/server/policies/review";
import { readReferenceData } from "@/server/reference-data";

type Plan = { policy: PolicyInput; basedOn: number; note: string; from: string; until?: string; letStand?: string };

/**
 * Has a policy written by one person, approved by another and put in force from a day, as it has to be. Whatever the checks doubt in it is let stand for
 * the one reason that is given.
 * @returns the number of the version
 */
export function reviewedInForce(
  app: App,
  newId: () => string,
  { policy, basedOn, note, from, until, letStand }: Plan,
  [writer, reviewer]: [string, string] = ["benedita-corvo", "rosalind-amado"],
): number {
  const who = (id: string): Person => readReferenceData(app).directory.person(id)!;
  // Nothing goes to a reviewer without saying why.
  const sending = {
    policy,
    basedOn,
    note: note || `Policy for ${policy.name.toLowerCase()}`,
    reasons: letStand
      ? findingsFor(app, PolicySchema.parse(policy), who(writer)).map((one) => ({
          finding: keyOf(one),
          reason: letStand,
        }))
      : [],
    from,
    until: until ?? null,
  };
  const { version } = must(sendToReviewer(app, who(writer), sending, newId()));
  const verdict = { outcome: "approved" as const, words: "" };
  must(reviewVersion(app, who(reviewer), policy.id, version, verdict, newId()));
  return version;
}

function must<T>(result: Result<T>): T {
  if (!result.ok) throw new Error(result.refusals.map((refusal) => refusal.message).join("; "));
  return result.value;
}
