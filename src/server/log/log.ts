import { randomUUID } from "node:crypto";
import { GENESIS, canonical, chain, type ChainedEvent } from "@/core/records";
import { refuse, type Result } from "@/core/refusal";
import type { Db } from "../db/open";
import { noteChange } from "../db/changes";
import { statement } from "../db/statement";
import { nativeHash } from "./hash";
import { opened, sealPeople, sealerOfLog, type Identity } from "./sealed";

export { nativeHash } from "./hash";

/** Who caused events, when, and the id of the command that did; the same id is carried out once. */
export type Cause = { actor: string; at: string; command: string };

export type Happened = { type: string; data: unknown };

const COLUMNS = "seq, time, stream, version, type, actor, inNameOf, command, data, previous, hash";

/**
 * Appends events to a stream. Call inside a transaction, together with the projection. What says who somebody is goes in sealed.
 * @returns the events as they are stored
 */
export function append(db: Db, stream: string, events: readonly Happened[], cause: Cause): ChainedEvent[] {
  if (stream === "organisation") sealPeople(db, events.flatMap(identitiesIn));
  if (/^(organisation|rates|policy)/.test(stream)) noteChange(db);
  const { seal } = sealerOfLog(db);
  const own = seal(stream);
  const actor = seal(cause.actor);
  const last = statement(db, "SELECT seq, hash FROM event ORDER BY seq DESC LIMIT 1").get() as
    { seq: number; hash: string } | undefined;
  const version = statement(db, "SELECT COALESCE(MAX(version), 0) FROM event WHERE stream = ?")
    .pluck()
    .get(own) as number;
  const insert = statement(db, `INSERT INTO event (${COLUMNS}) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`);
  let previous = last?.hash ?? GENESIS;
  return events.map((event, index) => {
    const head = {
      seq: (last?.seq ?? 0) + 1 + index,
      time: cause.at,
      stream: own,
      version: version + 1 + index,
      type: event.type,
      actor,
      inNameOf: inNameOf(event.data, seal),
      command: cause.command,
      data: canonical(event.data, seal),
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

/** What a command is about to do: who, and the event that would show it was done; `stream` is null for one that is to be made. */
export type Intent = { command: string; actor: string; stream: string | null; type: string | readonly string[] };

/**
 * The event that shows a command was carried out before, or null when it is new. An id that has been used for anything else, by
 * anybody, is refused: taking it for a repetition would acknowledge what was never done.
 */
export function doneBefore(db: Db, { command, actor, stream, type }: Intent): Result<ChainedEvent | null> {
  const stored = statement(db, `SELECT ${COLUMNS} FROM event WHERE command = ?`).all(command) as ChainedEvent[];
  const events = stored.map((event) => opened(db, event));
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

/** All events in order as they are stored, one at a time, however many there are. Rows are read as arrays, which costs half of what named columns do. */
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

/** The events of a stream as they are stored and hashed, in order. */
export function eventsOf(db: Db, stream: string): ChainedEvent[] {
  const { seal } = sealerOfLog(db);
  const select = statement(db, `SELECT ${COLUMNS} FROM event WHERE stream = ? ORDER BY version`);
  return select.all(seal(stream)) as ChainedEvent[];
}

export function lastSeq(db: Db): number {
  return statement(db, "SELECT COALESCE(MAX(seq), 0) FROM event").pluck().get() as number;
}

export function newCommandId(): string {
  return randomUUID();
}
