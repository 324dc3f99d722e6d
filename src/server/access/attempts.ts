import type { Db } from "../db/open";

const DAY_MS = 24 * 3_600_000;
const LONGEST_MS = 15 * 60_000;

/** Wrong attempts in a day before waits begin: from a browser that is known to the account, from any other, and from one machine on whatever account. */
const FREE = { device: 10, account: 10, machine: 60 };

/**
 * Who tries: the account, the machine if a proxy names it, and the browser if its owner has signed in with it before. Attempts of known browsers are counted by
 * themselves, so that no stranger keeps an account's owner out.
 */
export type Attempted = { account: string; machine: string | null; device: string | null };

const subjects = ({ account, machine, device }: Attempted): [string, number][] => [
  device ? [`device ${device} ${account}`, FREE.device] : [`account ${account}`, FREE.account],
  ...(machine ? [[`machine ${machine}`, FREE.machine] as [string, number]] : []),
];

/** How long the next attempt waits after so many: nothing for the first, then a second, two, four, up to a quarter of an hour. */
export function waitAfter(count: number, free: number): number {
  return count < free ? 0 : Math.min(LONGEST_MS, 1000 * 2 ** Math.min(30, count - free));
}

/** Whether an attempt may be made now; `first` of the refused ones of this hour, so that they are logged once and counted after. */
export type Taken = { ok: true } | { ok: false; seconds: number; first: boolean };

/**
 * Takes an attempt before it is tried, so that sixty at once are not sixty guesses; what comes too early is only counted and moves nothing on.
 * @param now milliseconds since 1970
 */
export function takeAttempt(db: Db, who: Attempted, now: number): Taken {
  return db
    .transaction((): Taken => {
      db.prepare("DELETE FROM attempt WHERE at <= ?").run(now - DAY_MS);
      const known = db.prepare("SELECT COUNT(*) AS count, MAX(at) AS last FROM attempt WHERE subject = ?");
      const waits = subjects(who).map(([subject, free]) => {
        const { count, last } = known.get(subject) as { count: number; last: number | null };
        return { subject, ms: last === null ? 0 : last + waitAfter(count, free) - now };
      });
      const longest = waits.reduce((one, other) => (other.ms > one.ms ? other : one));
      if (longest.ms > 0) {
        const hour = new Date(now).toISOString().slice(0, 13);
        const { count } = db
          .prepare(
            `INSERT INTO attempt_refused (subject, hour, count) VALUES (?, ?, 1)
             ON CONFLICT (subject, hour) DO UPDATE SET count = count + 1 RETURNING count`,
          )
          .get(longest.subject, hour) as { count: number };
        return { ok: false, seconds: Math.ceil(longest.ms / 1000), first: count === 1 };
      }
      const note = db.prepare("INSERT INTO attempt (subject, at) VALUES (?, ?)");
      for (const [subject] of subjects(who)) note.run(subject, now);
      return { ok: true };
    })
    .immediate();
}

/** A right attempt takes back all that were counted on the account, and its own of the machine. */
export function forgetAttempts(db: Db, who: Attempted, now: number): void {
  const [[own], machine] = subjects(who) as [[string, number], [string, number] | undefined];
  db.prepare("DELETE FROM attempt WHERE subject = ?").run(own);
  if (machine) db.prepare("DELETE FROM attempt WHERE subject = ? AND at = ?").run(machine[0], now);
}
