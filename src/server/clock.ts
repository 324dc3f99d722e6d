import type { Db } from "./db/open";

/** Where time comes from. ISO date-times in UTC. */
export type Clock = {
  now(): string;
  /** Moves it forward; only a demonstration's clock can be moved. */
  move?(to: string): void;
};

export const systemClock: Clock = { now: () => new Date().toISOString() };

/**
 * The clock of a demonstration: it starts at a set time, or at the last event if that is later, and runs on from there
 * while the process lives. So the demo's day does not move on while nobody uses it, and the log never runs backwards.
 */
export function demoClock(db: Db, startAt: string): Clock {
  const last = db.prepare("SELECT time FROM event ORDER BY seq DESC LIMIT 1").pluck().get() as string | undefined;
  let base = Math.max(Date.parse(startAt), last ? Date.parse(last) : 0);
  let started = performance.now();
  return {
    now: () => new Date(base + (performance.now() - started)).toISOString(),
    move: (to) => {
      base = Date.parse(to);
      started = performance.now();
    },
  };
}

/** A clock that stands still until it is set; for generators and tests. */
export function handClock(start: string): Clock & { set(time: string): void } {
  let time = start;
  const set = (next: string) => void (time = next);
  return { now: () => time, set, move: set };
}
