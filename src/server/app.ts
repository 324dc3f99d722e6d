import { demoClock, systemClock, type Clock } from "./clock";
import { openDatabase, type Db } from "./db/open";
import { sweep } from "./db/sweep";
import { lastSeq } from "./log/log";
import { startWork } from "./ledger/work";
import { rebuild } from "./log/rebuild";
import { sealThoseKnown } from "./log/sealed";
import { dataFolder } from "./root";

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
  kick?: () => void;
};

export const DEMO_START = "2026-03-10T09:10:00.000Z";

const slot = globalThis as typeof globalThis & { bandeira?: App };

/** The application of this process, opened at first use. Next keeps several copies of a module; the process has one. */
export function app(): App {
  if (slot.bandeira) return slot.bandeira;
  const db = openDatabase(dataFolder());
  const demo = process.env.BANDEIRA_DEMO === "1";
  bringUpToDate(db);
  const clock = demo ? demoClock(db, DEMO_START) : systemClock;
  slot.bandeira = startWork({ db, demo, clock, wall: systemClock });
  return slot.bandeira;
}

/** A database of an earlier version has its people in the log alone, until its projections are made again. */
function bringUpToDate(db: Db): void {
  const people = db.prepare("SELECT COUNT(*) FROM register").pluck().get();
  const asked = db.prepare("SELECT 1 FROM setting WHERE key = 'rebuild'").get();
  if ((people === 0 || asked) && lastSeq(db) > 0) rebuild(db);
  sealThoseKnown(db);
  sweep(db);
  db.prepare("DELETE FROM setting WHERE key = 'rebuild'").run();
}
