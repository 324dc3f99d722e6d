import { gunzipSync, gzipSync } from "node:zlib";
import { z } from "zod";
import { contentHash } from "@/core/policy";
import type { Person } from "@/core/people";
import { effectOf, type RehearsedEffect } from "@/core/rehearsal";
import { sha256Hex } from "@/core/records";
import { refusedFor, type Result } from "@/core/refusal";
import type { Timing } from "@/core/time-to-decision";
import { refused } from "@/core/words";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import { statement } from "../db/statement";
import { sealerOfLog } from "../log/sealed";
import { commandPolicy, versionsOf } from "../policies/command";
import { seenBy } from "../policies/history";
import type { Material } from "./material";
import { timingOf } from "./timing";
import { RehearsedSchema, putNow, rehearsedWith, type Put, type Rehearsed, type RehearsedRequest } from "./run";

export const KeepSchema = z.strictObject({
  type: z.literal("keep"),
  command: z.uuid(),
  name: z.string().trim().min(1).max(80),
  rehearsed: RehearsedSchema,
});
export const KeptChangeSchema = z.strictObject({ type: z.literal("delete"), command: z.uuid() });

/** What the log has of a rehearsal that was kept. */
export type KeptBody = {
  rehearsed: RehearsedRequest;
  effect: RehearsedEffect;
  /** SHA-256 of what it was put to. */
  inputs: string;
};

/** A rehearsal that was kept. */
export type Kept = KeptBody & {
  id: string;
  policy: string;
  name: string;
  /** Content hash of the version below. */
  of: string | null;
  keptBy: string;
  /** ISO date-time in UTC. */
  keptAt: string;
  /** What it was put to is still there. */
  whole: boolean;
};

type Row = {
  id: string;
  policy: string;
  name: string;
  of: string | null;
  body: string;
  by: string;
  at: string;
  whole: number;
};

const COLUMNS = `k.id, k.policy, k.name, k.of, k.body, k.kept_by AS "by", k.kept_at AS "at", i.id IS NOT NULL AS whole
  FROM kept_rehearsal k LEFT JOIN rehearsal_inputs i ON i.id = k.id`;

function keptOf({ body, by, at, whole, ...row }: Row): Kept {
  return { ...row, ...(JSON.parse(body) as KeptBody), keptBy: by, keptAt: at, whole: whole === 1 };
}

/** Rehearsals of a policy that were kept, the latest first, also of one moment. */
export function keptRehearsals(app: App, policy: string): Kept[] {
  const rows = statement(app.db, `SELECT ${COLUMNS} WHERE k.policy = ? ORDER BY k.kept_at DESC, k.rowid DESC`).all(
    policy,
  );
  return (rows as Row[]).map(keptOf);
}

/** One of them. */
export function keptRehearsal(app: App, id: string): Kept | null {
  const row = statement(app.db, `SELECT ${COLUMNS} WHERE k.id = ?`).get(id) as Row | undefined;
  return row ? keptOf(row) : null;
}

/**
 * Keeps a rehearsal under a name, with everything that it was put to, so that it gives the same again. It is rehearsed here: what the log has is never what a page said.
 */
export function keepRehearsal(
  app: App,
  actor: Person,
  { name, rehearsed: request, command }: Omit<z.infer<typeof KeepSchema>, "type">,
): Result<{ id: string }> {
  const policy = (request.after.policy ?? request.before.policy)!.id;
  const again = ({ id }: { id: string }) => ({ id });
  const asked = {
    action: "rehearsals.keep",
    stream: `policy:${policy}`,
    command,
    type: "rehearsal kept",
    again,
  } as const;
  return commandPolicy(app, actor, asked, () => {
    if (versionsOf(app, policy).length === 0) return refused("no such policy", { policy });
    if (keptRehearsals(app, policy).some((one) => one.name === name))
      return refused("rehearsal of that name", { name }, "name");
    const put = putNow(app, actor, request);
    if (!put.ok) return put;
    const { answer, scale } = rehearsedWith(put.value, request);
    const { seal } = sealerOfLog(app.db);
    const sealed = (_: string, one: unknown) => (typeof one === "string" ? seal(one) : one);
    const { documentType } = (request.after.policy ?? request.before.policy)!;
    const timing = timingOf(app, documentType, request, request.history);
    const text = JSON.stringify({ ...put.value, timing } satisfies Put, sealed);
    const data = {
      id: command,
      name,
      of: request.after.policy && contentHash(request.after.policy, seal),
      rehearsed: request,
      effect: effectOf(answer, scale),
      inputs: sha256Hex(text),
    };
    statement(app.db, "INSERT INTO rehearsal_inputs (id, history, body) VALUES (?, ?, ?)").run(
      command,
      request.history,
      gzipSync(text),
    );
    return { ok: true, value: { events: [{ type: "rehearsal kept", data }], value: { id: command } } };
  });
}

/** All that a rehearsal that was kept was put to, for whoever may read policies. */
function keptPut(app: App, reader: Person, id: string): Result<{ kept: Kept; put: Put }> {
  const refusal = authorise(reader, "policies.read");
  if (refusal) return refusedFor(refusal);
  const body = statement(app.db, "SELECT body FROM rehearsal_inputs WHERE id = ?").pluck().get(id) as
    Buffer | undefined;
  const kept = keptRehearsal(app, id);
  if (!body || !kept) return refused("no such rehearsal");
  const text = gunzipSync(body).toString("utf8");
  // The log has what it was, so that nothing else is shown in its place.
  if (sha256Hex(text) !== kept.inputs) return refused("rehearsal changed", { name: kept.name });
  return { ok: true, value: { kept, put: JSON.parse(sealerOfLog(app.db).openJson(text)) as Put } };
}

/** What a rehearsal that was kept was put to, as far as its reader sees it: documents, people and rates as they were. */
export function keptMaterial(app: App, reader: Person, id: string): Result<Put> {
  const found = keptPut(app, reader, id);
  if (!found.ok) return found;
  const { kept, put } = found.value;
  const type = (kept.rehearsed.after.policy ?? kept.rehearsed.before.policy)!.documentType;
  const { documents, withheld } = seenBy(app, reader, type, put.material.documents);
  const material: Material = {
    ...put.material,
    documents,
    withheld: [...new Set([...put.material.withheld, ...withheld])],
  };
  return { ok: true, value: { ...put, material } };
}

/** How documents had gone when it was kept. */
export function keptTiming(app: App, reader: Person, id: string): Result<Timing> {
  const found = keptPut(app, reader, id);
  if (!found.ok) return found;
  const { timing } = found.value.put;
  return timing ? { ok: true, value: timing } : refused("no times were kept");
}

/** A rehearsal that was kept, again: the same versions, documents, people and rates. */
export function rehearsedAgain(app: App, reader: Person, id: string): Result<Rehearsed> {
  const put = keptMaterial(app, reader, id);
  return put.ok ? { ok: true, value: rehearsedWith(put.value, keptRehearsal(app, id)!.rehearsed) } : put;
}

/** Deletes a rehearsal that was kept, unless it lies with a version that a reviewer was sent. */
export function deleteKept(app: App, actor: Person, id: string, command: string): Result<{ id: string }> {
  const kept = keptRehearsal(app, id);
  const stream = `policy:${kept?.policy ?? "unknown"}`;
  const again = () => ({ id });
  const asked = { action: "rehearsals.keep", stream, command, type: "rehearsal deleted", again } as const;
  return commandPolicy(app, actor, asked, () => {
    if (!kept) return refused("no such rehearsal");
    const version = versionsOf(app, kept.policy).find(({ hash, sent }) => hash === kept.of && sent);
    if (version) return refused("rehearsal of a version", { version: version.version });
    statement(app.db, "DELETE FROM rehearsal_inputs WHERE id = ?").run(id);
    return {
      ok: true,
      value: { events: [{ type: "rehearsal deleted", data: { id, name: kept.name } }], value: { id } },
    };
  });
}
