import { idFrom } from "@/core/ids";
import type { Person } from "@/core/people";
import { claimTheSame, isReviewed, type PolicyVersion } from "@/core/policy";
import { boundaryCases } from "@/core/checks";
import type { Result } from "@/core/refusal";
import type { App } from "../app";
import { append } from "../log/log";
import { project } from "../log/projection";
import { readWorld } from "../world";
import { carryOut, no, versionNumbered } from "./command";
import type { PolicyEvent } from "./events";
import { whyNotStart } from "./review";
import { endOfDay, plannedTimes } from "./times";
import { dayIn } from "@/core/calendar";

/**
 * Gives a version that counts, or is to count, an end. Nothing that was decided under it changes.
 * @param until the last day it counts, ISO date in the organisation's zone
 */
export function endVersion(
  app: App,
  actor: Person,
  policy: string,
  version: number,
  until: string,
  command: string,
): Result<{ until: string }> {
  const again = (data: { until: string }) => ({ until: data.until });
  return carryOut(
    app,
    actor,
    { action: "policies.write", stream: `policy:${policy}`, command, type: "policy version ended", again },
    () => {
      const found = versionNumbered(app, policy, version);
      if (!found.ok) return found;
      const { inForceFrom, inForceUntil } = found.value;
      const now = app.clock.now();
      const zone = readWorld(app).directory.organisation.timeZone;
      if (!inForceFrom) return no("not in force", `Version ${version} was never put in force`);
      if (inForceUntil && inForceUntil <= now) return no("already", `Version ${version} is over already`);
      if (until < dayIn(now, zone))
        return no("past", "It cannot end in the past; choose today or a later day", "until");
      const end = endOfDay(until, zone);
      if (end <= inForceFrom) return no("past", "It would end before it begins", "until");
      return {
        ok: true,
        value: { events: [{ type: "policy version ended", data: { version, until: end } }], value: { until: end } },
      };
    },
  );
}

export type SetPlan = {
  name: string;
  members: { policy: string; version: number }[];
  from: string;
  until: string | null;
};

/**
 * Puts several reviewed versions of different policies in force together, and takes them out together if there is a last day: a holiday-season set, a year-end
 * set. Either all are or none is.
 */
export function scheduleSet(app: App, actor: Person, plan: SetPlan, command: string): Result<{ id: string }> {
  const id = idFrom(plan.name);
  const again = (data: { id: string }) => ({ id: data.id });
  return carryOut(
    app,
    actor,
    { action: "policies.write", stream: `policy-set:${id}`, command, type: "policy set scheduled", again },
    () => {
      if (!plan.name.trim()) return no("no name", "Give the set a name", "name");
      const exists = app.db.prepare("SELECT 1 FROM policy_set WHERE id = ?").get(id);
      if (exists) return no("name taken", `There is a set “${plan.name}” already; give this one another name`, "name");
      const times = plannedTimes(app, plan.from, plan.until);
      if (!times.ok) return times;
      const chosen: PolicyVersion[] = [];
      for (const { policy, version } of plan.members) {
        const found = versionNumbered(app, policy, version);
        if (!found.ok) return found;
        const one = found.value;
        if (!isReviewed(one) || one.inForceFrom)
          return no(
            "not reviewed",
            `Version ${version} of “${one.policy.name}” ${one.inForceFrom ? "has dates of its own already" : "has not been approved by a reviewer yet"}`,
          );
        const { directory } = readWorld(app);
        const rival = chosen.find((other) => claimTheSame(other.policy, one.policy, directory));
        if (rival)
          return no("two policies", `“${rival.policy.name}” and “${one.policy.name}” would claim the same documents`);
        const why = whyNotStart(app, one, times.value);
        if (why) return why;
        chosen.push(one);
      }
      if (chosen.length < 2)
        return no("too few", "A set has two policies or more; one alone is put in force by itself");
      const { from, until } = times.value;
      for (const { policy, version } of chosen) {
        const data = { version, from, until };
        const cause = { actor: actor.id, at: app.clock.now(), command };
        project(app.db, append(app.db, `policy:${policy.id}`, [{ type: "policy version put in force", data }], cause));
      }
      const set: PolicyEvent = {
        type: "policy set scheduled",
        data: { id, name: plan.name.trim(), members: plan.members, from, until },
      };
      return { ok: true, value: { events: [set], value: { id } } };
    },
  );
}

/** Keeps the amounts worth testing of a version, with the route each takes, to be run again against later versions. */
export function keepTests(
  app: App,
  actor: Person,
  policy: string,
  version: number,
  command: string,
): Result<{ count: number }> {
  const again = (data: { cases: unknown[] }) => ({ count: data.cases.length });
  return carryOut(
    app,
    actor,
    { action: "policies.write", stream: `policy:${policy}`, command, type: "policy test set kept", again },
    () => {
      const found = versionNumbered(app, policy, version);
      if (!found.ok) return found;
      const cases = boundaryCases(found.value.policy, readWorld(app).directory);
      return {
        ok: true,
        value: { events: [{ type: "policy test set kept", data: { version, cases } }], value: { count: cases.length } },
      };
    },
  );
}
