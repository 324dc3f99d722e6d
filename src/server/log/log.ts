import { hash, randomUUID } from "node:crypto";
import { GENESIS, canonical, chain, type ChainedEvent, type HashText } from "@/core/records";
import { refuse, type Result } from "@/core/refusal";
import type { Db } from "../db/open";
import { statement } from "../db/statement";

export const nativeHash: HashText = (text) => hash("sha256", text, "hex");

/** Who caused events, when, and the id of the command that did; the same id is carried out once. */
export type Cause = { actor: string; at: string; command: string };

export type Happened = { type: string; data: unknown };

const COLUMNS = "seq, time, stream, version, type, actor, inNameOf, command, data, previous, hash";

/** Appends events to a stream. Call inside a transaction, together with the projection. */
export function append(db: Db, stream: string, events: readonly Happened[], cause: Cause): ChainedEvent[] {
  const last = statement(db, "SELECT seq, hash FROM event ORDER BY seq DESC LIMIT 1").get() as
    { seq: number; hash: string } | undefined;
  const version = statement(db, "SELECT COALESCE(MAX(version), 0) FROM event WHERE stream = ?")
    .pluck()
    .get(stream) as number;
  const insert = statement(db, `INSERT INTO event (${COLUMNS}) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`);
  let previous = last?.hash ?? GENESIS;
  return events.map((event, index) => {
    const head = {
      seq: (last?.seq ?? 0) + 1 + index,
      time: cause.at,
      stream,
      version: version + 1 + index,
      type: event.type,
      actor: cause.actor,
      inNameOf: inNameOf(event.data),
      command: cause.command,
      data: canonical(event.data),
    };
    const chained = chain(head, previous, nativeHash);
    insert.run(...inColumns(chained));
    previous = chained.hash;
    return chained;
  });
}

/** In the order of COLUMNS: thousands are written in one import, and names cost a look-up each. */
function inColumns(event: ChainedEvent): unknown[] {
  const { seq, time, stream, version, type, actor, command, data, previous } = event;
  return [seq, time, stream, version, type, actor, event.inNameOf, command, data, previous, event.hash];
}

function inNameOf(data: unknown): string | null {
  const value = (data as { inNameOf?: unknown } | null)?.inNameOf;
  return typeof value === "string" ? value : null;
}

/** What a command is about to do: who, and the event that would show it was done; `stream` is null for one that is to be made. */
export type Intent = { command: string; actor: string; stream: string | null; type: string | readonly string[] };

/**
 * The event that shows a command was carried out before, or null when it is new. An id that has been used for anything else, by
 * anybody, is refused: taking it for a repetition would acknowledge what was never done.
 */
export function doneBefore(db: Db, { command, actor, stream, type }: Intent): Result<ChainedEvent | null> {
  const events = statement(db, `SELECT ${COLUMNS} FROM event WHERE command = ?`).all(command) as ChainedEvent[];
  const same = events.find(
    (event) =>
      event.actor === actor && [type].flat().includes(event.type) && (stream === null || event.stream === stream),
  );
  if (events.length === 0 || same) return { ok: true, value: same ?? null };
  return {
    ok: false,
    refusals: [
      refuse(
        "command used",
        "This command id was used for something else; nothing was done. Send it again with a new id",
        "command",
      ),
    ],
  };
}

/** All events in order, one at a time, however many there are. Rows are read as arrays, which costs half of what named columns do. */
export function allEvents(db: Db): IterableIterator<ChainedEvent> {
  const rows = db.prepare(`SELECT ${COLUMNS} FROM event ORDER BY seq`).raw().iterate() as IterableIterator<Stored>;
  const events: IterableIterator<ChainedEvent> = {
    [Symbol.iterator]: () => events,
    next: () => {
      const row = rows.next();
      return row.done ? { done: true, value: undefined } : { done: false, value: fromColumns(row.value) };
    },
    return: () => {
      rows.return?.();
      return { done: true, value: undefined };
    },
  };
  return events;
}

type Stored = [number, string, string, number, string, string, string | null, string, string, string, string];

function fromColumns(row: Stored): ChainedEvent {
  const [seq, time, stream, version, type, actor, inNameOf, command, data, previous, own] = row;
  return { seq, time, stream, version, type, actor, inNameOf, command, data, previous, hash: own };
}

export function eventsOf(db: Db, stream: string): ChainedEvent[] {
  return statement(db, `SELECT ${COLUMNS} FROM event WHERE stream = ? ORDER BY version`).all(stream) as ChainedEvent[];
}

export function lastSeq(db: Db): number {
  return statement(db, "SELECT COALESCE(MAX(seq), 0) FROM event").pluck().get() as number;
}

export function newCommandId(): string {
  return randomUUID();
}
