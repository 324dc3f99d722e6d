import { dayIn } from "@/core/calendar";
import { idFrom } from "@/core/ids";
import type { Person } from "@/core/people";
import { claimTheSame, isOver, isReviewed, type PolicyVersion, type Term } from "@/core/policy";
import { refuse, type Refusal, type Result, refused } from "@/core/refusal";
import type { App } from "../app";
import { append } from "../log/log";
import { project } from "../log/projection";
import { readReferenceData } from "../reference-data";
import { commandPolicy, versionNumbered } from "./command";
import { findingsFor, sayFindingOf } from "./commands";
import type { PolicyEvent } from "./events";
import { whyNotStart } from "./review";
import { endOfDay, plannedTimes, type Times } from "./times";

/**
 * Policies that are switched on and off together, as for a holiday season or the end of a year, and again the year after. Either all of them are switched or none
 * is.
 */
export type SetMember = { policy: string; version: number };
export type SetPlan = { name: string; members: SetMember[]; from: string; until: string | null };
export type KeptSet = { id: string; name: string; members: SetMember[]; term: Term; earlier: Term[] };

type SetRow = {
  id: string;
  name: string;
  members: string;
  from_time: string;
  until_time: string | null;
  earlier: string;
};

/** Every set with the time it is or was last switched on for, the latest first. */
export function setsOf(app: App): KeptSet[] {
  const rows = app.db.prepare("SELECT * FROM policy_set ORDER BY from_time DESC, id").all() as SetRow[];
  return rows.map((row) => ({
    id: row.id,
    name: row.name,
    members: JSON.parse(row.members) as SetMember[],
    term: { from: row.from_time, until: row.until_time },
    earlier: JSON.parse(row.earlier) as Term[],
  }));
}

const kept = (app: App, id: string): Result<KeptSet> => {
  const set = setsOf(app).find((one) => one.id === id);
  return set ? { ok: true, value: set } : refused("unknown", "There is no such set of policies");
};

/**
 * Makes a set of reviewed versions of different policies and plans the first time it counts.
 * @throws never; refuses a name that is taken, versions that are not reviewed or have a time, and two that claim the same documents
 */
export function scheduleSet(app: App, actor: Person, plan: SetPlan, command: string): Result<{ id: string }> {
  const id = idFrom(plan.name);
  return onSet(app, actor, id, "policy set scheduled", command, () => {
    if (!plan.name.trim()) return refused("no name", "Give the set a name", "name");
    if (setsOf(app).some((set) => set.id === id))
      return refused("name taken", `There is a set “${plan.name}” already; give this one another name`, "name");
    const times = plannedTimes(app, plan.from, plan.until);
    if (!times.ok) return times;
    const chosen = membersOf(app, plan.members, (one) =>
      one.inForceFrom && !isOver(one, app.clock.now()) ? "has dates of its own already" : null,
    );
    if (!chosen.ok) return chosen;
    if (chosen.value.length < 2)
      return refused("too few", "A set has two policies or more; one alone is put in force by itself");
    return switchedOn(app, actor, { ...plan, id, name: plan.name.trim() }, chosen.value, times.value, command);
  });
}

/**
 * Switches a set on once more, for a time of its own. Its versions were reviewed; whether they can still be carried out, with the people of today, is looked at anew.
 * @param from first day, ISO date in the organisation's zone
 * @param until last day, or null
 */
export function switchSetOn(
  app: App,
  actor: Person,
  id: string,
  { from, until }: { from: string; until: string | null },
  command: string,
): Result<{ id: string }> {
  return onSet(app, actor, id, "policy set scheduled", command, () => {
    const set = kept(app, id);
    if (!set.ok) return set;
    const now = app.clock.now();
    const chosen = membersOf(app, set.value.members, (one) =>
      isOver(one, now) ? null : `counts still, or is to; switch it off first`,
    );
    if (!chosen.ok) return chosen;
    const times = plannedTimes(app, from, until);
    if (!times.ok) return times;
    const fatal = chosen.value.flatMap(({ policy }) =>
      findingsFor(app, policy)
        .filter(({ weight }) => weight === "fatal")
        .map((finding): Refusal => {
          const { message, mend } = sayFindingOf(app, policy, finding);
          return refuse(
            "finding",
            `“${policy.name}” can no longer be carried out as it was reviewed: ${message} ${mend}`,
          );
        }),
    );
    if (fatal.length > 0) return { ok: false, refusals: fatal };
    return switchedOn(app, actor, set.value, chosen.value, times.value, command);
  });
}

/**
 * Switches a set off after a day; before it has begun, calls it off. What was decided under it stays.
 * @param last the last day it counts, ISO date; not looked at before it has begun
 */
export function switchSetOff(
  app: App,
  actor: Person,
  id: string,
  last: string,
  command: string,
): Result<{ id: string }> {
  return onSet(app, actor, id, "policy set ended", command, () => {
    const set = kept(app, id);
    if (!set.ok) return set;
    const { term, members } = set.value;
    const now = app.clock.now();
    const { timeZone } = readReferenceData(app).directory.organisation;
    if (term.until !== null && (term.until <= now || term.until <= term.from))
      return refused("already", `“${set.value.name}” is switched off already`);
    if (term.from <= now && last < dayIn(now, timeZone))
      return refused("past", "It cannot be switched off in the past; choose today or a later day", "last");
    const until = term.from > now ? term.from : endOfDay(last, timeZone);
    for (const { policy, version } of members) {
      const found = versionNumbered(app, policy, version);
      // One that was ended by itself meanwhile, or given a time of its own, stays as it is.
      if (!found.ok || found.value.inForceFrom !== term.from || (found.value.inForceUntil ?? until) < until) continue;
      onMember(app, actor, policy, { type: "policy version ended", data: { version, until } }, command);
    }
    return { ok: true, value: { events: [{ type: "policy set ended", data: { id, until } }], value: { id } } };
  });
}

function onSet(
  app: App,
  actor: Person,
  id: string,
  type: PolicyEvent["type"],
  command: string,
  run: () => Result<{ events: PolicyEvent[]; value: { id: string } }>,
): Result<{ id: string }> {
  const again = (data: { id: string }) => ({ id: data.id });
  return commandPolicy(app, actor, { action: "policies.write", stream: `policy-set:${id}`, command, type, again }, run);
}

/** The versions of a set, reviewed each, and none with something against it. */
function membersOf(
  app: App,
  members: readonly SetMember[],
  against: (version: PolicyVersion) => string | null,
): Result<PolicyVersion[]> {
  const chosen: PolicyVersion[] = [];
  for (const { policy, version } of members) {
    const found = versionNumbered(app, policy, version);
    if (!found.ok) return found;
    const why = isReviewed(found.value) ? against(found.value) : "has not been approved by a reviewer yet";
    if (why) return refused("not reviewed", `Version ${version} of “${found.value.policy.name}” ${why}`);
    chosen.push(found.value);
  }
  return { ok: true, value: chosen };
}

function switchedOn(
  app: App,
  actor: Person,
  { id, name, members }: { id: string; name: string; members: SetMember[] },
  versions: readonly PolicyVersion[],
  times: Times,
  command: string,
): Result<{ events: PolicyEvent[]; value: { id: string } }> {
  const { directory } = readReferenceData(app);
  for (const [index, one] of versions.entries()) {
    const rival = versions.slice(0, index).find((other) => claimTheSame(other.policy, one.policy, directory));
    if (rival)
      return refused("two policies", `“${rival.policy.name}” and “${one.policy.name}” would claim the same documents`);
    const why = whyNotStart(app, one, times);
    if (why) return why;
  }
  for (const { policy, version } of versions)
    onMember(app, actor, policy.id, { type: "policy version put in force", data: { version, ...times } }, command);
  const set: PolicyEvent = { type: "policy set scheduled", data: { id, name, members, ...times } };
  return { ok: true, value: { events: [set], value: { id } } };
}

function onMember(app: App, actor: Person, policy: string, event: PolicyEvent, command: string): void {
  const cause = { actor: actor.id, at: app.clock.now(), command };
  project(app.db, append(app.db, `policy:${policy}`, [event], cause));
}
