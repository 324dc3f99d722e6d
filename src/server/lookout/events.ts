import { matterOf, type FindingBody, type FindingState, type LookoutSettings, type QuestionName } from "@/core/lookout";
import type { Attachment } from "@/core/documents";
import type { ChainedEvent } from "@/core/records";
import type { Db } from "../db/open";
import { projectBy, type Projections } from "../log/by-type";

/** What a look went through. @property asked of how many things each question was asked; `raised` how many findings are new, and how many came back or grew */
export type LookBody = {
  from: string;
  until: string;
  documents: number;
  decisions: number;
  asked: Record<QuestionName, number>;
  raised: { fresh: number; again: number };
};

/** A case that is given to somebody. @property due the day by which it is to be looked into, ISO date; null where none was said. @property papers absent where none came with it */
type Given = { id: string; assigned: string; due: string | null; note: string; papers?: Attachment[] };

/** What happens in the stream `lookout`, and in those of findings, `finding:<id>`. */
export type LookoutEvent =
  | { type: "looked through"; data: LookBody }
  | { type: "lookout set"; data: { settings: LookoutSettings; reason: string } }
  | { type: "finding raised"; data: { id: string; finding: FindingBody } }
  | { type: "finding found again"; data: { id: string; finding: FindingBody; reopened: boolean } }
  | { type: "finding shown"; data: { id: string } }
  | { type: "finding explained"; data: { id: string; reason: string } }
  | { type: "case opened"; data: Given }
  | { type: "case noted"; data: { id: string; note: string; papers?: Attachment[] } }
  | { type: "case assigned"; data: Given }
  | { type: "rule changed"; data: { id: string; reason: string; policy: string | null } }
  | { type: "finding reopened"; data: { id: string; reason: string } };

export const LOOKOUT_TABLES = ["look", "lookout_setting", "finding", "finding_person", "finding_document"] as const;

const OF_LOOKOUT: Projections<LookoutEvent> = {
  "looked through": (db, body, { time, actor }) => {
    db.prepare("INSERT INTO look (at, by, body) VALUES (?, ?, ?)").run(time, actor, JSON.stringify(body));
  },
  "lookout set": (db, { settings }) => {
    db.prepare("INSERT OR REPLACE INTO lookout_setting (id, body) VALUES (1, ?)").run(JSON.stringify(settings));
  },
  "finding raised": (db, { id, finding }, { time }) => {
    db.prepare(
      "INSERT INTO finding (id, matter, question, state, raised_at, found_at, corrected, body) VALUES (?, ?, ?, 'open', ?, ?, ?, ?)",
    ).run(id, matterOf(finding), finding.question, time, time, finding.corrected, JSON.stringify(finding));
    noteWhom(db, id, finding);
  },
  "finding found again": (db, { id, finding, reopened }, { time }) => {
    db.prepare("UPDATE finding SET found_at = ?, corrected = ?, body = ? WHERE id = ?").run(
      time,
      finding.corrected,
      JSON.stringify(finding),
      id,
    );
    if (reopened) moveTo(db, id, "open", time);
    noteWhom(db, id, finding);
  },
  "finding shown": () => {},
  "finding explained": (db, { id }, { time }) => moveTo(db, id, "explained", time),
  "case opened": (db, given, { time }) => {
    moveTo(db, given.id, "case", time);
    giveTo(db, given);
  },
  "case noted": (db, { id }, { time }) => moveTo(db, id, "case", time),
  "case assigned": giveTo,
  "rule changed": (db, { id }, { time }) => moveTo(db, id, "rule changed", time),
  "finding reopened": (db, { id }, { time }) => moveTo(db, id, "open", time),
};

function moveTo(db: Db, id: string, state: FindingState, time: string): void {
  db.prepare("UPDATE finding SET state = ?, judged_at = ? WHERE id = ?").run(state, time, id);
}

function giveTo(db: Db, { id, assigned, due }: Given): void {
  db.prepare("UPDATE finding SET assigned = ?, due = ? WHERE id = ?").run(assigned, due, id);
}

/** Whom a finding is about, and which documents: once about somebody, always about them. */
function noteWhom(db: Db, id: string, { people, documents }: FindingBody): void {
  const person = db.prepare("INSERT OR IGNORE INTO finding_person (finding, person) VALUES (?, ?)");
  for (const one of people) person.run(id, one);
  db.prepare("DELETE FROM finding_document WHERE finding = ?").run(id);
  const document = db.prepare("INSERT OR IGNORE INTO finding_document (finding, document) VALUES (?, ?)");
  for (const one of documents) document.run(id, one);
}

/** Writes what is read of looks and findings. */
export function projectLookout(db: Db, event: ChainedEvent): void {
  projectBy(OF_LOOKOUT, db, event);
}
