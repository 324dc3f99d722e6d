import { z } from "zod";
import { daysBetween, isDay } from "@/core/calendar";
import { IdSchema } from "@/core/ids";
import { PolicySchema, type Policy, type PolicyVersion } from "@/core/policy";
import type { Person } from "@/core/people";
import { historyFrom, throughTime } from "@/core/organisation-history";
import { rehearsalOf, scaleOf, type RehearsalAnswer, type Scale } from "@/core/rehearsal";
import type { Result } from "@/core/refusal";
import type { Timing } from "@/core/time-to-decision";
import { refused } from "@/core/words";
import type { App } from "../app";
import { inForce, readReferenceData } from "../reference-data";
import { materialFor, type Material } from "./material";

const Day = z.string().refine(isDay, "is no day: write it like 2026-03-10");

/** Two versions, as they stand or with thresholds moved, and what they are put to. */
export const RehearsedSchema = z
  .strictObject({
    before: z.strictObject({ name: z.string().max(120), policy: PolicySchema.nullable() }),
    after: z.strictObject({ name: z.string().max(120), policy: PolicySchema.nullable() }),
    from: Day,
    until: Day,
    history: z.string().max(80),
    asToday: z.boolean(),
    takesUnknown: z.boolean(),
    minutes: z.int().min(1).max(480),
    capacity: z.int().min(1).max(160),
    /** Of single levels and single people, by their ids. */
    minutesAt: z.record(IdSchema, z.int().min(1).max(480)).optional(),
    hoursOf: z.record(IdSchema, z.int().min(1).max(160)).optional(),
  })
  .refine(({ before, after }) => before.policy ?? after.policy, "one of the two has to be a policy")
  .refine(({ from, until }) => from <= until, "the first day comes after the last");
export type RehearsedRequest = z.infer<typeof RehearsedSchema>;

/** What came of a rehearsal, with all that differs. */
export type Rehearsed = {
  request: RehearsedRequest;
  policy: Policy;
  answer: RehearsalAnswer;
  scale: Scale;
  labels: Material["labels"];
  /** Versions of other policies that take documents that none of the two does. */
  others: readonly PolicyVersion[];
};

/** Versions of other policies for documents of a type that are in force. */
export function othersInForce(app: App, { id, documentType }: Pick<Policy, "id" | "documentType">): PolicyVersion[] {
  return inForce(readReferenceData(app), app.clock.now())
    .filter(({ policy }) => policy.documentType === documentType && policy.id !== id)
    .map(({ comments: _, ...version }) => version);
}

/** All that two versions are put to, beside themselves: what gives the same again as long as it is the same. */
export type Put = {
  material: Material;
  others: readonly PolicyVersion[];
  /** When it was, ISO date-time in UTC: people of today are those of then. */
  at: string;
  /** How documents went, where that is kept with it. */
  timing?: Timing;
};

/** What they would be put to now. */
export function putNow(
  app: App,
  reader: Person,
  { before, after, from, until, history }: RehearsedRequest,
): Result<Put> {
  const policy = (after.policy ?? before.policy)!;
  if (before.policy && after.policy && before.policy.documentType !== after.policy.documentType)
    return refused("no such type", { type: before.policy.documentType }, "before");
  const material = materialFor(app, reader, policy.documentType, { from, until }, history);
  if (!material.ok) return material;
  return { ok: true, value: { material: material.value, others: othersInForce(app, policy), at: app.clock.now() } };
}

/** Two versions over what they are put to. */
export function rehearsedWith({ material, others, at }: Put, request: RehearsedRequest): Rehearsed {
  const { before, after, from, until, asToday, takesUnknown, minutes, minutesAt = {} } = request;
  const { documents, rates, labels, history } = material;
  const moment = asToday ? at : null;
  const organisations = throughTime(historyFrom(history), moment);
  const rehearsal = rehearsalOf({ documents, rates, organisations, at: moment, others, takesUnknown });
  const answer = rehearsal.compare(before.policy, after.policy, { usual: minutes, byLevel: minutesAt }, Infinity);
  const scale = scaleOf(daysBetween(from, until) + 1);
  return { request, policy: (after.policy ?? before.policy)!, answer, scale, labels, others };
}

/** Puts two versions to documents of the past, for whoever may read policies. Nothing is kept of it. */
export function rehearse(app: App, reader: Person, request: RehearsedRequest): Result<Rehearsed> {
  const put = putNow(app, reader, request);
  return put.ok ? { ok: true, value: rehearsedWith(put.value, request) } : put;
}
