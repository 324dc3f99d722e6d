import { demoClock, systemClock, type Clock } from "./clock";
import { openDatabase, type Db } from "./db/open";
import { dataFolder } from "./root";

/** What every part of the server works on. Made once a process; tests and generators make their own. */
export type App = { db: Db; clock: Clock; demo: boolean };

export const DEMO_START = "2026-03-10T09:10:00.000Z";

const slot = globalThis as typeof globalThis & { bandeira?: App };

/** The application of this process, opened at first use. Next keeps several copies of a module; the process has one. */
export function app(): App {
  if (!slot.bandeira) {
    const db = openDatabase(dataFolder());
    const demo = process.env.BANDEIRA_DEMO === "1";
    slot.bandeira = { db, demo, clock: demo ? demoClock(db, DEMO_START) : systemClock };
  }
  return slot.bandeira;
}
