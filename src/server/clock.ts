import type { Db } from "./db/open";

/** Where time comes from. ISO date-times in UTC. */
export type Clock = { now(): string };

export const systemClock: Clock = { now: () => new Date().toISOString() };

/**
 * The clock of a demonstration: it starts at a set time, or at the last event if that is later, and runs on from there
 * while the process lives. So the demo's day does not move on while nobody uses it, and the log never runs backwards.
 */
export function demoClock(db: Db, startAt: string): Clock {
  const last = db.prepare("SELECT time FROM event ORDER BY seq DESC LIMIT 1").pluck().get() as string | undefined;
  const base = Math.max(Date.parse(startAt), last ? Date.parse(last) : 0);
  const started = performance.now();
  return { now: () => new Date(base + (performance.now() - started)).toISOString() };
}

/** A clock that stands still until it is set; for generators and tests. */
export function handClock(start: string): Clock & { set(time: string): void } {
  let time = start;
  return { now: () => time, set: (next) => void (time = next) };
}
