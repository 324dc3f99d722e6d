import type { Person } from "@/core/people";
import { hasPlace, isOver, isReviewed, type Place } from "@/core/policy";
import { whyNotReady, type PolicyVersion } from "@/core/policy";
import { type Result } from "@/core/refusal";
import { refuse, refused } from "@/core/words";
import { namesOf } from "@/core/words";
import type { App } from "../app";
import { readReferenceData } from "../reference-data";
import { commandPolicy, versionNumbered } from "./command";
import { plannedTimes, rivalRefusal, type Times } from "./times";

/** Whether a person had a hand in a version, and so cannot review it. */
export function isOwnWork(version: PolicyVersion, person: string): boolean {
  return version.savedBy === person || version.sent?.by === person || (version.authors ?? []).includes(person);
}

/** A remark on a version or on one part of it, by whoever reviews or writes policies. */
export function commentVersion(
  app: App,
  actor: Person,
  policy: string,
  version: number,
  { place, text }: { place: Place; text: string },
  command: string,
): Result<{ id: string }> {
  const again = ({ id }: { id: string }) => ({ id });
  return commandPolicy(
    app,
    actor,
    { action: "policies.comment", stream: `policy:${policy}`, command, type: "policy version commented", again },
    () => {
      const found = versionNumbered(app, policy, version);
      if (!found.ok) return found;
      if (!text.trim()) return refused("write a comment", null, "text");
      if (!found.value.sent) return refused("not with the reviewer", { version });
      if (!hasPlace(found.value.policy, place)) return refused("no such part of the policy", { version }, "place");
      const id = `${version}.${(found.value.comments ?? []).length + 1}`;
      const data = { version, id, place, text: text.trim() };
      return { ok: true, value: { events: [{ type: "policy version commented", data }], value: { id } } };
    },
  );
}

export type Verdict = { outcome: "approved" | "returned"; words: string };

/**
 * A second person's judgement of a version: approved, which puts it in force from the day it was sent with, or returned with what is to be changed. Nobody reviews
 * what they had a hand in.
 */
export function reviewVersion(
  app: App,
  actor: Person,
  policy: string,
  version: number,
  { outcome, words }: Verdict,
  command: string,
): Result<{ from: string | null }> {
  const again = (): { from: string | null } => ({ from: null });
  return commandPolicy<{ from: string | null }>(
    app,
    actor,
    { action: "policies.review", stream: `policy:${policy}`, command, type: "policy version reviewed", again },
    () => {
      const found = versionNumbered(app, policy, version);
      if (!found.ok) return found;
      const { sent, review } = found.value;
      if (isOwnWork(found.value, actor.id)) return refused("hand in this version");
      if (!sent) return refused("not with the reviewer", { version });
      if (review) return refused("version was reviewed", { version, outcome: review.outcome });
      if (outcome === "returned" && !words.trim()) return refused("say what to change", null, "words");
      const reviewed = { type: "policy version reviewed" as const, data: { version, outcome, words: words.trim() } };
      if (outcome === "returned" || !sent.from)
        return { ok: true, value: { events: [reviewed], value: { from: null } } };
      const now = app.clock.now();
      const times: Times = { from: sent.from < now ? now : sent.from, until: sent.until };
      if (times.until !== null && times.until <= now) return refused("planned time is over");
      const why = whyNotStart(app, found.value, times);
      if (why) return why;
      const forced = { type: "policy version put in force" as const, data: { version, ...times } };
      return { ok: true, value: { events: [reviewed, forced], value: { from: times.from } } };
    },
  );
}

/** Why a version cannot begin to count at a time, as things stand now. */
export function whyNotStart(app: App, version: PolicyVersion, times: Times): Result<never> | null {
  const { directory } = readReferenceData(app);
  const names = namesOf(directory, { policy: version.policy });
  const refusals = whyNotReady(version.policy, directory).map(({ path, why }) =>
    refuse("policy not ready", { why, at: path }, path, names),
  );
  if (refusals.length > 0) return { ok: false, refusals };
  return rivalRefusal(app, version.policy, times);
}

/**
 * Puts a reviewed version in force from the start of a day. Today means from this moment on: what was submitted this morning keeps the version it started with.
 * @param from ISO date in the organisation's time zone
 * @param until the last day it counts, or null
 */
export function putInForce(
  app: App,
  actor: Person,
  policy: string,
  version: number,
  from: string,
  command: string,
  until: string | null = null,
): Result<{ from: string }> {
  const again = (data: { from: string }) => ({ from: data.from });
  return commandPolicy(
    app,
    actor,
    { action: "policies.write", stream: `policy:${policy}`, command, type: "policy version put in force", again },
    () => {
      const found = versionNumbered(app, policy, version);
      if (!found.ok) return found;
      if (found.value.inForceFrom && !isOver(found.value, app.clock.now()))
        return refused("in force already", { version });
      if (!isReviewed(found.value)) return refused("not approved by a reviewer", { version });
      const times = plannedTimes(app, from, until);
      if (!times.ok) return times;
      const why = whyNotStart(app, found.value, times.value);
      if (why) return why;
      const data = { version, ...times.value };
      return {
        ok: true,
        value: { events: [{ type: "policy version put in force", data }], value: { from: data.from } },
      };
    },
  );
}
