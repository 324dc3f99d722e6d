import { dayIn, startOfDay } from "@/core/calendar";
import { rivalOf, type Policy, type Term } from "@/core/policy";
import { type Result } from "@/core/refusal";
import { refused } from "@/core/words";
import type { App } from "../app";
import { readReferenceData } from "../reference-data";

/** From when to when a version counts, as moments: `from` included, `until` not. */
export type Times = Term;

/**
 * Days as moments: the beginning of the first, which for today is now, and the end of the last.
 * @param from ISO date in the organisation's zone; null for today
 * @param until the last day it counts, included; null for no end
 */
export function plannedTimes(app: App, from: string | null, until: string | null): Result<Times> {
  const { timeZone } = readReferenceData(app).directory.organisation;
  const now = app.clock.now();
  const today = dayIn(now, timeZone);
  const first = from ?? today;
  if (first < today) return refused("force in the past", null, "from");
  if (until !== null && until < first) return refused("last day before the first", null, "until");
  const start = startOfDay(first, timeZone);
  return {
    ok: true,
    value: { from: start < now ? now : start, until: until === null ? null : endOfDay(until, timeZone) },
  };
}

/** The moment at which a day is over. */
export function endOfDay(day: string, zone: string): string {
  const next = new Date(Date.parse(`${day}T12:00:00.000Z`) + 86_400_000).toISOString().slice(0, 10);
  return startOfDay(next, zone);
}

/** Refuses a time in which another policy claims the same documents, with both names. */
export function rivalRefusal(app: App, policy: Policy, { from, until }: Times): Result<never> | null {
  const { versions, directory } = readReferenceData(app);
  const rival = rivalOf(policy, from, until, versions, directory);
  if (!rival) return null;
  const since = dayIn(rival.inForceFrom!, directory.organisation.timeZone);
  return refused(
    "two policies claim",
    { policy: policy.name, rival: rival.policy.name, since, type: policy.documentType },
    "from",
  );
}
