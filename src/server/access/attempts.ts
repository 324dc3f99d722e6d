import type { Db } from "../db/open";

const WINDOW_MS = 15 * 60_000;
/** Wrong attempts in a quarter of an hour on one account, and from one machine on any. */
const MOST = { account: 5, machine: 30 };

export type Attempted = { account: string; machine: string };

const subjects = ({ account, machine }: Attempted) =>
  [
    [`account ${account}`, MOST.account],
    [`machine ${machine}`, MOST.machine],
  ] as const;

/** Minutes until another attempt is taken; 0 when one may be made now. @param now milliseconds since 1970 */
export function minutesToWait(db: Db, who: Attempted, now: number): number {
  const waits = subjects(who).map(([subject, most]) => {
    const earliest = db
      .prepare("SELECT at FROM attempt WHERE subject = ? AND at > ? ORDER BY at DESC LIMIT 1 OFFSET ?")
      .pluck()
      .get(subject, now - WINDOW_MS, most - 1) as number | undefined;
    return earliest === undefined ? 0 : Math.ceil((earliest + WINDOW_MS - now) / 60_000);
  });
  return Math.max(...waits);
}

export function noteFailure(db: Db, who: Attempted, now: number): void {
  db.prepare("DELETE FROM attempt WHERE at <= ?").run(now - WINDOW_MS);
  for (const [subject] of subjects(who))
    db.prepare("INSERT INTO attempt (subject, at) VALUES (?, ?)").run(subject, now);
}

export function forgetFailures(db: Db, who: Attempted): void {
  db.prepare("DELETE FROM attempt WHERE subject = ?").run(subjects(who)[0][0]);
}
