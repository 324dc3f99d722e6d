import { randomUUID } from "node:crypto";
import { GENESIS, chain, type ChainedEvent } from "@/core/records";
import { type Result } from "@/core/refusal";
import { refused } from "@/core/words";
import type { Db } from "../db/open";
import { noteChange } from "../db/changes";
import { statement } from "../db/statement";
import { nativeHash } from "./hash";
import { divided, whole } from "./parts";
import { opened, sealPeople, sealerOfLog, type Identity } from "./sealed";
import { kindOfStream, type StreamKind } from "./streams";

export { nativeHash } from "./hash";

/** Who caused events, when, and the id of the command that did; the same id is carried out once. */
export type Cause = { actor: string; at: string; command: string };

export type Happened = { type: string; data: unknown };

const COLUMNS = "seq, time, stream, version, type, actor, inNameOf, command, data, previous, hash";

/** Streams of which reference data are made, that is kept in memory. */
const REFERENCE: ReadonlySet<StreamKind> = new Set(["organisation", "rates", "policy", "policy-set"]);

/**
 * Appends events to a stream. Call inside a transaction, together with the projection. What says who somebody is goes in sealed.
 * @returns the events as they are hashed
 * @throws RangeError for a stream of no kind that there is
 */
export function append(db: Db, stream: string, events: readonly Happened[], cause: Cause): ChainedEvent[] {
  const kind = kindOfStream(stream);
  if (kind === "organisation") sealPeople(db, events.flatMap(identitiesIn));
  if (REFERENCE.has(kind)) noteChange(db);
  const { seal } = sealerOfLog(db);
  const own = seal(stream);
  const actor = seal(cause.actor);
  const last = statement(db, "SELECT seq, lower(hex(hash)) AS hash FROM logged ORDER BY seq DESC LIMIT 1").get() as
    { seq: number; hash: string } | undefined;
  const version = statement(db, "SELECT COALESCE(MAX(version), 0) FROM logged WHERE stream = ?")
    .pluck()
    .get(own) as number;
  const insert = statement(
    db,
    "INSERT INTO logged (seq, stream, version, type, inNameOf, cause, data, hash) VALUES (?, ?, ?, ?, ?, ?, ?, ?)",
  );
  const { at: time, command } = cause;
  const by = events.length > 0 ? causeOf(db, { command, actor, time }, (last?.seq ?? 0) + 1) : 0;
  let previous = last?.hash ?? GENESIS;
  return events.map((event, index) => {
    const { whole: data, stored } = divided(db, event.data, seal);
    const head = {
      seq: (last?.seq ?? 0) + 1 + index,
      time,
      stream: own,
      version: version + 1 + index,
      type: event.type,
      actor,
      inNameOf: inNameOf(event.data, seal),
      command,
      data,
    };
    const chained = chain(head, previous, nativeHash);
    // By place and not by name: thousands are written in one import, and names cost a look-up each.
    const { seq, stream: where, version: nth, type, inNameOf: whose, hash } = chained;
    insert.run(seq, where, nth, type, whose, by, stored, Buffer.from(hash, "hex"));
    previous = hash;
    return chained;
  });
}

/** The number of a cause: the last one where it goes on, and else a new one that begins with an event. */
function causeOf(db: Db, { command, actor, time }: Record<"command" | "actor" | "time", string>, seq: number): number {
  const last = statement(db, "SELECT id, command, actor, time FROM cause ORDER BY id DESC LIMIT 1").get() as
    { id: number; command: string; actor: string; time: string } | undefined;
  if (last && last.command === command && last.actor === actor && last.time === time) return last.id;
  statement(db, "INSERT INTO cause (id, command, actor, time) VALUES (?, ?, ?, ?)").run(seq, command, actor, time);
  return seq;
}

function inNameOf(data: unknown, seal: (text: string) => string): string | null {
  const value = (data as { inNameOf?: unknown } | null)?.inNameOf;
  return typeof value === "string" ? seal(value) : null;
}

/** Everybody of whom an event about the organisation says who they are, as they were and as they will be. */
function identitiesIn({ data }: Happened): Identity[] {
  const { changes = [], organisation } = data as {
    changes?: { kind: string; before: unknown; after: unknown }[];
    organisation?: { people?: Identity[] };
  };
  const changed = changes.filter(({ kind }) => kind === "person").flatMap(({ before, after }) => [before, after]);
  return [...changed, ...(organisation?.people ?? [])].filter((one): one is Identity => one !== null);
}

/** The causes of a command, by what the index has of it and then by all of it. */
const CAUSES = "SELECT id FROM cause WHERE substr(command, -12) = substr(@command, -12) AND command = @command";

/** What a command is about to do: who, and the event that would show it was done; `stream` is null for one that is to be made. */
export type Intent = { command: string; actor: string; stream: string | null; type: string | readonly string[] };

/**
 * The event that shows a command was carried out before, or null when it is new. An id that has been used for anything else, by
 * anybody, is refused: taking it for a repetition would acknowledge what was never done.
 */
export function doneBefore(db: Db, { command, actor, stream, type }: Intent): Result<ChainedEvent | null> {
  const stored = statement(
    db,
    `SELECT ${COLUMNS} FROM (${CAUSES}) mine JOIN event
       ON event.seq >= mine.id AND event.seq < COALESCE((SELECT MIN(next.id) FROM cause next WHERE next.id > mine.id), 9e15)`,
  ).all({ command }) as ChainedEvent[];
  const events = stored.map((event) => opened(db, event));
  const same = events.find(
    (event) =>
      event.actor === actor && [type].flat().includes(event.type) && (stream === null || event.stream === stream),
  );
  if (events.length === 0 || same) return { ok: true, value: same ?? null };
  return refused("command used", null, "command");
}

/** Whether a command has been carried out, by whomever. */
export function isKnownCommand(db: Db, command: string): boolean {
  return statement(db, CAUSES).get({ command }) !== undefined;
}

/** So many rows are read at a time: many reads cost less than many rows that are kept waiting. */
const AT_A_TIME = 500;

/** All events in order, whole, one at a time, however many there are. Rows are read as arrays, which costs half of what named columns do. */
export function* allEvents(db: Db): Generator<ChainedEvent, void> {
  const rows = db
    .prepare(
      `SELECT seq, time, stream, version, type, actor, inNameOf, command, data, lower(hex(hash))
       FROM logged CROSS JOIN cause ON cause.id = logged.cause WHERE seq > ? ORDER BY seq LIMIT ${AT_A_TIME}`,
    )
    .raw();
  let previous = GENESIS;
  for (let after = 0; ;) {
    const read = rows.all(after) as Stored[];
    for (const row of read) {
      const event = fromColumns(db, row, previous);
      previous = event.hash;
      yield event;
    }
    if (read.length < AT_A_TIME) return;
    after = read.at(-1)![0];
  }
}

type Stored = [number, string, string, number, string, string, string | null, string, string, string];

function fromColumns(db: Db, row: Stored, previous: string): ChainedEvent {
  const [seq, time, stream, version, type, actor, inNameOf, command, data, hash] = row;
  return { seq, time, stream, version, type, actor, inNameOf, command, data: whole(db, data), previous, hash };
}

/** Events as they were hashed: with the parts that are kept apart. */
const wholeEvents = (db: Db, stored: unknown[]) =>
  (stored as ChainedEvent[]).map((event) => ({ ...event, data: whole(db, event.data) }));

/** The events of a stream as they were hashed, in order. */
export function eventsOf(db: Db, stream: string): ChainedEvent[] {
  const { seal } = sealerOfLog(db);
  const select = statement(db, `SELECT ${COLUMNS} FROM event WHERE stream = ? ORDER BY version`);
  return wholeEvents(db, select.all(seal(stream)));
}

/** The next so many events after one, as they were hashed. @param after number of the last that is known, 0 for none */
export function eventsAfter(db: Db, after: number, most: number): ChainedEvent[] {
  return wholeEvents(
    db,
    statement(db, `SELECT ${COLUMNS} FROM event WHERE seq > ? ORDER BY seq LIMIT ?`).all(after, most),
  );
}

/** The number of the last event; 0 for an empty log. */
export function lastSeq(db: Db): number {
  return statement(db, "SELECT COALESCE(MAX(seq), 0) FROM logged").pluck().get() as number;
}

/** An id for a command that nobody sent: a random UUID (RFC 9562). */
export function newCommandId(): string {
  return randomUUID();
}
