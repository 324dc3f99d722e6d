import { dayIn } from "@/core/calendar";
import { uncovered } from "@/core/checks";
import { documentTypeKeys, typeWords } from "@/core/documents";
import type { Person } from "@/core/people";
import { inForceAt, isReviewed, versionState, type PolicyVersion } from "@/core/policy";
import { sayDate } from "@/core/words";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import { inForce, readWorld } from "../world";
import { sayWhen } from "./board-view";
import { allDrafts } from "./drafts";

/** What the list of policies shows a reader. */
export function policyList(app: App, reader: Person) {
  const { versions, directory } = readWorld(app);
  const now = app.clock.now();
  const zone = directory.organisation.timeZone;
  const drafts = new Map(allDrafts(app).map((draft) => [draft.policy.id, draft]));
  const name = (id: string | undefined) => (id ? (directory.person(id)?.name ?? id) : null);
  const state = (version: PolicyVersion, all: readonly PolicyVersion[]) => ({
    version: version.version,
    state: versionState(version, all, now),
    when: sayWhen(version, all, now, zone),
  });
  const ids = [...new Set([...versions.map(({ policy }) => policy.id), ...drafts.keys()])];
  const lines = ids.map((id) => {
    const all = versions.filter((version) => version.policy.id === id);
    const shown = inForceAt(all, now) ?? all.at(-1) ?? null;
    const latest = all.at(-1);
    const policy = shown?.policy ?? drafts.get(id)!.policy;
    return {
      id,
      policy,
      owner: name(policy.owner),
      shown: shown ? state(shown, all) : null,
      latest: latest && latest !== shown ? state(latest, all) : null,
      draft: drafts.has(id),
    };
  });
  return {
    lines,
    mayWrite: authorise(reader, "policies.write") === null,
    uncovered: documentTypeKeys.flatMap((type) => {
      const left = uncovered(type, inForce({ ...readWorld(app) }, now), directory, now);
      if (left.length === 0) return [];
      const units = left.map(({ unit, people }) => ({ name: directory.unit(unit)?.name ?? unit, people }));
      return [{ type: typeWords(type).name.many, units }];
    }),
    sets: setsOf(app, zone, (id) => versions.find(({ policy }) => policy.id === id)?.policy.name ?? id),
    ready: versions
      .filter((version) => isReviewed(version) && version.inForceFrom === null)
      .map(({ policy, version }) => ({ policy: policy.id, version, name: policy.name })),
    today: dayIn(now, zone),
  };
}

type SetRow = { id: string; name: string; members: string; from_time: string; until_time: string | null };

function setsOf(app: App, zone: string, nameOf: (policy: string) => string) {
  const rows = app.db.prepare("SELECT * FROM policy_set ORDER BY from_time DESC").all() as SetRow[];
  return rows.map((row) => {
    const members = JSON.parse(row.members) as { policy: string; version: number }[];
    const last = row.until_time && dayIn(new Date(Date.parse(row.until_time) - 1).toISOString(), zone);
    return {
      id: row.id,
      name: row.name,
      when: `from ${sayDate(dayIn(row.from_time, zone))}${last ? ` to ${sayDate(last)}` : ""}`,
      members: members.map((one) => `${nameOf(one.policy)}, version ${one.version}`).join("; "),
    };
  });
}
