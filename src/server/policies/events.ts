import type { BoundaryCase } from "@/core/checks";
import type { Place, Policy, Reason } from "@/core/policy";
import type { RehearsedEffect } from "@/core/rehearsal";
import { canonical, type ChainedEvent } from "@/core/records";
import type { Db } from "../db/open";
import { projectBy, type Projections } from "../log/by-type";

/** What happens to policies, on the stream of the policy or of the set. */
export type PolicyEvent =
  | {
      type: "policy version saved";
      data: {
        version: number;
        hash: string;
        note: string;
        policy: Policy;
        authors?: readonly string[];
      };
    }
  | {
      type: "policy version sent";
      data: {
        version: number;
        from: string | null;
        until: string | null;
        reasons: readonly Reason[];
        /** Rehearsals that lie with it. */
        rehearsals?: readonly string[];
      };
    }
  | { type: "policy version commented"; data: { version: number; id: string; place: Place; text: string } }
  | {
      type: "policy version reviewed";
      data: { version: number; outcome: "approved" | "returned"; words: string };
    }
  | { type: "policy version put in force"; data: { version: number; from: string; until?: string | null } }
  | { type: "policy version ended"; data: { version: number; until: string } }
  | { type: "policy version run alongside"; data: { version: number; from: string } }
  | { type: "policy version stopped alongside"; data: { version: number; until: string } }
  | {
      type: "rehearsal kept";
      data: {
        id: string;
        name: string;
        /** Content hash of the version that was rehearsed. */
        of: string | null;
        rehearsed: unknown;
        effect: RehearsedEffect;
        /** SHA-256 of what it was put to. */
        inputs: string;
      };
    }
  | { type: "rehearsal deleted"; data: { id: string; name: string } }
  | { type: "policy test set kept"; data: { version: number; cases: BoundaryCase[] } }
  | {
      type: "policy set scheduled";
      data: {
        id: string;
        name: string;
        members: { policy: string; version: number }[];
        from: string;
        until: string | null;
      };
    }
  | { type: "policy set ended"; data: { id: string; until: string } };

/** The list of times with one more. */
const addTerm = (list: string, from: string, until: string) =>
  `json_insert(${list}, '$[#]', json_object('from', ${from}, 'until', ${until}))`;

/** Sets columns of the version that an event is about. */
const setOf = (db: Db, { stream }: ChainedEvent, version: number, columns: string, ...values: (string | null)[]) =>
  void db
    .prepare(`UPDATE policy_version SET ${columns} WHERE policy = ? AND version = ?`)
    .run(...values, stream.slice("policy:".length), version);

const OF_POLICIES: Projections<PolicyEvent> = {
  "policy version saved": (db, { policy, version, hash, note, authors }, { actor, time }) => {
    db.prepare(
      `INSERT INTO policy_version (policy, version, document_type, hash, body, saved_by, saved_at, note, authors)
       VALUES (@policy, @version, @type, @hash, @body, @by, @at, @note, @authors)`,
    ).run({
      policy: policy.id,
      version,
      type: policy.documentType,
      hash,
      body: canonical(policy),
      by: actor,
      at: time,
      note,
      authors: canonical(authors ?? [actor]),
    });
  },
  "policy version sent": (db, { version, from, until, reasons }, event) => {
    const sent = canonical({ by: event.actor, at: event.time, from, until });
    setOf(db, event, version, "sent = ?, reasons = ?, review = NULL", sent, canonical(reasons));
  },
  "policy version commented": (db, { version, id, place, text }, event) => {
    const comment = canonical({ id, place, text, by: event.actor, at: event.time });
    setOf(db, event, version, "comments = json_insert(comments, '$[#]', json(?))", comment);
  },
  "policy version reviewed": (db, { version, outcome, words }, event) => {
    setOf(db, event, version, "review = ?", canonical({ by: event.actor, at: event.time, outcome, words }));
  },
  "policy version put in force": (db, { version, from, until = null }, event) => {
    const earlier = `CASE WHEN in_force_from IS NULL THEN earlier ELSE ${addTerm("earlier", "in_force_from", "in_force_until")} END`;
    const columns = `earlier = ${earlier}, in_force_from = ?, in_force_until = ?, put_in_force_by = ?`;
    setOf(db, event, version, columns, from, until, event.actor);
  },
  "policy version run alongside": (db, { version, from }, { stream, actor }) => {
    db.prepare(
      "INSERT OR REPLACE INTO alongside (policy, version, from_day, until_day, started_by) VALUES (?, ?, ?, NULL, ?)",
    ).run(stream.slice("policy:".length), version, from, actor);
  },
  "policy version stopped alongside": (db, { version, until }, { stream }) => {
    db.prepare("UPDATE alongside SET until_day = ? WHERE policy = ? AND version = ?").run(
      until,
      stream.slice("policy:".length),
      version,
    );
  },
  "policy version ended": (db, { version, until }, event) => setOf(db, event, version, "in_force_until = ?", until),
  "rehearsal kept": (db, { id, name, of, rehearsed, effect, inputs }, { stream, actor, time }) => {
    db.prepare(
      "INSERT INTO kept_rehearsal (id, policy, name, of, body, kept_by, kept_at) VALUES (?, ?, ?, ?, ?, ?, ?)",
    ).run(id, stream.slice("policy:".length), name, of, canonical({ rehearsed, effect, inputs }), actor, time);
  },
  "rehearsal deleted": (db, { id }) => void db.prepare("DELETE FROM kept_rehearsal WHERE id = ?").run(id),
  "policy test set kept": (db, { version, cases }, { stream, actor, time }) => {
    const keep = db.prepare(
      "INSERT OR REPLACE INTO test_set (policy, version, cases, kept_by, kept_at) VALUES (?, ?, ?, ?, ?)",
    );
    keep.run(stream.slice("policy:".length), version, canonical(cases), actor, time);
  },
  "policy set scheduled": (db, { id, name, members, from, until }, { actor }) => {
    db.prepare(
      `INSERT INTO policy_set (id, name, members, from_time, until_time, made_by) VALUES (?, ?, ?, ?, ?, ?)
       ON CONFLICT (id) DO UPDATE SET earlier = ${addTerm("policy_set.earlier", "policy_set.from_time", "policy_set.until_time")},
         from_time = excluded.from_time, until_time = excluded.until_time, made_by = excluded.made_by`,
    ).run(id, name, canonical(members), from, until, actor);
  },
  "policy set ended": (db, { id, until }) => {
    db.prepare("UPDATE policy_set SET until_time = ? WHERE id = ?").run(until, id);
  },
};

/** Writes what is read of policies. */
export function projectPolicy(db: Db, event: ChainedEvent): void {
  projectBy(OF_POLICIES, db, event);
}
