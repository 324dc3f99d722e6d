import type { Rate } from "@/core/money";
import { OrganisationSchema } from "@/core/people";
import { found, peopleTouched, type EntryOf, type Kind, type RegisterChange } from "@/core/organisation-history";
import { canonical, type ChainedEvent } from "@/core/records";
import type { Db } from "../db/open";
import { DOCUMENT_TABLES, projectDocument } from "../documents/projection";
import { LEDGER_TABLES, projectAccount, projectLedger, projectRules } from "../ledger/projection";
import { MESSAGE_TABLES, projectMessages } from "../messages/events";
import { MARK_TABLES } from "../evidence/marks";
import { SAMPLE_TABLES, projectSample } from "../evidence/events";
import { opened } from "./sealed";
import { projectCheckpoint } from "./checkpoints";
import { projectPolicy } from "../policies/events";

/** Events beside those of documents. */
export type OtherEvent =
  /** Written by the first versions, when the organisation was one whole. */
  | { type: "organisation imported"; data: { organisation: unknown } }
  | { type: "rates published"; data: { rates: Rate[] } }
  | { type: "clock moved"; data: { to: string } };

/** Tables that are made from the log and nothing else. */
export const PROJECTIONS = [
  "register",
  "person_event",
  "rate",
  "policy_version",
  "policy_set",
  "test_set",
  ...DOCUMENT_TABLES,
  ...LEDGER_TABLES,
  ...MESSAGE_TABLES,
  "checkpoint",
  ...SAMPLE_TABLES,
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
    if (stream.startsWith("document:")) projectDocument(db, run);
    else if (stream === "organisation") for (const event of run) projectPeople(db, event);
    else if (stream.startsWith("access:")) notePeople(db, run);
    else if (stream.startsWith("account:")) for (const event of run) projectAccount(db, event);
    else if (stream === "ledger") for (const event of run) projectLedger(db, event);
    else if (stream === "checkpoints") for (const event of run) projectCheckpoint(db, event);
    else if (stream.startsWith("sample:") || stream.startsWith("views:"))
      for (const event of run) projectSample(db, event);
    else if (stream === "messages") for (const event of run) projectMessages(db, event);
    else if (stream === "rules") for (const event of run) projectRules(db, event);
    else if (stream.startsWith("policy")) for (const event of run) projectPolicy(db, event);
    else for (const event of run) projectOther(db, event);
    start = end;
  }
}

function projectOther(db: Db, event: ChainedEvent): void {
  const happened = { type: event.type, data: JSON.parse(event.data) as unknown } as OtherEvent;
  switch (happened.type) {
    case "rates published": {
      const insert = db.prepare(
        "INSERT OR REPLACE INTO rate (source_currency, target_currency, date, rate, source) VALUES (@from, @to, @date, @rate, @source)",
      );
      for (const rate of happened.data.rates) insert.run(rate);
      break;
    }
    // It moves the demonstration's clock by its own time; there is nothing to write.
    case "clock moved":
      break;
    default:
      break;
  }
}

/** What every event about people carries: the entries it changed, old and new. */
export type PeopleData = { changes: RegisterChange[]; reason?: string; person?: string };

function projectPeople(db: Db, event: ChainedEvent): void {
  const data = JSON.parse(event.data) as PeopleData | { organisation: unknown };
  const changes =
    "changes" in data ? data.changes : found(OrganisationSchema.parse(data.organisation), "1970-01-01T00:00:00.000Z");
  const write = db.prepare("INSERT OR REPLACE INTO register (kind, id, body) VALUES (?, ?, ?)");
  const note = db.prepare("INSERT OR IGNORE INTO person_event (person, seq) VALUES (?, ?)");
  if ("person" in data && data.person) note.run(data.person, event.seq);
  for (const change of changes) {
    write.run(change.kind, change.id, canonical(change.after));
    for (const person of [...peopleTouched(change), ...holderOf(db, change)]) note.run(person, event.seq);
  }
}

/** A limit of a position is a limit of whoever holds it. */
function holderOf(db: Db, change: RegisterChange): string[] {
  if (change.kind !== "limit" || change.after.holder.kind !== "position") return [];
  const read = (kind: Kind, id: string) =>
    db.prepare("SELECT body FROM register WHERE kind = ? AND id = ?").pluck().get(kind, id) as string | undefined;
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
