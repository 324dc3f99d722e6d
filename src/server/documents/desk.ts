import { seatFor, type DocumentState } from "@/core/approval";
import type { DocumentRow as Row } from "@/core/documents";
import type { Hold } from "@/core/holds";
import { principalsOf, tookOverFrom, type Person } from "@/core/people";
import { sayGiven, sayHeld } from "@/core/words";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import { readReferenceData, routingFor, type ReferenceData } from "../reference-data";
import { mayReleaseHold } from "./commands";
import { namesFor, sayRefusals, versionUnder } from "./names";
import { readState } from "./state";
import { LISTED, toRow, type StoredRow } from "./rows";

/** What somebody's desk shows: what wants something of them, and what they wait for. */

/** A level that asks the reader; `inNameOf` is whom they would decide for if that is somebody else. */
export type Ask = { level: string; inNameOf: string | null };
/** A document that asks for a decision, once, with everything in which it asks: what it asks first, what else they could decide, and in which names besides. */
export type WaitingRow = Row & Ask & { since: string; due: string | null; also: Ask[]; levels: string[] };
/** One that asks the reader, with why they cannot decide it now. */
export type BlockedRow = Row & { since: string; why: string };
/** One of which the reader is told and asked nothing. */
export type ToldRow = Row & { since: string; level: string };
/** One that came back to its requester, with who sent it and what they said. */
export type ReturnedRow = Row & { by: string; words: string };
/** One about which somebody asks the reader. */
export type AskedRow = Row & { since: string; by: string; text: string };
export type DeskContent = {
  waiting: WaitingRow[];
  questions: AskedRow[];
  blocked: BlockedRow[];
  held: Row[];
  returned: ReturnedRow[];
  releasable: BlockedRow[];
  told: ToldRow[];
  mine: Row[];
};

type StoredWaiting = StoredRow & { since: string; due: string | null; level: string; asked: string };

/**
 * What asks a person or those they stand in for, as it is at this moment. What they cannot decide themselves now, being away, is told apart.
 */
function waitingOf(app: App, person: Person): Pick<DeskContent, "waiting" | "blocked"> {
  const world = readReferenceData(app);
  const at = app.clock.now();
  const principals = principalsOf(person.id, world.directory, at);
  const stored = app.db
    .prepare(
      `SELECT ${LISTED}, w.since, w.due, w.level, w.person AS asked FROM waiting w JOIN document d ON d.id = w.document
       WHERE w.person IN (SELECT value FROM json_each(?)) ORDER BY COALESCE(w.due, '9999'), w.since, d.id`,
    )
    .all(JSON.stringify(principals)) as StoredWaiting[];
  const waiting = new Map<string, WaitingRow>();
  const alsoAsked = new Map<string, Ask[]>();
  const blocked: BlockedRow[] = [];
  for (const row of stored) {
    const state = readState(app.db, row.id)!;
    const level = state.levels.find((one) => one.level === row.level)!;
    const seat = seatFor(state, level, person.id, routingFor(app.db, world, at, state.route?.ratesOn), at);
    const ask: Ask = { level: row.level, inNameOf: row.asked === person.id ? null : row.asked };
    const before = waiting.get(row.id);
    if (seat.ok && seat.value === row.asked && !before) {
      const levels = [row.level];
      waiting.set(row.id, { ...toRow(app, row), ...ask, since: row.since, due: row.due, also: [], levels });
    } else if (seat.ok) {
      // One decision of a level is theirs at a time, in whichever name; that others ask as well is said.
      alsoAsked.set(row.id, [...(alsoAsked.get(row.id) ?? []), ask]);
      if (before && seat.value === row.asked) before.levels.push(row.level);
    } else if (row.asked === person.id) {
      const why = sayRefusals(world, state, seat.refusals)[0]?.message ?? "";
      blocked.push({ ...toRow(app, row), since: row.since, why });
    }
  }
  for (const row of waiting.values()) row.also = alsoAsked.get(row.id) ?? [];
  return { waiting: [...waiting.values()], blocked: blocked.filter(({ id }) => !waiting.has(id)) };
}

function questionsTo(app: App, person: Person): AskedRow[] {
  const rows = app.db
    .prepare(
      `SELECT ${LISTED}, q.by AS asker, q.text, q.at AS since FROM question q JOIN document d ON d.id = q.document
       WHERE q.person = ? ORDER BY q.at, d.id`,
    )
    .all(person.id) as (StoredRow & { asker: string; text: string; since: string })[];
  const { directory } = readReferenceData(app);
  return rows.map((row) => ({
    ...toRow(app, row),
    since: row.since,
    by: directory.person(row.asker)?.name ?? row.asker,
    text: row.text,
  }));
}

function sentBackBy(app: App, id: string): { by: string; words: string } {
  const state = readState(app.db, id)!;
  const said = state.levels
    .flatMap((level) => level.decisions)
    .filter((one) => one.outcome === "sendBack")
    .toSorted((one, other) => (one.at < other.at ? -1 : 1))
    .at(-1);
  if (!said) return { by: "", words: "" };
  const names = namesFor(readReferenceData(app), state);
  return { by: names.person(said.by), words: sayGiven({ listed: said.listed, said: said.comment }, names) };
}

/** The oldest holds that a person may release and that no approval will: on approved documents, and those that their policy has outlast the approval. */
function releasableBy(app: App, person: Person): BlockedRow[] {
  if (authorise(person, "holds.release")) return [];
  const rows = app.db
    .prepare(
      `SELECT ${LISTED}, h.id AS hold, h.placed_at AS since FROM hold h JOIN document d ON d.id = h.document
       WHERE h.kind IN ('policy', 'by hand') ORDER BY h.placed_at, d.id, h.id LIMIT 80`,
    )
    .all() as (StoredRow & { hold: string; since: string })[];
  const found = new Map<string, BlockedRow>();
  const world = readReferenceData(app);
  for (const { hold: id, since, ...row } of rows) {
    const state = readState(app.db, row.id)!;
    const hold = state.holds.find((one) => one.id === id);
    if (!hold || !outlasts(world, state, hold) || !mayReleaseHold(app, person, state, id)) continue;
    const why = sayHeld(hold, namesFor(world, state));
    const before = found.get(row.id);
    found.set(row.id, before ? { ...before, why: `${before.why}; ${why}` } : { ...toRow(app, row), why, since });
  }
  return [...found.values()].slice(0, 12);
}

/** Whether a hold stays when its document is approved. */
function outlasts(world: ReferenceData, state: DocumentState, hold: Hold): boolean {
  if (state.status !== "waiting" || hold.kind === "by hand") return true;
  return hold.rule !== null && versionUnder(world, state)?.policy.holds[hold.rule]?.keeps === true;
}

/** What is told stays on the desk while it waits, and for so many days after it was told. */
const TOLD_DAYS = 14;

function toldTo(app: App, person: Person): ToldRow[] {
  const since = new Date(Date.parse(app.clock.now()) - TOLD_DAYS * 86_400_000).toISOString();
  const rows = app.db
    .prepare(
      `SELECT ${LISTED}, t.at AS since, t.level FROM told t JOIN document d ON d.id = t.document
       WHERE t.person = @person AND d.status <> 'draft' AND (t.at >= @since OR d.status = 'waiting') ORDER BY t.at DESC, d.id LIMIT 30`,
    )
    .all({ person: person.id, since }) as (StoredRow & { since: string; level: string })[];
  return rows.map(({ since: at, level, ...row }) => ({ ...toRow(app, row), since: at, level }));
}

/**
 * What waits for a person, what is due soonest first and then what has waited longest; what they wait for themselves; and, for whoever may route documents again, what is held
 * because its policy or people cannot decide it.
 */
export function deskOf(app: App, person: Person): DeskContent {
  const requesters = [person.id, ...tookOverFrom(person.id, readReferenceData(app).directory, app.clock.now())];
  const listed = (condition: string) =>
    (
      app.db
        .prepare(`SELECT ${LISTED} FROM document d WHERE ${condition} ORDER BY d.updated_at DESC LIMIT 50`)
        .all({ requesters: JSON.stringify(requesters) }) as StoredRow[]
    ).map((row) => toRow(app, row));
  return {
    ...waitingOf(app, person),
    questions: questionsTo(app, person),
    told: toldTo(app, person),
    held: authorise(person, "documents.reroute") ? [] : listed("d.held = 1 AND d.status = 'waiting'"),
    mine: listed("d.requester IN (SELECT value FROM json_each(@requesters)) AND d.status IN ('draft', 'waiting')"),
    returned: listed("d.requester IN (SELECT value FROM json_each(@requesters)) AND d.status = 'sent back'").map(
      (row) => ({
        ...row,
        ...sentBackBy(app, row.id),
      }),
    ),
    releasable: releasableBy(app, person),
  };
}
