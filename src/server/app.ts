import type { Clock } from "./clock";
import type { Db } from "./db/open";

/** What every part of the server works on. Made once a process; tests and generators make their own. */
export type App = {
  db: Db;
  /** When things happen; in a demonstration it can be another day. */
  clock: Clock;
  /** Real time, for what must not be moved: sessions, codes, attempts. */
  wall: Clock;
  demo: boolean;
  /** Ids of what is logged without a command; drawn at random unless a generator gives its own. */
  newId?: () => string;
  /** Nobody is written to: while history is made up, or a file is taken in that is told of as a whole. */
  quiet?: boolean;
  /** Lets the work that follows a command begin: steps after an approval. Absent where it is begun by hand. */
  wakeWorker?: () => void;
};

/** When a demonstration begins. */
export const DEMO_START = "2026-03-10T09:10:00.000Z";
