import type { BoundaryCase } from "@/core/checks";
import type { Place, Policy, Reason } from "@/core/policy";
import { canonical, type ChainedEvent } from "@/core/records";
import type { Db } from "../db/open";

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
      data: { version: number; from: string | null; until: string | null; reasons: readonly Reason[] };
    }
  | { type: "policy version commented"; data: { version: number; id: string; place: Place; text: string } }
  | {
      type: "policy version reviewed";
      data: { version: number; outcome: "approved" | "returned"; words: string };
    }
  | { type: "policy version put in force"; data: { version: number; from: string; until?: string | null } }
  | { type: "policy version ended"; data: { version: number; until: string } }
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

/** Writes what is read of policies. @returns false for an event of another kind */
export function projectPolicy(db: Db, event: ChainedEvent): boolean {
  const { type, data } = { type: event.type, data: JSON.parse(event.data) as unknown } as PolicyEvent;
  const policy = event.stream.slice("policy:".length);
  const set = (columns: string, ...values: (string | number | null)[]) =>
    db.prepare(`UPDATE policy_version SET ${columns} WHERE policy = ? AND version = ?`).run(...values);
  switch (type) {
    case "policy version saved":
      db.prepare(
        `INSERT INTO policy_version (policy, version, document_type, hash, body, saved_by, saved_at, note, authors)
         VALUES (@policy, @version, @type, @hash, @body, @by, @at, @note, @authors)`,
      ).run({
        policy: data.policy.id,
        version: data.version,
        type: data.policy.documentType,
        hash: data.hash,
        body: canonical(data.policy),
        by: event.actor,
        at: event.time,
        note: data.note,
        authors: canonical(data.authors ?? [event.actor]),
      });
      return true;
    case "policy version sent": {
      const sent = canonical({ by: event.actor, at: event.time, from: data.from, until: data.until });
      set("sent = ?, reasons = ?, review = NULL", sent, canonical(data.reasons), policy, data.version);
      return true;
    }
    case "policy version commented": {
      const { id, place, text } = data;
      const comment = canonical({ id, place, text, by: event.actor, at: event.time });
      set("comments = json_insert(comments, '$[#]', json(?))", comment, policy, data.version);
      return true;
    }
    case "policy version reviewed": {
      const { outcome, words } = data;
      set("review = ?", canonical({ by: event.actor, at: event.time, outcome, words }), policy, data.version);
      return true;
    }
    case "policy version put in force":
      set(
        `earlier = CASE WHEN in_force_from IS NULL THEN earlier ELSE ${addTerm("earlier", "in_force_from", "in_force_until")} END,
         in_force_from = ?, in_force_until = ?, put_in_force_by = ?`,
        data.from,
        data.until ?? null,
        event.actor,
        policy,
        data.version,
      );
      return true;
    case "policy version ended":
      set("in_force_until = ?", data.until, policy, data.version);
      return true;
    case "policy test set kept":
      db.prepare(
        "INSERT OR REPLACE INTO test_set (policy, version, cases, kept_by, kept_at) VALUES (?, ?, ?, ?, ?)",
      ).run(policy, data.version, canonical(data.cases), event.actor, event.time);
      return true;
    case "policy set scheduled":
      db.prepare(
        `INSERT INTO policy_set (id, name, members, from_time, until_time, made_by) VALUES (?, ?, ?, ?, ?, ?)
         ON CONFLICT (id) DO UPDATE SET earlier = ${addTerm("policy_set.earlier", "policy_set.from_time", "policy_set.until_time")},
           from_time = excluded.from_time, until_time = excluded.until_time, made_by = excluded.made_by`,
      ).run(data.id, data.name, canonical(data.members), data.from, data.until, event.actor);
      return true;
    case "policy set ended":
      db.prepare("UPDATE policy_set SET until_time = ? WHERE id = ?").run(data.until, data.id);
      return true;
    default:
      return false;
  }
}
