import type { Item } from "@/core/sampling";
import type { ChainedEvent } from "@/core/records";
import type { Db } from "../db/open";

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
  | { type: "view kept"; data: { person: string; name: string; query: string } }
  | { type: "view dropped"; data: { person: string; name: string } };

export const SAMPLE_TABLES = ["sample", "register_view"] as const;

/** Writes what is read of samples and of kept views. */
export function projectSample(db: Db, event: ChainedEvent): void {
  const happened = { type: event.type, data: JSON.parse(event.data) as unknown } as SampleEvent;
  switch (happened.type) {
    case "sample drawn": {
      const { id, name, plan, items } = happened.data;
      db.prepare(
        "INSERT OR REPLACE INTO sample (id, name, plan, items, findings, made_by, made_at, signed) VALUES (?, ?, ?, ?, '{}', ?, ?, NULL)",
      ).run(id, name, JSON.stringify(plan), JSON.stringify(items), event.actor, event.time);
      break;
    }
    case "item tested": {
      const { id, finding } = happened.data;
      const stored = db.prepare("SELECT findings FROM sample WHERE id = ?").pluck().get(id) as string;
      const findings = { ...(JSON.parse(stored) as Record<string, Finding>), [finding.item]: finding };
      db.prepare("UPDATE sample SET findings = ? WHERE id = ?").run(JSON.stringify(findings), id);
      break;
    }
    case "sample signed": {
      const { id, ...signed } = happened.data;
      db.prepare("UPDATE sample SET signed = ? WHERE id = ?").run(JSON.stringify({ ...signed, at: event.time }), id);
      break;
    }
    case "view kept": {
      const { person, name, query } = happened.data;
      db.prepare("INSERT OR REPLACE INTO register_view (person, name, query) VALUES (?, ?, ?)").run(
        person,
        name,
        query,
      );
      break;
    }
    case "view dropped":
      db.prepare("DELETE FROM register_view WHERE person = ? AND name = ?").run(
        happened.data.person,
        happened.data.name,
      );
      break;
  }
}
