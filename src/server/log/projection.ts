import type { Rate } from "@/core/money";
import { OrganisationSchema } from "@/core/people";
import { found, peopleTouched, type EntryOf, type Kind, type HistoryChange } from "@/core/organisation-history";
import { canonical, type ChainedEvent } from "@/core/records";
import type { Db } from "../db/open";
import { DOCUMENT_TABLES, projectDocument } from "../documents/projection";
import { LEDGER_TABLES, projectAccount, projectLedger, projectRules } from "../ledger/projection";
import { MESSAGE_TABLES, projectMessages } from "../messages/events";
import { MARK_TABLES } from "../evidence/marks";
import { SAMPLE_TABLES, projectSample } from "../evidence/events";
import { LOOKOUT_TABLES, projectLookout } from "../lookout/events";
import { opened } from "./sealed";
import { projectCheckpoint } from "./checkpoints";
import { projectPolicy } from "../policies/events";
import { kindOfStream, type StreamKind } from "./streams";

/** Tables that are made from the log and nothing else. */
export const PROJECTIONS = [
  "organisation_history",
  "person_event",
  "rate",
  "policy_version",
  "policy_set",
  "test_set",
  "kept_rehearsal",
  "alongside",
  ...DOCUMENT_TABLES,
  ...LEDGER_TABLES,
  ...MESSAGE_TABLES,
  "checkpoint",
  ...SAMPLE_TABLES,
  ...LOOKOUT_TABLES,
  ...MARK_TABLES,
] as const;

/**
 * Applies events to the tables that are read. Call in the transaction that appends them, or in order when rebuilding.
 * Events of one document that follow each other are folded first and written once.
 * @param stored as they are stored; what is sealed in them is opened here
 */
export function project(db: Db, stored: readonly ChainedEvent[]): void {
  const events = stored.map((event) => opened(db, event));
  for (let start = 0; start < events.length;) {
    const { stream, command } = events[start]!;
    let end = start + 1;
    // One command at a time, as they were written: who was asked in between may read the document ever after.
    const together = (event: ChainedEvent) => event.stream === stream && event.command === command;
    while (end < events.length && together(events[end]!)) end += 1;
    const run = events.slice(start, end);
    PROJECT[kindOfStream(stream)](db, run);
    start = end;
  }
}

type Projecting = (db: Db, events: readonly ChainedEvent[]) => void;
const each =
  (one: (db: Db, event: ChainedEvent) => unknown): Projecting =>
  (db, events) => {
    for (const event of events) one(db, event);
  };
/** The event itself is all there is to know. */
const nothing: Projecting = () => undefined;

/** What is written of the events of each kind of stream. */
const PROJECT = {
  document: projectDocument,
  policy: each(projectPolicy),
  "policy-set": each(projectPolicy),
  organisation: each(projectPeople),
  access: notePeople,
  account: each(projectAccount),
  ledger: each(projectLedger),
  rules: each(projectRules),
  rates: each(projectRates),
  messages: each(projectMessages),
  // Secrets are in a table of their own that no log makes again.
  integrations: nothing,
  sample: each(projectSample),
  // What was in it is kept beside the log, so that it can be deleted.
  history: nothing,
  views: each(projectSample),
  lookout: each(projectLookout),
  finding: each(projectLookout),
  checkpoints: each(projectCheckpoint),
  // It moves the demonstration’s clock by its own time.
  clock: nothing,
} satisfies Record<StreamKind, Projecting>;

function projectRates(db: Db, { data }: ChainedEvent): void {
  const { rates } = JSON.parse(data) as { rates: Rate[] };
  const insert = db.prepare(
    "INSERT OR REPLACE INTO rate (source_currency, target_currency, date, rate, source) VALUES (@from, @to, @date, @rate, @source)",
  );
  for (const rate of rates) insert.run(rate);
}

/** What every event about people carries: the entries it changed, old and new. */
export type PeopleData = { changes: HistoryChange[]; reason?: string; person?: string };

function projectPeople(db: Db, event: ChainedEvent): void {
  const data = JSON.parse(event.data) as PeopleData | { organisation: unknown };
  const changes =
    "changes" in data ? data.changes : found(OrganisationSchema.parse(data.organisation), "1970-01-01T00:00:00.000Z");
  const write = db.prepare("INSERT OR REPLACE INTO organisation_history (kind, id, body) VALUES (?, ?, ?)");
  const note = db.prepare("INSERT OR IGNORE INTO person_event (person, seq) VALUES (?, ?)");
  if ("person" in data && data.person) note.run(data.person, event.seq);
  for (const change of changes) {
    write.run(change.kind, change.id, canonical(change.after));
    for (const person of [...peopleTouched(change), ...holderOf(db, change)]) note.run(person, event.seq);
  }
}

/** A limit of a position is a limit of whoever holds it. */
function holderOf(db: Db, change: HistoryChange): string[] {
  if (change.kind !== "limit" || change.after.holder.kind !== "position") return [];
  const read = (kind: Kind, id: string) =>
    db.prepare("SELECT body FROM organisation_history WHERE kind = ? AND id = ?").pluck().get(kind, id) as
      string | undefined;
  const stored = read("position", change.after.holder.id);
  if (!stored) return [];
  const position = JSON.parse(stored) as EntryOf<"position">;
  const unit = position.heads ? read("unit", position.unit) : undefined;
  const head = unit && (JSON.parse(unit) as EntryOf<"unit">).states.at(-1)?.head;
  return [head ?? position.holders.at(-1)?.person ?? []].flat();
}

function notePeople(db: Db, events: readonly ChainedEvent[]): void {
  const note = db.prepare("INSERT OR IGNORE INTO person_event (person, seq) VALUES (?, ?)");
  for (const event of events) note.run(event.stream.slice("access:".length), event.seq);
}
