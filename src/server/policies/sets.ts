import type { KeptSet, SetMember } from "./kept-set";
import { dayIn } from "@/core/calendar";
import { idFrom } from "@/core/ids";
import type { Person } from "@/core/people";
import { claimTheSame, isOver, isReviewed, type PolicyVersion, type Term } from "@/core/policy";
import { type Refusal, type Result } from "@/core/refusal";
import { refuse, refused } from "@/core/words";
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
export type SetPlan = { name: string; members: SetMember[]; from: string; until: string | null };

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
  return set ? { ok: true, value: set } : refused("no such set");
};

/**
 * Makes a set of reviewed versions of different policies and plans the first time it counts.
 * @throws never; refuses a name that is taken, versions that are not reviewed or have a time, and two that claim the same documents
 */
export function scheduleSet(app: App, actor: Person, plan: SetPlan, command: string): Result<{ id: string }> {
  const id = idFrom(plan.name);
  return onSet(app, actor, id, "policy set scheduled", command, () => {
    if (!plan.name.trim()) return refused("set without a name", null, "name");
    if (setsOf(app).some((set) => set.id === id)) return refused("set of that name", { set: plan.name }, "name");
    const times = plannedTimes(app, plan.from, plan.until);
    if (!times.ok) return times;
    const chosen = membersOf(app, plan.members, (one) =>
      one.inForceFrom && !isOver(one, app.clock.now()) ? "has dates" : null,
    );
    if (!chosen.ok) return chosen;
    if (chosen.value.length < 2) return refused("set of one");
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
    const chosen = membersOf(app, set.value.members, (one) => (isOver(one, now) ? null : "counts still"));
    if (!chosen.ok) return chosen;
    const times = plannedTimes(app, from, until);
    if (!times.ok) return times;
    const fatal = chosen.value.flatMap(({ policy }) =>
      findingsFor(app, policy, actor)
        .filter(({ weight }) => weight === "fatal")
        .map((finding): Refusal => {
          const said = sayFindingOf(app, policy, finding);
          return refuse("carried out no more", { policy: policy.name, said });
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
      return refused("set is off", { set: set.value.name });
    if (term.from <= now && last < dayIn(now, timeZone)) return refused("set off in the past", null, "last");
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
  against: (version: PolicyVersion) => "has dates" | "counts still" | null,
): Result<PolicyVersion[]> {
  const chosen: PolicyVersion[] = [];
  for (const { policy, version } of members) {
    const found = versionNumbered(app, policy, version);
    if (!found.ok) return found;
    const why = isReviewed(found.value) ? against(found.value) : "not approved";
    if (why) return refused("not in a set", { version, policy: found.value.policy.name, why });
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
    if (rival) return refused("rivals in a set", { rival: rival.policy.name, policy: one.policy.name });
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
