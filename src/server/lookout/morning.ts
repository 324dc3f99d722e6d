import { addDays, dayIn, momentAt } from "@/core/calendar";
import type { Person } from "@/core/people";
import type { App } from "../app";
import type { Db } from "../db/open";
import { statement } from "../db/statement";
import { readReferenceData } from "../reference-data";
import { resultInThread } from "../threads/in-thread";
import { keep, lastLook, stretchOfLook } from "./look";
import { lookoutSettings } from "./settings";

/**
 * Whether a morning's look is due: its time of day has come since the last look, by whomever, and something was sent or decided meanwhile. Mornings that were missed, as while nothing ran, are one look.
 */
export function isLookDue(app: App): boolean {
  const now = app.clock.now();
  const zone = readReferenceData(app).directory.organisation.timeZone;
  const { at } = lookoutSettings(app);
  const today = momentAt(dayIn(now, zone), at, zone);
  const morning = today <= now ? today : momentAt(addDays(dayIn(now, zone), -1), at, zone);
  if ((lastLook(app)?.at ?? "") >= morning) return false;
  const happened = `SELECT 1 FROM logged WHERE stream >= 'document:' AND stream < 'document;'
    AND seq > (SELECT COALESCE(MAX(seq), 0) FROM logged WHERE stream = 'lookout' AND type = 'looked through') LIMIT 1`;
  return statement(app.db, happened).get() !== undefined;
}

/** Whose work it is where nobody asked for it: threads are shared out by person. */
const NOBODY = { id: "system", name: "Bandeira", roles: [] } as unknown as Person;

const looking = new WeakSet<Db>();
/** A look that failed is tried again after so long, and not at every turn. */
const AGAIN_MS = 600_000;

/** Begins a morning's look where one is due and none is under way; others are answered and everything else goes on meanwhile. */
export function beginMorning(app: App): void {
  if (looking.has(app.db) || !isLookDue(app)) return;
  looking.add(app.db);
  lookInTheMorning(app).then(
    () => {
      looking.delete(app.db);
      app.wakeWorker?.();
    },
    (error: unknown) => {
      console.error("The morning's look could not be made, and is tried again:", error);
      setTimeout(() => looking.delete(app.db), AGAIN_MS).unref();
    },
  );
}

/** Looks through everything in a thread where a morning's look is due, while everybody is answered as ever. @returns whether it looked */
export async function lookInTheMorning(app: App): Promise<boolean> {
  if (!isLookDue(app)) return false;
  const found = await resultInThread(app, "look through", stretchOfLook(app), NOBODY);
  // Somebody may have looked meanwhile.
  if (!isLookDue(app)) return false;
  keep(app, found, { actor: "system" });
  return true;
}
