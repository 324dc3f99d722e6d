import { dayIn } from "@/core/calendar";
import { inForceAt, versionState, type PolicyVersion, type Term } from "@/core/policy";
import { sayDate } from "@/core/text";
import type { KeptSet } from "./kept-set";

/** How the times of versions and sets read. */

/** @example sayTerm({ from, until }, zone) // "1 Dec 2026 to 31 Dec 2026" */
export function sayTerm({ from, until }: Term, zone: string): string {
  const day = (at: string) => sayDate(dayIn(at, zone));
  if (until !== null && until <= from) return `called off before ${day(from)}`;
  return until === null ? `from ${day(from)}` : `${day(from)} to ${lastDay(until, zone)}`;
}

function lastDay(until: string, zone: string): string {
  return sayDate(dayIn(new Date(Date.parse(until) - 1).toISOString(), zone));
}

/** Since when or from when a version counts, and until when. */
export function sayWhen(version: PolicyVersion, all: readonly PolicyVersion[], now: string, zone: string): string {
  const { inForceFrom: from, inForceUntil: until = null } = version;
  const day = (at: string) => sayDate(dayIn(at, zone));
  if (!from) return version.sent ? `sent ${day(version.sent.at)}` : `saved ${day(version.savedAt)}`;
  if (until !== null && (until <= now || until <= from)) return sayTerm({ from, until }, zone);
  const to = until === null ? "" : `to ${lastDay(until, zone)}`;
  if (from > now) return `from ${day(from)}${to && ` ${to}`}`;
  const later = all
    .flatMap(({ version: other, inForceFrom }) =>
      inForceFrom && inForceFrom >= from && other !== version.version && inForceFrom <= now ? [inForceFrom] : [],
    )
    .sort()[0];
  if (later && versionState(version, all, now) !== "In force") return `${day(from)} to ${day(later)}`;
  return `since ${day(from)}${to && `, ${to}`}`;
}

/** The same, with the set it counts under and what counts after it. */
export function sayStanding(
  version: PolicyVersion,
  all: readonly PolicyVersion[],
  sets: readonly KeptSet[],
  now: string,
  zone: string,
): string {
  const when = sayWhen(version, all, now, zone);
  const state = versionState(version, all, now);
  if (state !== "In force" && state !== "Scheduled") return when;
  const set = sets.find(
    ({ members, term }) =>
      term.from === version.inForceFrom &&
      members.some((one) => one.policy === version.policy.id && one.version === version.version),
  );
  const after = version.inForceUntil ? `; then ${sayAfter(version, all)}` : "";
  return `${when}${set ? `, in the set “${set.name}”` : ""}${after}`;
}

/** What counts of a policy when the present time of a version is over. */
export function sayAfter(version: PolicyVersion, all: readonly PolicyVersion[]): string {
  const next = version.inForceUntil ? inForceAt(all, version.inForceUntil) : null;
  if (!next) return "none of it counts";
  const again = next.inForceFrom !== version.inForceUntil;
  return `version ${next.version} counts${again ? " again" : ""}`;
}
