import { z } from "zod";
import { after, type FindingAct, type FindingState } from "@/core/lookout";
import { IdSchema, type Person } from "@/core/people";
import { refusedFor, type Refusal, type Result } from "@/core/refusal";
import { refuse, refused } from "@/core/words";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import { carryOut } from "../carry-out";
import { write } from "../ledger/write";
import { readReferenceData } from "../reference-data";
import type { LookoutEvent } from "./events";
import { findingOf, type StoredFinding } from "./stored";

const text = z.string().trim().min(1).max(2_000);
const command = z.uuid();

/** What somebody does about a finding: each with a reason, or a note. */
export const JudgeSchema = z.discriminatedUnion("type", [
  z.strictObject({ type: z.literal("explain"), command, reason: text }),
  z.strictObject({ type: z.literal("open case"), command, assigned: IdSchema, note: text }),
  z.strictObject({ type: z.literal("note"), command, note: text }),
  z.strictObject({ type: z.literal("assign"), command, assigned: IdSchema, note: text }),
  z.strictObject({ type: z.literal("rule changed"), command, reason: text, policy: IdSchema.nullable() }),
  z.strictObject({ type: z.literal("reopen"), command, reason: text }),
]);
export type Judgement = z.infer<typeof JudgeSchema>;

type Judging = { [T in FindingAct]: (given: Extract<Judgement, { type: T }>, id: string) => LookoutEvent };

/** The event of each act; one that is forgotten does not compile. */
const EVENT: Judging = {
  explain: ({ reason }, id) => ({ type: "finding explained", data: { id, reason } }),
  "open case": ({ assigned, note }, id) => ({ type: "case opened", data: { id, assigned, note } }),
  note: ({ note }, id) => ({ type: "case noted", data: { id, note } }),
  assign: ({ assigned, note }, id) => ({ type: "case assigned", data: { id, assigned, note } }),
  "rule changed": ({ reason, policy }, id) => ({ type: "rule changed", data: { id, reason, policy } }),
  reopen: ({ reason }, id) => ({ type: "finding reopened", data: { id, reason } }),
};

const JUDGED = [
  "finding explained",
  "case opened",
  "case noted",
  "case assigned",
  "rule changed",
  "finding reopened",
] as const satisfies readonly LookoutEvent["type"][];

/** Judges a finding, or goes on with its case. Whoever it is about does not, and does not hear that there is one. */
export function judge(app: App, actor: Person, id: string, judgement: Judgement): Result<{ state: FindingState }> {
  const stream = `finding:${id}`;
  const barred = () => whyNotJudge(app, actor, id);
  const again = () => ({ state: findingOf(app, id)!.state });
  const intent = { command: judgement.command, stream, type: JUDGED };
  const judged = carryOut(app, actor, { barred, again, ...intent }, () => {
    const finding = findingOf(app, id)!;
    const state = after(finding.state, judgement.type);
    if (!state) return refused("finding cannot be so", { state: finding.state });
    const wrong = "assigned" in judgement ? whyNotAssigned(app, judgement.assigned, finding) : null;
    if (wrong) return refusedFor(wrong);
    const event = (EVENT[judgement.type] as (given: Judgement, id: string) => LookoutEvent)(judgement, id);
    write(app, stream, [event], { actor: actor.id, command: judgement.command });
    return { ok: true, value: { state } };
  });
  // What was held for it goes on.
  if (judged.ok) app.wakeWorker?.();
  return judged;
}

/** Who may not see the lookout at all hears that; whom a finding is about hears of no finding. */
export function whyNotJudge(app: App, actor: Person, id: string): Refusal | null {
  const refusal = authorise(actor, "lookout.judge");
  if (refusal) return refusal;
  const finding = findingOf(app, id);
  return finding && authorise(actor, "lookout.judge", { finding }) === null ? null : refuse("no such finding");
}

function whyNotAssigned(app: App, assigned: string, finding: StoredFinding): Refusal | null {
  const person = readReferenceData(app).directory.person(assigned) ?? null;
  const may = person && authorise(person, "lookout.judge", { finding }) === null;
  return may ? null : refuse("case needs an investigator", null, "assigned");
}
