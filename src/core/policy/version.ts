import { canonical, sha256Hex } from "../records";
import type { Policy } from "./schema";

/** A saved version of a policy. It is never edited; `inForceFrom` is set once, when it is put in force. */
export type PolicyVersion = {
  policy: Policy;
  version: number;
  hash: string;
  savedBy: string;
  savedAt: string;
  note: string;
  inForceFrom: string | null;
  putInForceBy: string | null;
};

/** SHA-256 of the canonical JSON of a policy; part of every record made under it. */
export function contentHash(policy: Policy): string {
  return sha256Hex(canonical(policy));
}

export type VersionState = "Draft" | "Scheduled" | "In force" | "Retired";

/**
 * The version of one policy that is in force at a moment: the one whose start came last; of two with the same start, the
 * later version. Null before the first start.
 * @param at ISO date-time
 */
export function inForceAt(versions: readonly PolicyVersion[], at: string): PolicyVersion | null {
  let best: PolicyVersion | null = null;
  for (const version of versions) {
    if (!version.inForceFrom || version.inForceFrom > at) continue;
    if (
      !best ||
      version.inForceFrom > best.inForceFrom! ||
      (version.inForceFrom === best.inForceFrom && version.version > best.version)
    )
      best = version;
  }
  return best;
}

/** Where a version stands at a moment, among all versions of its policy. */
export function versionState(version: PolicyVersion, all: readonly PolicyVersion[], at: string): VersionState {
  if (!version.inForceFrom) return "Draft";
  if (version.inForceFrom > at) return "Scheduled";
  return inForceAt(all, at)?.version === version.version ? "In force" : "Retired";
}
