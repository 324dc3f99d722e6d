import { acceptedOf, activeHolds, evolve, hasLapsed, isCleared, levelsWaitingFor, nextStep } from "@/core/approval";
import type { DocumentEvent, DocumentState } from "@/core/approval";
import { documentType, partyKey, plainNumber } from "@/core/documents";
import type { ChainedEvent } from "@/core/records";
import type { Db } from "../db/open";
import { statement } from "../db/statement";
import { markControls } from "../evidence/marks";
import { ratesFor } from "../reference-data";
import { stateAt } from "./state";
import { storedSummary, summaryOf } from "./summary";
import { searchText } from "./words";

/** Tables that are made of the events of documents. */
export const DOCUMENT_TABLES = [
  "document",
  "document_summary",
  "document_text",
  "document_number",
  "invoice",
  "claim_receipt",
  "hold",
  "job",
  "timer",
  "question",
  "waiting",
  "reader",
  "told",
] as const;

type Noted = DocumentEvent & { seq: number; time: string };

/** Folds the events of one document that follow each other, and writes once what is read of it. */
export function projectDocument(db: Db, events: readonly ChainedEvent[]): void {
  const last = events.at(-1)!;
  const id = last.stream.slice("document:".length);
  const before = stateAt(db, id, events[0]!.version - 1);
  const read = events.map(
    ({ seq, time, type, data }) => ({ seq, time, type, data: JSON.parse(data) as unknown }) as Noted,
  );
  const after = read.reduce<DocumentState | null>((state, event) => evolve(state, event, event.time), before);
  markControls(db, id, read, before);
  writeDocument(db, after!, before, last.time);
}

// An update touches the indexes of what has changed alone; replacing the row would write them all anew.
const CHANGED =
  `number type status held lapsed cleared title party party_key requester on_behalf_of unit currency net gross date refers compared policy
  policy_version section band revision created_at submitted_at closed_at updated_at`
    .split(/\s+/)
    .map((column) => `${column} = excluded.${column}`)
    .join(", ");

/**
 * Writes what is read of a document in one state.
 * @param before the state as it is stored; null for a document that is new
 * @param at when the last of the events happened that led to it, ISO date-time in UTC
 */
export function writeDocument(db: Db, state: DocumentState, before: DocumentState | null, at: string): void {
  const { document, route } = state;
  const { documentType: type } = document;
  const headline = documentType(type).headline(acceptedOf(state));
  statement(
    db,
    `INSERT INTO document (id, number, type, status, held, lapsed, cleared, title, party, party_key, requester, on_behalf_of, unit, currency, net, gross,
       date, refers, compared, policy, policy_version, section, band, revision, created_at, submitted_at, closed_at, updated_at)
     VALUES (@id, @number, @type, @status, @held, @lapsed, @cleared, @title, @party, @partyKey, @requester, @onBehalfOf, @unit, @currency, @net, @gross,
       @date, @refers, @compared, @policy, @policyVersion, @section, @band, @revision, @createdAt, @submittedAt, @closedAt, @at)
     ON CONFLICT (id) DO UPDATE SET ${CHANGED}`,
  ).run({
    id: state.id,
    number: state.number,
    type,
    status: state.status,
    held: activeHolds(state).length > 0 ? 1 : 0,
    lapsed: hasLapsed(state) ? 1 : 0,
    cleared: isCleared(state) ? 1 : 0,
    title: headline.title,
    party: headline.party,
    partyKey: partyKey(headline.party),
    requester: document.requester,
    onBehalfOf: document.onBehalfOf,
    unit: document.unit,
    currency: headline.net.currency,
    net: headline.net.minor,
    gross: headline.gross.minor,
    date: document.date,
    refers: documentType(type).refers(document),
    compared: route?.measured?.compared.minor ?? null,
    policy: route?.policy?.id ?? null,
    policyVersion: route?.policy?.version ?? null,
    section: route?.section?.id ?? null,
    band: route?.band?.index ?? null,
    revision: state.revision,
    createdAt: state.createdAt,
    submittedAt: state.submittedAt,
    closedAt: state.closedAt,
    at,
  });
  statement(
    db,
    `INSERT INTO document_summary (id, summary) VALUES (?, ?)
     ON CONFLICT (id) DO UPDATE SET summary = excluded.summary WHERE summary <> excluded.summary`,
  ).run(state.id, storedSummary(summaryOf(state, (day) => ratesFor(db, day))));
  if (!before)
    statement(
      db,
      "INSERT INTO document_number (type, last) VALUES (?, ?) ON CONFLICT (type) DO UPDATE SET last = max(last, excluded.last)",
    ).run(type, Number(state.number.split("-").at(-1)) || 0);
  writeWords(db, state, before);
  writeLookedUp(db, state, before);
  writeParts(db, state, before);
}

function writeWords(db: Db, state: DocumentState, before: DocumentState | null): void {
  const words = searchText(state);
  if (before && searchText(before) === words) return;
  const row = statement(db, "SELECT row FROM document_summary WHERE id = ?").pluck().get(state.id) as number;
  if (before) statement(db, "DELETE FROM document_text WHERE rowid = ?").run(row);
  statement(db, "INSERT INTO document_text (rowid, words) VALUES (?, ?)").run(row, words);
}

/** Whether a document counts among those that others are compared with. */
function isLive({ status }: DocumentState): boolean {
  return status !== "draft" && status !== "declined" && status !== "withdrawn";
}

/** What a document keeps beside its row, because other documents look it up. */
function writeLookedUp(db: Db, state: DocumentState, before: DocumentState | null): void {
  const { document } = state;
  const { invoice, receipts } = documentType(document.documentType).lookedUp(document);
  if (invoice)
    statement(
      db,
      `INSERT OR REPLACE INTO invoice (document, supplier, invoice_number, plain, gross, currency, date, order_number, live)
       VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    ).run(
      state.id,
      partyKey(invoice.supplier),
      invoice.invoiceNumber,
      plainNumber(invoice.invoiceNumber),
      invoice.gross.minor,
      invoice.gross.currency,
      invoice.date,
      invoice.order,
      isLive(state) ? 1 : 0,
    );
  if (!receipts) return;
  if (before) statement(db, "DELETE FROM claim_receipt WHERE document = ?").run(state.id);
  if (!isLive(state)) return;
  const insert = statement(db, "INSERT OR IGNORE INTO claim_receipt (hash, document) VALUES (?, ?)");
  for (const hash of receipts) insert.run(hash, state.id);
  for (const { attachment } of state.supplied ?? []) insert.run(attachment.hash, state.id);
}

function writeParts(db: Db, state: DocumentState, before: DocumentState | null): void {
  if (before) statement(db, "DELETE FROM waiting WHERE document = ?").run(state.id);
  const wait = statement(db, "INSERT INTO waiting (document, level, person, since, due) VALUES (?, ?, ?, ?, ?)");
  const people = new Set(state.levels.flatMap((level) => level.pool));
  for (const person of people) {
    for (const level of levelsWaitingFor(state, person))
      wait.run(state.id, level.level, person, level.openedAt, level.due ?? null);
  }
  const read = statement(db, "INSERT OR IGNORE INTO reader (document, person) VALUES (?, ?)");
  const known = new Set(before ? readersOf(before) : []);
  for (const person of new Set(readersOf(state))) if (!known.has(person)) read.run(state.id, person);
  if (before?.holds.length) statement(db, "DELETE FROM hold WHERE document = ?").run(state.id);
  const hold = statement(
    db,
    `INSERT INTO hold (document, id, kind, code, blocks, rule, placed_by, placed_at, amount, waiting)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
  );
  const amount =
    state.route?.measured?.compared.minor ??
    documentType(state.document.documentType).headline(state.document).gross.minor;
  for (const one of activeHolds(state))
    hold.run(
      state.id,
      one.id,
      one.kind,
      one.code,
      JSON.stringify(one.blocks),
      one.rule,
      one.placedBy,
      one.placedAt,
      amount,
      state.status === "waiting" ? 1 : 0,
    );
  writeJob(db, state, before);
  writeTimers(db, state, before);
  writeQuestions(db, state, before);
  writeTold(db, state, before);
}

/** Whom its levels tell, since when they have been told of it by this route. */
function writeTold(db: Db, state: DocumentState, before: DocumentState | null): void {
  const told = toldBy(state);
  if (toldBy(before).length === 0 && told.length === 0) return;
  const people = new Set(told.map(([person]) => person));
  for (const [person] of toldBy(before))
    if (!people.has(person)) statement(db, "DELETE FROM told WHERE document = ? AND person = ?").run(state.id, person);
  const insert = statement(db, "INSERT OR IGNORE INTO told (document, person, level, at) VALUES (?, ?, ?, ?)");
  for (const [person, level] of told) insert.run(state.id, person, level, state.route!.at);
}

/** Everybody who has a part in a document now: those it is from, was put before or spoke on it, who is told, and who was asked a question. */
function readersOf(state: DocumentState): string[] {
  const { requester, onBehalfOf } = state.document;
  return [
    requester,
    ...(onBehalfOf ? [onBehalfOf] : []),
    ...state.levels.flatMap((level) => [
      ...level.pool,
      ...(level.heard ?? []),
      ...level.decisions.map((decision) => decision.by),
    ]),
    ...toldBy(state).map(([person]) => person),
    ...(state.questions?.map((question) => question.to) ?? []),
  ];
}

function writeQuestions(db: Db, state: DocumentState, before: DocumentState | null): void {
  if (before?.questions) statement(db, "DELETE FROM question WHERE document = ?").run(state.id);
  const insert = statement(db, "INSERT INTO question (document, n, person, by, text, at) VALUES (?, ?, ?, ?, ?, ?)");
  for (const { question, to, by, text, at, answer } of state.questions ?? [])
    if (!answer) insert.run(state.id, question, to, by, text, at);
}

/** Timers that can still fire: of levels that are open, while the document waits. */
function writeTimers(db: Db, state: DocumentState, before: DocumentState | null): void {
  if (before?.levels.some((level) => level.timers)) statement(db, "DELETE FROM timer WHERE document = ?").run(state.id);
  if (state.status !== "waiting") return;
  const insert = statement(db, "INSERT INTO timer (document, level, n, at, kind) VALUES (?, ?, ?, ?, ?)");
  for (const level of state.levels.filter((one) => one.status === "open"))
    level.timers?.forEach((timer, n) => {
      if (!timer.firedAt) insert.run(state.id, level.level, n, timer.at, timer.kind);
    });
}

function writeJob(db: Db, state: DocumentState, before: DocumentState | null): void {
  if (before?.steps) statement(db, "DELETE FROM job WHERE document = ?").run(state.id);
  const step = nextStep(state);
  if (!step) return;
  statement(db, "INSERT INTO job (document, step, kind, next_at, attempts) VALUES (?, ?, ?, ?, ?)").run(
    state.id,
    step.step,
    step.kind,
    step.nextAt,
    step.attempts,
  );
}

/** Each person who is told, with the name of the level that tells them. */
function toldBy(state: DocumentState | null): [person: string, level: string][] {
  const told = state?.route?.levels.filter((level) => level.outcome === "told") ?? [];
  return told.flatMap((level) => level.candidates.map(({ person }): [string, string] => [person, level.name]));
}
