import { z } from "zod";
import { AttachmentSchema, type Attachment } from "@/core/documents";
import { after, type FindingAct, type FindingState } from "@/core/lookout";
import { IdSchema, type Person } from "@/core/people";
import { refusedFor, type Refusal, type Result } from "@/core/refusal";
import { refuse, refused } from "@/core/words";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import { carryOut } from "../carry-out";
import { statement } from "../db/statement";
import { write } from "../ledger/write";
import { readReferenceData } from "../reference-data";
import type { LookoutEvent } from "./events";
import { findingOf, type StoredFinding } from "./stored";

const text = z.string().trim().min(1).max(2_000);
const command = z.uuid();
const papers = z.array(AttachmentSchema).max(10).default([]);
const given = { assigned: IdSchema, due: z.iso.date().nullable().default(null), note: text, papers };

/** What somebody does about a finding: each with a reason, or a note. */
export const JudgeSchema = z.discriminatedUnion("type", [
  z.strictObject({ type: z.literal("explain"), command, reason: text }),
  z.strictObject({ type: z.literal("open case"), command, ...given }),
  z.strictObject({ type: z.literal("note"), command, note: text, papers }),
  z.strictObject({ type: z.literal("assign"), command, ...given }),
  z.strictObject({ type: z.literal("rule changed"), command, reason: text, policy: IdSchema.nullable() }),
  z.strictObject({ type: z.literal("reopen"), command, reason: text }),
]);
export type Judgement = z.infer<typeof JudgeSchema>;

type Judging = { [T in FindingAct]: (given: Extract<Judgement, { type: T }>, id: string) => LookoutEvent };

/** The event of each act; one that is forgotten does not compile. */
const EVENT: Judging = {
  explain: ({ reason }, id) => ({ type: "finding explained", data: { id, reason } }),
  "open case": (given, id) => ({ type: "case opened", data: { id, ...givenOf(given) } }),
  note: ({ note, papers: brought }, id) => ({ type: "case noted", data: { id, note, ...withPapers(brought) } }),
  assign: (given, id) => ({ type: "case assigned", data: { id, ...givenOf(given) } }),
  "rule changed": ({ reason, policy }, id) => ({ type: "rule changed", data: { id, reason, policy } }),
  reopen: ({ reason }, id) => ({ type: "finding reopened", data: { id, reason } }),
};

type Giving = Extract<Judgement, { type: "open case" | "assign" }>;

const givenOf = ({ assigned, due, note, papers: brought }: Giving) => ({ assigned, due, note, ...withPapers(brought) });
const withPapers = (brought: readonly Attachment[]) => (brought.length > 0 ? { papers: [...brought] } : {});

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
    const wrong =
      ("assigned" in judgement ? whyNotAssigned(app, judgement.assigned, finding) : null) ??
      ("papers" in judgement ? whyNotPapers(app, actor, judgement.papers) : null);
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

/** Nobody hands in a paper that they have not brought, as it is. */
function whyNotPapers({ db }: App, actor: Person, brought: readonly Attachment[]): Refusal | null {
  const known = statement(
    db,
    "SELECT 1 FROM attachment a JOIN upload u ON u.hash = a.hash WHERE a.hash = ? AND a.type = ? AND a.size = ? AND u.person = ?",
  );
  const foreign = brought.find(({ hash, type, size }) => known.get(hash, type, size, actor.id) === undefined);
  return foreign ? refuse("paper nobody brought", { name: foreign.name }, "papers") : null;
}

function whyNotAssigned(app: App, assigned: string, finding: StoredFinding): Refusal | null {
  const person = readReferenceData(app).directory.person(assigned) ?? null;
  const may = person && authorise(person, "lookout.judge", { finding }) === null;
  return may ? null : refuse("case needs an investigator", null, "assigned");
}
