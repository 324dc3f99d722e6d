import { addMonths, dayIn, startOfDay } from "@/core/calendar";
import { uncovered } from "@/core/checks";
import { documentTypeKeys, typeWords } from "@/core/documents";
import type { Person } from "@/core/people";
import { inForceAt, isReviewed, versionState, type PolicyVersion, type VersionState } from "@/core/policy";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import { inForce, readReferenceData } from "../reference-data";
import { allDrafts } from "./drafts";
import type { KeptSet } from "./kept-set";
import { setsOf } from "./sets";
import { sayAfter, sayStanding, sayTerm } from "./standing";

/** What the list of policies shows a reader. */
export function policyList(app: App, reader: Person) {
  const { versions, directory } = readReferenceData(app);
  const now = app.clock.now();
  const zone = directory.organisation.timeZone;
  const drafts = new Map(allDrafts(app).map((draft) => [draft.policy.id, draft]));
  const sets = setsOf(app);
  const name = (id: string | undefined) => (id ? (directory.person(id)?.name ?? id) : null);
  const state = (version: PolicyVersion, all: readonly PolicyVersion[]) => ({
    version: version.version,
    state: versionState(version, all, now),
    when: sayStanding(version, all, sets, now, zone),
  });
  const counted = documentsSince(app, addMonths(dayIn(now, zone), -12), zone);
  const ids = [...new Set([...versions.map(({ policy }) => policy.id), ...drafts.keys()])];
  const lines = ids.map((id) => {
    const all = versions.filter((version) => version.policy.id === id);
    const shown = inForceAt(all, now) ?? all.at(-1) ?? null;
    const latest = all.at(-1);
    const scheduled = all.filter((version) => versionState(version, all, now) === "Scheduled");
    const next = scheduled.toSorted((a, b) => ((a.inForceFrom ?? "") < (b.inForceFrom ?? "") ? -1 : 1))[0];
    const policy = shown?.policy ?? drafts.get(id)!.policy;
    return {
      id,
      policy,
      owner: name(policy.owner),
      shown: shown ? state(shown, all) : null,
      next: next && next !== shown ? state(next, all) : null,
      latest: latest && latest !== shown && latest !== next ? state(latest, all) : null,
      draft: drafts.has(id),
      lastYear: counted.get(id) ?? 0,
    };
  });
  // What counts now stands first, what counted once last; beside each other they stay as they were made.
  const place = ({ shown }: (typeof lines)[number]) => PLACES.indexOf(shown?.state ?? "Draft");
  return {
    lines: lines.toSorted((a, b) => place(a) - place(b)),
    mayWrite: authorise(reader, "policies.write") === null,
    uncovered: documentTypeKeys.flatMap((type) => {
      const left = uncovered(type, inForce({ ...readReferenceData(app) }, now), directory, now);
      if (left.length === 0) return [];
      const units = left.map(({ unit, people }) => ({ name: directory.unit(unit)?.name ?? unit, people }));
      return [{ type: typeWords(type).name.many, units }];
    }),
    sets: sets.map((set) => setLine(set, versions, now, zone)),
    ready: versions
      .filter((version) => isReviewed(version) && version.inForceFrom === null)
      .map(({ policy, version }) => ({ policy: policy.id, version, name: policy.name })),
    today: dayIn(now, zone),
  };
}

const PLACES: readonly VersionState[] = ["In force", "Scheduled", "With the reviewer", "Draft", "Retired"];

/** How many documents were sent in under each policy since the beginning of a day. */
function documentsSince({ db }: App, day: string, zone: string): Map<string, number> {
  const rows = db
    .prepare(
      "SELECT policy, COUNT(*) AS count FROM document WHERE policy IS NOT NULL AND submitted_at >= ? GROUP BY policy",
    )
    .all(startOfDay(day, zone)) as { policy: string; count: number }[];
  return new Map(rows.map(({ policy, count }) => [policy, count]));
}

/** A set, whether it counts, what of each policy counts under it, and what after. */
function setLine(set: KeptSet, versions: readonly PolicyVersion[], now: string, zone: string) {
  const { from, until } = set.term;
  const calledOff = until !== null && until <= from;
  const state: "on" | "planned" | "off" =
    calledOff || (until !== null && until <= now) ? "off" : from > now ? "planned" : "on";
  return {
    id: set.id,
    name: set.name,
    state,
    when: sayTerm(set.term, zone),
    earlier: set.earlier.filter((term) => term.from !== term.until).map((term) => sayTerm(term, zone)),
    members: set.members.flatMap(({ policy, version }) => {
      const all = versions.filter((one) => one.policy.id === policy);
      const own = all.find((one) => one.version === version);
      if (!own) return [];
      const [under, after] = [`version ${version}`, until !== null && state !== "off" ? sayAfter(own, all) : null];
      return [{ policy, name: own.policy.name, version, says: after ? `${under}, then ${after}` : under }];
    }),
  };
}
