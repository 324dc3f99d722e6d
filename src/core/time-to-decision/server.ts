import type { WorkingClock } from "./working-clock";

/** How much of their working time somebody has for deciding. */
export type Capacity = {
  /** Share of every working minute, above 0 and at most 1. */
  share: number;
  /** So many minutes can be saved up and worked off at once. */
  most: number;
};

/**
 * One person who works things off, one after the other. Time for it comes with their working hours, and what was not used is kept up to a limit: somebody who has not
 * decided for a while can decide several at once, and whoever has used up their time only as fast as new comes.
 */
export class Server {
  busy = false;
  private saved: number;
  private since = 0;

  constructor(
    private readonly clock: WorkingClock,
    private readonly capacity: Capacity,
  ) {
    this.saved = capacity.most;
  }

  /** When something would be done that is begun at a moment; both milliseconds since 1970 in UTC, infinite where it never is. */
  wouldFinish(moment: number, minutes: number): number {
    const { ends } = this.plan(moment, minutes);
    return Math.max(moment, this.clock.momentOf(ends));
  }

  /** Begins it. @returns when it is done */
  begin(moment: number, minutes: number): number {
    const { starts, ends, saved } = this.plan(moment, minutes);
    this.busy = true;
    this.saved = saved + (ends - starts) * this.capacity.share - minutes;
    this.since = ends;
    return Math.max(moment, this.clock.momentOf(ends));
  }

  private plan(moment: number, minutes: number): { starts: number; ends: number; saved: number } {
    const { share, most } = this.capacity;
    const now = this.clock.minutesAt(moment);
    const saved = Math.min(Math.max(most, this.saved), this.saved + Math.max(0, now - this.since) * share);
    const starts = saved > 0 ? now : now - saved / share;
    return { starts, ends: starts + minutes, saved: Math.max(0, saved) };
  }
}
