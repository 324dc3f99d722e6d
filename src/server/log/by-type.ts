import type { ChainedEvent } from "@/core/records";
import type { Db } from "../db/open";

/** How each type of event of a stream is written into the tables that are read; a type without its line does not compile. */
export type Projections<E extends { type: string; data: unknown }> = {
  [T in E["type"]]: (db: Db, data: Extract<E, { type: T }>["data"], event: ChainedEvent) => void;
};

/** What is a mark in the log and in no table. */
export const nowhere = () => {};

/** Writes an event by the line of its type. @throws RangeError for a type that nobody writes, so that none is left out in silence */
export function projectBy<E extends { type: string; data: unknown }>(
  table: Projections<E>,
  db: Db,
  event: ChainedEvent,
): void {
  if (!Object.hasOwn(table, event.type)) throw new RangeError(`Nobody writes “${event.type}” of ${event.stream}`);
  const write = table[event.type as E["type"]] as (db: Db, data: unknown, event: ChainedEvent) => void;
  write(db, JSON.parse(event.data), event);
}
