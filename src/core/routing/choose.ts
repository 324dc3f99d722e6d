import type { AnyDocument } from "../documents";
import { documentType, typeWords } from "../documents";
import type { Directory } from "../people";
import { outsideScope, type PolicyVersion } from "../policy";
import type { HoldReason, PolicyLooked } from "./types";

/** What of a document its policy is chosen by. */
type Placed = Pick<AnyDocument, "documentType" | "requester" | "onBehalfOf" | "unit">;
type Choice = { looked: PolicyLooked[]; chosen: PolicyVersion | null; hold?: HoldReason };

/**
 * The policy of the nearest unit, going up from the document's unit, that has one for this type and requester.
 * Two at the same unit cannot both be right: none is chosen and the document is held.
 */
export function choosePolicy(document: Placed, policies: readonly PolicyVersion[], directory: Directory): Choice {
  const chain = directory.unitsAbove(document.unit);
  const judged = policies.map((version) =>
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
  const looked = judged.map((one): PolicyLooked => {
    const { policy, version } = one.version;
    return {
      policy: policy.id,
      name: policy.name,
      version,
      chosen: one.version === chosen,
      reason: reasonOf(one, nearest, best.length),
    };
  });
  if (chosen) return { looked, chosen };
  const { one } = documentType(document.documentType).name;
  const unit = directory.unit(document.unit)?.name ?? document.unit;
  if (best.length > 1) {
    const names = best.map(({ version }) => `“${version.policy.name}”`).join(" and ");
    return {
      looked,
      chosen,
      hold: { code: "two policies", reason: `${names} both claim this ${one}; a controller must end one of them` },
    };
  }
  return {
    looked,
    chosen,
    hold: {
      code: "no policy",
      reason: `No policy for ${documentType(document.documentType).name.many} is in force for ${unit}`,
    },
  };
}

type Judged = { version: PolicyVersion; distance: number; reason: string };

function judge(version: PolicyVersion, document: Placed, chain: readonly string[], directory: Directory): Judged {
  const { policy } = version;
  const not = (reason: string): Judged => ({ version, distance: Infinity, reason });
  if (policy.documentType !== document.documentType)
    return not(`is for another type, ${typeWords(policy.documentType).name.many}`);
  const distance = chain.findIndex((unit) => policy.scope.units.includes(unit));
  if (distance < 0) return not(`does not apply to ${directory.unit(document.unit)?.name ?? document.unit}`);
  const outside = outsideScope(policy.scope, document.onBehalfOf ?? document.requester, directory);
  if (outside) return not(outside);
  const unit = directory.unit(chain[distance]!)!;
  return {
    version,
    distance,
    reason: distance === 0 ? `applies to ${unit.name}` : `applies to ${unit.name} and everything below it`,
  };
}

function reasonOf(judged: Judged, nearest: number, rivals: number): string {
  if (judged.distance === Infinity) return judged.reason;
  if (judged.distance > nearest) return `${judged.reason}, but another policy is nearer`;
  return rivals > 1 ? `${judged.reason}, as another policy does` : judged.reason;
}
