import { evolve, levelsWaitingFor, activeHolds, type DocumentEvent, type DocumentState } from "@/core/approval";
import { documentType } from "@/core/documents";
import type { Facts } from "@/core/conditions";
import type { Money, Rate } from "@/core/money";
import { OrganisationSchema } from "@/core/people";
import { found, peopleTouched, type EntryOf, type Kind, type RegisterChange } from "@/core/register";
import { canonical, type ChainedEvent } from "@/core/records";
import type { Db } from "../db/open";
import { projectPolicy } from "../policies/events";
import { weekdaysBetween } from "@/core/calendar";

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
  "document",
  "waiting",
  "reader",
] as const;

/**
 * Applies events to the tables that are read. Call in the transaction that appends them, or in order when rebuilding.
 * Events of one document that follow each other are folded first and written once.
 */
export function project(db: Db, events: readonly ChainedEvent[]): void {
  for (let start = 0; start < events.length;) {
    const { stream } = events[start]!;
    let end = start + 1;
    while (end < events.length && events[end]!.stream === stream) end += 1;
    const run = events.slice(start, end);
    if (stream.startsWith("document:")) projectDocument(db, run);
    else if (stream === "organisation") for (const event of run) projectPeople(db, event);
    else if (stream.startsWith("access:")) notePeople(db, run);
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
export type PeopleData = { changes: RegisterChange[]; reason?: string };

function projectPeople(db: Db, event: ChainedEvent): void {
  const data = JSON.parse(event.data) as PeopleData | { organisation: unknown };
  const changes =
    "changes" in data ? data.changes : found(OrganisationSchema.parse(data.organisation), "1970-01-01T00:00:00.000Z");
  const write = db.prepare("INSERT OR REPLACE INTO register (kind, id, body) VALUES (?, ?, ?)");
  const note = db.prepare("INSERT OR IGNORE INTO person_event (person, seq) VALUES (?, ?)");
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

function projectDocument(db: Db, events: readonly ChainedEvent[]): void {
  const last = events.at(-1)!;
  const stored = readState(db, last.stream.slice("document:".length));
  const after = events.reduce<DocumentState | null>(
    (state, event) =>
      evolve(state, { type: event.type, data: JSON.parse(event.data) as unknown } as DocumentEvent, event.time),
    stored,
  );
  writeDocument(db, after!, last.time);
}

export function readState(db: Db, id: string): DocumentState | null {
  const stored = db.prepare("SELECT state FROM document WHERE id = ?").pluck().get(id) as string | undefined;
  return stored ? (JSON.parse(stored) as DocumentState) : null;
}

/** Writes everything that is read of a document's state. */
function writeDocument(db: Db, state: DocumentState, at: string): void {
  const headline = documentType(state.document.documentType).headline(state.document);
  db.prepare(
    `INSERT OR REPLACE INTO document (id, number, type, status, held, title, party, requester, unit, currency, net, gross, compared, policy,
       policy_version, section, band, revision, created_at, submitted_at, closed_at, updated_at, state, summary)
     VALUES (@id, @number, @type, @status, @held, @title, @party, @requester, @unit, @currency, @net, @gross, @compared, @policy,
       @policyVersion, @section, @band, @revision, @createdAt, @submittedAt, @closedAt, @at, @state, @summary)`,
  ).run({
    id: state.id,
    number: state.number,
    type: state.document.documentType,
    status: state.status,
    held: activeHolds(state).length > 0 ? 1 : 0,
    title: headline.title,
    party: headline.party,
    requester: state.document.requester,
    unit: state.document.unit,
    currency: state.document.currency,
    net: headline.net.minor,
    gross: headline.gross.minor,
    compared: state.route?.measured?.compared.minor ?? null,
    policy: state.route?.policy?.id ?? null,
    policyVersion: state.route?.policy?.version ?? null,
    section: state.route?.section?.id ?? null,
    band: state.route?.band?.index ?? null,
    revision: state.revision,
    createdAt: state.createdAt,
    submittedAt: state.submittedAt,
    closedAt: state.closedAt,
    at,
    state: canonical(state),
    summary: canonical(summaryOf(state)),
  });
  writeParts(db, state);
}

/** What of a past document the tide needs, so that thousands are read without their whole states. */
export type Summary = { date: string; facts: Facts; measures: Record<string, Money>; levelDays: number[] };

function summaryOf({ document, levels }: DocumentState): Summary {
  const type = documentType(document.documentType);
  return {
    date: document.date,
    facts: type.facts(document),
    measures: Object.fromEntries(type.measures.map((measure) => [measure.key, measure.of(document).amount])),
    levelDays: levels.flatMap((level) =>
      level.openedAt && level.closedAt ? [weekdaysBetween(level.openedAt, level.closedAt)] : [],
    ),
  };
}

function writeParts(db: Db, state: DocumentState): void {
  db.prepare("DELETE FROM waiting WHERE document = ?").run(state.id);
  const wait = db.prepare("INSERT INTO waiting (document, level, person, since) VALUES (?, ?, ?, ?)");
  const people = new Set(state.levels.flatMap((level) => level.pool));
  for (const person of people) {
    for (const level of levelsWaitingFor(state, person)) wait.run(state.id, level.level, person, level.openedAt);
  }
  const read = db.prepare("INSERT OR IGNORE INTO reader (document, person) VALUES (?, ?)");
  const spoke = state.levels.flatMap((level) => level.decisions.map((decision) => decision.by));
  for (const person of [state.document.requester, ...people, ...spoke, ...toldPeople(state)])
    read.run(state.id, person);
}

function toldPeople(state: DocumentState): string[] {
  const told = state.route?.levels.filter((level) => level.outcome === "told") ?? [];
  return told.flatMap((level) => level.candidates.map((candidate) => candidate.person));
}
