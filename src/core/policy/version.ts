import type { Directory } from "../people";
import { canonical, sha256Hex } from "../records";
import type { Place } from "./place";
import type { Policy } from "./schema";
import { claimTheSame } from "./scope";

/** Why somebody lets a doubtful finding stand, by its key. */
export type GivenReason = { finding: string; reason: string };

/** It as it is kept with a version: with what the finding was, as data, and in the words that the reviewer read. */
export type Reason = GivenReason & { why: { code: string; values?: unknown }; message: string };

/** What a reviewer says of a single part. */
export type Comment = { id: string; place: Place; text: string; by: string; at: string };

/** A time over which a version counts: moments as ISO date-times, `until` not included; null for no end. */
export type Term = { from: string; until: string | null };

/**
 * A saved version of a policy. Its content is never edited; the rest is what happened to it: sent, reviewed, put in force, ended.
 * Moments are ISO date-times in UTC.
 */
export type PolicyVersion = {
  policy: Policy;
  version: number;
  hash: string;
  savedBy: string;
  savedAt: string;
  note: string;
  inForceFrom: string | null;
  putInForceBy: string | null;
  /** From here on it counts no longer; null when it does until another follows. */
  inForceUntil?: string | null;
  /** Times it counted before that, as a set of a season does; each is over. */
  earlier?: readonly Term[];
  /** Everybody who had a hand in the draft; none of them reviews it. */
  authors?: readonly string[];
  sent?: { by: string; at: string; from: string | null; until: string | null } | null;
  review?: { by: string; at: string; outcome: "approved" | "returned"; words: string } | null;
  reasons?: readonly Reason[];
  comments?: readonly Comment[];
};

/**
 * SHA-256 of the canonical JSON of a policy; part of every record made under it.
 * @param seal puts tokens for those it names, as the log has it: the hash then stays when a name is replaced by a pseudonym
 */
export function contentHash(policy: Policy, seal?: (text: string) => string): string {
  return sha256Hex(canonical(policy, seal));
}

export type VersionState = "Draft" | "With the reviewer" | "Scheduled" | "In force" | "Retired";

/** Whether it has been reviewed and waits for a day from which to count. */
export function isReviewed(version: PolicyVersion): boolean {
  return version.review?.outcome === "approved";
}

/** Every time over which a version counted, counts or is to count, in order. */
export function termsOf({ earlier = [], inForceFrom, inForceUntil = null }: PolicyVersion): readonly Term[] {
  return inForceFrom === null ? earlier : [...earlier, { from: inForceFrom, until: inForceUntil }];
}

const holdsAt = ({ from, until }: Term, at: string) => from <= at && (until === null || at < until);

/** Whether a version's last time is over, or was called off before it began, so that it can be given another. */
export function isOver({ inForceFrom, inForceUntil }: PolicyVersion, at: string): boolean {
  return inForceFrom !== null && inForceUntil != null && (inForceUntil <= at || inForceUntil <= inForceFrom);
}

/**
 * The version of one policy that is in force at a moment: of those begun and not ended, the one whose start came last; of two with the same
 * start, the later version. So a version with an end, as for a season, gives way again to the one before it. Null when there is none.
 * @param at ISO date-time
 */
export function inForceAt(versions: readonly PolicyVersion[], at: string): PolicyVersion | null {
  let best: { version: PolicyVersion; from: string } | null = null;
  for (const version of versions) {
    const from = termsOf(version).findLast((term) => holdsAt(term, at))?.from;
    if (from === undefined) continue;
    if (!best || from > best.from || (from === best.from && version.version > best.version.version))
      best = { version, from };
  }
  return best?.version ?? null;
}

/** Versions in force at a moment, one of each policy. @param versions of any policies */
export function allInForceAt(versions: readonly PolicyVersion[], at: string): PolicyVersion[] {
  const policies = [...new Set(versions.map((version) => version.policy.id))];
  return policies.flatMap(
    (id) =>
      inForceAt(
        versions.filter((version) => version.policy.id === id),
        at,
      ) ?? [],
  );
}

/** Moments after `at` at which another version may begin to count, ascending. */
export function switchesAfter(versions: readonly PolicyVersion[], at: string): string[] {
  const moments = versions.flatMap(termsOf).flatMap(({ from, until }) => [from, until ?? ""]);
  return [...new Set(moments)].filter((moment) => moment > at).sort();
}

/** Where a version stands at a moment, among all versions of its policy. One that gives way for a season and comes back is scheduled. */
export function versionState(version: PolicyVersion, all: readonly PolicyVersion[], at: string): VersionState {
  if (!version.inForceFrom)
    return version.sent && version.review?.outcome !== "returned" ? "With the reviewer" : "Draft";
  const holds = (moment: string) => inForceAt(all, moment)?.version === version.version;
  if (holds(at)) return "In force";
  return switchesAfter(all, at).some(holds) ? "Scheduled" : "Retired";
}

/**
 * Whether a version can be put in force over a time beside another policy: null, or the name of the one that claims the same documents then.
 * @param until null for no end
 */
export function rivalOf(
  policy: Policy,
  from: string,
  until: string | null,
  versions: readonly PolicyVersion[],
  directory: Directory,
): PolicyVersion | null {
  const meets = (term: Term) =>
    term.until !== term.from && (until === null || term.from < until) && (term.until === null || from < term.until);
  return (
    versions.find(
      (other) =>
        other.policy.id !== policy.id &&
        termsOf(other).some((term) => meets(term) && !replacedBefore(other, term, versions, from)) &&
        claimTheSame(policy, other.policy, directory),
    ) ?? null
  );
}

/** A later version of the same policy without an end took its place for good before that time. */
function replacedBefore(version: PolicyVersion, term: Term, versions: readonly PolicyVersion[], from: string): boolean {
  return versions.some(
    (later) =>
      later.policy.id === version.policy.id &&
      later !== version &&
      termsOf(later).some(
        (one) =>
          one.until === null &&
          one.from <= from &&
          (one.from > term.from || (one.from === term.from && later.version > version.version)),
      ),
  );
}
