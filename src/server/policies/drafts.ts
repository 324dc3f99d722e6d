import type { Person } from "@/core/people";
import { inForceAt, policyId, readPolicy, whyNotName, type Policy, type GivenReason } from "@/core/policy";
import { type Result } from "@/core/refusal";
import { refused, namesOf } from "@/core/words";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import { readReferenceData } from "../reference-data";

/** What is being written of a policy, kept on the server as it is typed. Times of saving are real time: the demonstration's clock stands still overnight. */
export type Draft = {
  policy: Policy;
  /** Counts up with every save; a save names the one it began with. */
  revision: number;
  /** Number of the version it began from; 0 for a new policy. */
  basedOn: number;
  authors: string[];
  reasons: GivenReason[];
  savedBy: string;
  savedAt: string;
};

type Row = {
  policy: string;
  body: string;
  revision: number;
  based_on: number;
  authors: string;
  reasons: string;
  saved_by: string;
  saved_at: string;
};

/** The draft of a policy; null where nobody has one. */
export function readDraft({ db }: App, policy: string): Draft | null {
  const row = db.prepare("SELECT * FROM draft WHERE policy = ?").get(policy) as Row | undefined;
  return row ? draftOf(row) : null;
}

/** Every draft there is. */
export function allDrafts({ db }: App): Draft[] {
  return (db.prepare("SELECT * FROM draft ORDER BY policy").all() as Row[]).map(draftOf);
}

function draftOf(row: Row): Draft {
  return {
    policy: JSON.parse(row.body) as Policy,
    revision: row.revision,
    basedOn: row.based_on,
    authors: JSON.parse(row.authors) as string[],
    reasons: JSON.parse(row.reasons) as GivenReason[],
    savedBy: row.saved_by,
    savedAt: row.saved_at,
  };
}

/** Names of all policies, those only drafted included, each once and as it is now. */
export function policyNames(app: App): { id: string; name: string }[] {
  const { versions } = readReferenceData(app);
  const now = app.clock.now();
  const names = new Map<string, string>();
  for (const { policy } of versions) names.set(policy.id, policy.name);
  for (const id of names.keys()) {
    const current = inForceAt(
      versions.filter((one) => one.policy.id === id),
      now,
    );
    if (current) names.set(id, current.policy.name);
  }
  for (const { policy } of allDrafts(app)) if (!names.has(policy.id)) names.set(policy.id, policy.name);
  return [...names].map(([id, name]) => ({ id, name }));
}

/**
 * Begins a new policy as a draft under a name of its own: from the starting set, from the guided start, as a copy, or read from a file. Its id is made of the
 * name; the actor owns it.
 */
export function beginPolicy(app: App, actor: Person, value: unknown): Result<{ id: string }> {
  const refusal = authorise(actor, "policies.write");
  if (refusal) return { ok: false, refusals: [refusal] };
  const read = readPolicy(value);
  if (!read.ok) return read;
  const { directory } = readReferenceData(app);
  return app.db
    .transaction((): Result<{ id: string }> => {
      const names = policyNames(app);
      const unit = directory.unit(read.value.scope.units[0]!)?.name ?? "another unit";
      const why = whyNotName(read.value.name, names, unit);
      if (why) return refused("not a name", { why, name: read.value.name }, "name");
      const id = policyId(
        read.value.name,
        names.map((one) => one.id),
      );
      const policy: Policy = { ...read.value, id, owner: actor.id };
      write(app, {
        policy,
        revision: 1,
        basedOn: 0,
        authors: [actor.id],
        reasons: [],
        savedBy: actor.id,
        savedAt: app.wall.now(),
      });
      return { ok: true, value: { id } };
    })
    .immediate();
}

function write({ db }: App, draft: Draft): void {
  db.prepare(
    `INSERT OR REPLACE INTO draft (policy, body, revision, based_on, authors, reasons, saved_by, saved_at)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?)`,
  ).run(
    draft.policy.id,
    JSON.stringify(draft.policy),
    draft.revision,
    draft.basedOn,
    JSON.stringify(draft.authors),
    JSON.stringify(draft.reasons),
    draft.savedBy,
    draft.savedAt,
  );
}

export type Saved = { revision: number; savedAt: string };

/**
 * Keeps a draft as it is now. Refused when somebody else has saved it since, by name, so that nobody's work is overwritten without being seen.
 * @param revision the revision the edit began with; 0 for one that nobody has begun yet
 */
export function saveDraft(
  app: App,
  actor: Person,
  id: string,
  { policy: value, revision, reasons }: { policy: unknown; revision: number; reasons: GivenReason[] },
): Result<Saved> {
  const refusal = authorise(actor, "policies.write");
  if (refusal) return { ok: false, refusals: [refusal] };
  const read = readPolicy(value);
  if (!read.ok) return read;
  if (read.value.id !== id)
    return refused("address of another policy", { policy: id, given: read.value.id }, "policy.id");
  return app.db
    .transaction((): Result<Saved> => {
      const { versions, directory } = readReferenceData(app);
      const before = readDraft(app, id);
      const latest = versions.filter((one) => one.policy.id === id).at(-1);
      if (!before && !latest) return refused("no such policy", { policy: id });
      // A page that was loaded again while its save was on its way sends the same once more: that is kept, not in conflict.
      if (before && before.savedBy === actor.id && sameDraft(before, read.value, reasons))
        return { ok: true, value: { revision: before.revision, savedAt: before.savedAt } };
      if ((before?.revision ?? 0) !== revision) {
        return before
          ? refused("draft saved by another", { by: before.savedBy }, undefined, namesOf(directory))
          : refused("draft is gone");
      }
      const savedAt = app.wall.now();
      write(app, {
        policy: read.value,
        revision: revision + 1,
        basedOn: before?.basedOn ?? latest!.version,
        authors: [...new Set([...(before?.authors ?? []), actor.id])],
        reasons,
        savedBy: actor.id,
        savedAt,
      });
      return { ok: true, value: { revision: revision + 1, savedAt } };
    })
    .immediate();
}

function sameDraft(before: Draft, policy: Policy, reasons: GivenReason[]): boolean {
  return JSON.stringify([before.policy, before.reasons]) === JSON.stringify([policy, reasons]);
}

/** Throws a draft away; a policy of which there is no version is gone then. */
export function discardDraft(app: App, actor: Person, id: string, revision: number): Result<{ gone: boolean }> {
  const refusal = authorise(actor, "policies.write");
  if (refusal) return { ok: false, refusals: [refusal] };
  const draft = readDraft(app, id);
  if (!draft) return refused("no draft of this policy");
  if (draft.revision !== revision) return refused("draft saved meanwhile");
  dropDraft(app, id);
  return { ok: true, value: { gone: !readReferenceData(app).versions.some((one) => one.policy.id === id) } };
}

/** Forgets a draft. Call in the transaction that makes it needless. */
export function dropDraft({ db }: App, id: string): void {
  db.prepare("DELETE FROM draft WHERE policy = ?").run(id);
}

/** Who has been at a draft within the last half minute counts as there. */
const THERE_MS = 30_000;

export type Presence = { others: string[]; revision: number; savedBy: string | null; savedAt: string | null };

/** Says that somebody has a draft open, and who else has. */
export function noteThere(app: App, actor: Person, id: string): Result<Presence> {
  const refusal = authorise(actor, "policies.write");
  if (refusal) return { ok: false, refusals: [refusal] };
  const { db, wall } = app;
  const now = wall.now();
  const since = new Date(Date.parse(now) - THERE_MS).toISOString();
  db.prepare("DELETE FROM presence WHERE seen_at < ?").run(since);
  db.prepare("INSERT OR REPLACE INTO presence (policy, person, seen_at) VALUES (?, ?, ?)").run(id, actor.id, now);
  const { directory } = readReferenceData(app);
  const others = db
    .prepare("SELECT person FROM presence WHERE policy = ? AND person <> ?")
    .pluck()
    .all(id, actor.id) as string[];
  const draft = readDraft(app, id);
  const name = (person: string) => directory.person(person)?.name ?? person;
  return {
    ok: true,
    value: {
      others: others.map(name),
      revision: draft?.revision ?? 0,
      savedBy: draft ? name(draft.savedBy) : null,
      savedAt: draft?.savedAt ?? null,
    },
  };
}
