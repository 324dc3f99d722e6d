import { dayIn, startOfDay } from "@/core/calendar";
import { typeWords } from "@/core/documents";
import { rivalOf, type Policy, type Term } from "@/core/policy";
import { refused, type Result } from "@/core/refusal";
import { sayDate } from "@/core/text";
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
  if (first < today)
    return refused("past", "A version cannot be put in force in the past; choose today or a later day", "from");
  if (until !== null && until < first) return refused("past", "The last day must not lie before the first", "until");
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
  const { many } = typeWords(policy.documentType).name;
  const since = dayIn(rival.inForceFrom!, directory.organisation.timeZone);
  return refused(
    "two policies",
    `“${policy.name}” and “${rival.policy.name}” (from ${sayDate(since)}) would both claim ${many} of the same unit and people; end one of them first, or choose other dates`,
    "from",
  );
}
