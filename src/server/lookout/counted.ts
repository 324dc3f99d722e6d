import type { App } from "../app";
import { statement } from "../db/statement";
import type { LookoutEvent } from "./events";

/** What happened to findings in a month: how many were raised or came back, were explained, became cases, and led to another rule. */
export type FindingCount = { month: string; raised: number; explained: number; cases: number; rulesChanged: number };

type Counted = Exclude<keyof FindingCount, "month">;
const COUNTS: Partial<Record<LookoutEvent["type"], Counted>> = {
  "finding raised": "raised",
  "finding explained": "explained",
  "case opened": "cases",
  "rule changed": "rulesChanged",
};

/** Counted from the log, so that what was judged twice is counted in both months. Months in which nothing happened are left out. */
export function findingsByMonth(
  { db }: App,
  months: readonly { month: string; begins: string; ends: string }[],
): FindingCount[] {
  const counted = statement(
    db,
    `SELECT type, COUNT(*) AS n FROM event WHERE stream >= 'finding:' AND stream < 'finding;' AND time >= ? AND time < ? GROUP BY type`,
  );
  return months
    .map(({ month, begins, ends }) => {
      const count: FindingCount = { month, raised: 0, explained: 0, cases: 0, rulesChanged: 0 };
      for (const { type, n } of counted.all(begins, ends) as { type: LookoutEvent["type"]; n: number }[]) {
        const what = COUNTS[type];
        if (what) count[what] += n;
      }
      return count;
    })
    .filter(({ raised, explained, cases, rulesChanged }) => raised + explained + cases + rulesChanged > 0);
}
