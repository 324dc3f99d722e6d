import type { ListKey } from "@/core/listing";
import type { Item } from "@/core/sampling";
import type { ChainedEvent } from "@/core/records";
import type { Db } from "../db/open";
import { projectBy, type Projections } from "../log/by-type";

/** How a sample was planned: of what, with which confidence, and by which seed. */
export type SamplePlan = {
  query: string;
  from: string;
  until: string;
  confidence: number;
  tolerable: number;
  expected: number;
  method: "random" | "by value";
  seed: string;
  population: { count: number; minor: number; hash: string };
  size: number;
  allowed: number;
  attributes: string[];
};

/** What was found at one item: each attribute as it should be, not, or not to be told. */
export type Finding = { item: string; marks: Record<string, "good" | "deviation" | "not applicable">; note: string };

/** What happens to a sample, in the stream `sample:<id>`; and to the views a person keeps, in `views:<person>`. */
export type SampleEvent =
  | { type: "sample drawn"; data: { id: string; name: string; plan: SamplePlan; items: Item[] } }
  | { type: "item tested"; data: { id: string; finding: Finding } }
  | { type: "sample signed"; data: { id: string; sentence: string; name: string; by: string } }
  | { type: "view kept"; data: { person: string; list: ListKey; name: string; query: string } }
  | { type: "view dropped"; data: { person: string; list: ListKey; name: string } };

export const SAMPLE_TABLES = ["sample", "list_view"] as const;

const OF_SAMPLES: Projections<SampleEvent> = {
  "sample drawn": (db, { id, name, plan, items }, event) => {
    db.prepare(
      "INSERT OR REPLACE INTO sample (id, name, plan, items, findings, made_by, made_at, signed) VALUES (?, ?, ?, ?, '{}', ?, ?, NULL)",
    ).run(id, name, JSON.stringify(plan), JSON.stringify(items), event.actor, event.time);
  },
  "item tested": (db, { id, finding }) => {
    const stored = db.prepare("SELECT findings FROM sample WHERE id = ?").pluck().get(id) as string;
    const findings = { ...(JSON.parse(stored) as Record<string, Finding>), [finding.item]: finding };
    db.prepare("UPDATE sample SET findings = ? WHERE id = ?").run(JSON.stringify(findings), id);
  },
  "sample signed": (db, { id, ...signed }, { time }) => {
    db.prepare("UPDATE sample SET signed = ? WHERE id = ?").run(JSON.stringify({ ...signed, at: time }), id);
  },
  "view kept": (db, { person, list, name, query }) => {
    const keep = db.prepare("INSERT OR REPLACE INTO list_view (person, list, name, query) VALUES (?, ?, ?, ?)");
    keep.run(person, list, name, query);
  },
  "view dropped": (db, { person, list, name }) => {
    db.prepare("DELETE FROM list_view WHERE person = ? AND list = ? AND name = ?").run(person, list, name);
  },
};

/** Writes what is read of samples and of kept views. */
export function projectSample(db: Db, event: ChainedEvent): void {
  projectBy(OF_SAMPLES, db, event);
}
