import type { Directory } from "../people";
import { outsideScope, type PolicyVersion } from "../policy";
import type { ConsideredReason, HeldReason } from "./reasons";
import type { HoldReason, PolicyConsidered, Routable } from "./types";

/** What of a document its policy is chosen by. */
type Placed = Pick<Routable, "documentType" | "requester" | "onBehalfOf" | "unit">;
type Choice = { looked: PolicyConsidered[]; chosen: PolicyVersion | null; hold?: HoldReason };

/**
 * The policy of the nearest unit, going up from the document's unit, that has one for this type and requester.
 * Two at the same unit cannot both be right: none is chosen and the document is held.
 */
export function choosePolicy(document: Placed, policies: readonly PolicyVersion[], directory: Directory): Choice {
  const chain = directory.unitsAbove(document.unit);
  // What is for another type has no say in it, and is not told of.
  const ofType = policies.filter(({ policy }) => policy.documentType === document.documentType);
  const judged = ofType.map((version) =>
    judge(
      version,
      document,
      chain.map((unit) => unit.id),
      directory,
    ),
  );
  const nearest = Math.min(...judged.map((one) => one.distance));
  const best = judged.filter((one) => one.distance === nearest && nearest < Infinity);
  const chosen = best.length === 1 ? best[0]!.version : null;
  const looked = judged.map((one): PolicyConsidered => {
    const { policy, version } = one.version;
    return {
      policy: policy.id,
      name: policy.name,
      version,
      chosen: one.version === chosen,
      why: reasonOf(one, nearest, best.length),
    };
  });
  if (chosen) return { looked, chosen };
  const { documentType: type, unit } = document;
  if (best.length > 1) {
    const policies = best.map(({ version }) => version.policy.id);
    const why: HeldReason = { code: "two policies claim it", values: { type, policies } };
    return { looked, chosen, hold: { code: "two policies", why } };
  }
  return { looked, chosen, hold: { code: "no policy", why: { code: "no policy in force", values: { type, unit } } } };
}

type Judged = { version: PolicyVersion; distance: number } & (
  { why: ConsideredReason } | { unit: string; below: boolean }
);

function judge(version: PolicyVersion, document: Placed, chain: readonly string[], directory: Directory): Judged {
  const { policy } = version;
  const not = (why: ConsideredReason): Judged => ({ version, distance: Infinity, why });
  const distance = chain.findIndex((unit) => policy.scope.units.includes(unit));
  if (distance < 0) return not({ code: "another unit", values: { unit: document.unit } });
  const outside = outsideScope(policy.scope, document.onBehalfOf ?? document.requester, directory);
  if (outside) return not(outside);
  return { version, distance, unit: chain[distance]!, below: distance > 0 };
}

function reasonOf(judged: Judged, nearest: number, rivals: number): ConsideredReason {
  if ("why" in judged) return judged.why;
  const { distance, unit, below } = judged;
  const code = distance > nearest ? "nearer elsewhere" : rivals > 1 ? "as another does" : "applies";
  return { code, values: { unit, below } };
}
