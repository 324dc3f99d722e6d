import { DEMO_START, type App } from "./app";
import { demoClock, systemClock } from "./clock";
import { DatabaseUnavailable, openDatabase, type Db } from "./db/open";
import { sweep } from "./db/sweep";
import { startWork } from "./ledger/work";
import { lastSeq } from "./log/log";
import { rebuild, rebuildInParts } from "./log/rebuild";
import { sealThoseKnown } from "./log/sealed";
import { dataFolder } from "./root";

type Slot = { bandeira?: App; catchingUp?: CatchingUp };
const slot = globalThis as typeof globalThis & Slot;

/** What an update made necessary and is under way; `failed` is thrown to everybody who asks. */
type CatchingUp = { last: number; total: number; failed?: unknown };

/**
 * The application of this process, opened at first use. Next keeps several copies of a module; the process has one.
 * @throws DatabaseUnavailable while tables are made again after an update, with how far that is
 */
export function app(): App {
  if (slot.bandeira) return slot.bandeira;
  if (slot.catchingUp) throw whyNotYet(slot.catchingUp);
  const db = openDatabase(dataFolder());
  const total = lastSeq(db);
  if (!isBehind(db) || total <= SHORT_LOG) {
    if (isBehind(db)) rebuild(db);
    return begin(db);
  }
  slot.catchingUp = { last: 0, total };
  void catchUp(db, slot.catchingUp);
  throw whyNotYet(slot.catchingUp);
}

/** Logs up to so many events are replayed in a moment, which is not worth an answer of its own. */
const SHORT_LOG = 2_000;

function begin(db: Db): App {
  sealThoseKnown(db);
  sweep(db);
  db.prepare("DELETE FROM setting WHERE key = 'rebuild'").run();
  const demo = process.env.BANDEIRA_DEMO === "1";
  const clock = demo ? demoClock(db, DEMO_START) : systemClock;
  slot.bandeira = startWork({ db, demo, clock, wall: systemClock });
  return slot.bandeira;
}

/** A database of an earlier version has its people in the log alone, and others’ tables may be new: until they are made again from the log. */
function isBehind(db: Db): boolean {
  const people = db.prepare("SELECT COUNT(*) FROM organisation_history").pluck().get();
  const asked = db.prepare("SELECT 1 FROM setting WHERE key = 'rebuild'").get();
  return (people === 0 || asked !== undefined) && lastSeq(db) > 0;
}

/** Makes the tables again while whoever asks is told how far it is; where the server’s output goes, every tenth of it is said. */
async function catchUp(db: Db, at: CatchingUp): Promise<void> {
  let said = -1;
  try {
    await rebuildInParts(db, (last) => {
      at.last = last;
      if (Math.floor(sharesOf(at) / 10) === said) return;
      said = Math.floor(sharesOf(at) / 10);
      console.log(`Bringing the data up to date after an update: ${sharesOf(at)} %`);
    });
    begin(db);
    delete slot.catchingUp;
  } catch (error) {
    at.failed = error;
    console.error("The data could not be brought up to date:", error);
  }
}

const sharesOf = ({ last, total }: CatchingUp) => Math.floor((100 * last) / total);

function whyNotYet(at: CatchingUp): unknown {
  return (
    at.failed ??
    new DatabaseUnavailable(
      `Bandeira is bringing its data up to date after an update, ${sharesOf(at)} per cent are done: try again in a moment`,
    )
  );
}
