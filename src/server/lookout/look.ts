import { z } from "zod";
import { addMonths, dayIn, startOfDay } from "@/core/calendar";
import {
  after,
  bodyOf,
  isMore,
  isOther,
  lookThrough,
  matterOf,
  type FindingBody,
  type FindingState,
  type Looked,
} from "@/core/lookout";
import type { Person } from "@/core/people";
import { refusedFor, type Result } from "@/core/refusal";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import { carryOut } from "../carry-out";
import { inTransaction } from "../db/all-or-nothing";
import { newCommandId } from "../log/log";
import { write } from "../ledger/write";
import type { Stretch } from "../policies/history";
import { readReferenceData } from "../reference-data";
import { resultInThread } from "../threads/in-thread";
import { activityIn } from "./activity";
import type { LookBody, LookoutEvent } from "./events";
import { lookoutSettings } from "./settings";

/** How far back a look goes: a rare habit needs that long to show, and what is older is another year's matter. */
export const LOOK_MONTHS = 18;

/** The stretch that a look goes through: whole days, and of today what has happened until now, this moment with it. */
export function stretchOfLook(app: App): Stretch {
  const now = app.clock.now();
  const zone = readReferenceData(app).directory.organisation.timeZone;
  const from = startOfDay(addMonths(dayIn(now, zone), -LOOK_MONTHS), zone);
  return { from, until: new Date(Date.parse(now) + 1).toISOString() };
}

/** What a look finds, as it is kept: without anything that is only needed to find it. */
export type Found = Pick<LookBody, "documents" | "decisions" | "asked"> & Stretch & { findings: FindingBody[] };

/** Asks every question of what people did in a stretch of time. Reads only. */
export function find(app: App, stretch: Stretch): Found {
  const activity = activityIn(app, stretch);
  const { asked, raised }: Looked = lookThrough(activity, lookoutSettings(app));
  const { documents, decisions } = activity;
  return { ...stretch, documents: documents.count, decisions: decisions.count, asked, findings: raised.map(bodyOf) };
}

export const LookSchema = z.strictObject({ type: z.literal("look"), command: z.uuid() });

/** Looks through everything in a thread, and keeps what is new: by hand, for whoever may see it. */
export async function lookByHand(
  app: App,
  actor: Person,
  { command }: z.infer<typeof LookSchema>,
  signal?: AbortSignal,
): Promise<Result<Pick<LookBody, "documents" | "decisions">>> {
  const refusal = authorise(actor, "lookout.read");
  if (refusal) return refusedFor(refusal);
  const found = await resultInThread(app, "look through", stretchOfLook(app), actor, signal);
  const barred = () => authorise(actor, "lookout.read");
  // How many findings are new is not said: it would count those about whoever looks.
  const value = { documents: found.documents, decisions: found.decisions };
  const intent = { command, stream: "lookout", type: "looked through" } as const;
  return carryOut(app, actor, { barred, again: () => value, ...intent }, () => {
    keep(app, found, { actor: actor.id, command });
    return { ok: true, value };
  });
}

type Known = { id: string; matter: string; state: FindingState; body: string };

/**
 * Keeps what a look has found: what is new is raised; what is open is brought up to date where it changed; what was explained or has led to another rule comes back only where so much more has come of it. All of it, or nothing.
 */
export function keep(app: App, found: Found, cause: { actor: string; command?: string }): LookBody {
  return inTransaction(app, () => {
    const known = new Map(
      (app.db.prepare("SELECT id, matter, state, body FROM finding").all() as Known[]).map((one) => [one.matter, one]),
    );
    const raised = { fresh: 0, again: 0 };
    const command = cause.command ?? (app.newId ?? newCommandId)();
    for (const finding of found.findings) {
      const event = whatOf(finding, known.get(matterOf(finding)), () => (app.newId ?? newCommandId)());
      if (!event) continue;
      raised[event.type === "finding raised" ? "fresh" : "again"] += 1;
      write(app, `finding:${event.data.id}`, [event], { actor: cause.actor, command });
    }
    const { findings: _, ...rest } = found;
    const value: LookBody = { ...rest, raised };
    write(app, "lookout", [{ type: "looked through", data: value } satisfies LookoutEvent], {
      actor: cause.actor,
      command,
    });
    return value;
  });
}

type Raising = Extract<LookoutEvent, { type: "finding raised" | "finding found again" }>;

function whatOf(finding: FindingBody, known: Known | undefined, newId: () => string): Raising | null {
  if (!known) return { type: "finding raised", data: { id: newId(), finding } };
  const before = JSON.parse(known.body) as FindingBody;
  const isClosed = after(known.state, "reopen") !== null;
  if (isClosed ? !isMore(before, finding) : !isOther(before, finding)) return null;
  return { type: "finding found again", data: { id: known.id, finding, reopened: isClosed } };
}

/** The last look, with when it was and by whom; null where nobody has looked yet. */
export function lastLook({ db }: Pick<App, "db">): { at: string; by: string; body: LookBody } | null {
  const row = db.prepare("SELECT at, by, body FROM look ORDER BY id DESC LIMIT 1").get() as
    { at: string; by: string; body: string } | undefined;
  return row ? { ...row, body: JSON.parse(row.body) as LookBody } : null;
}
