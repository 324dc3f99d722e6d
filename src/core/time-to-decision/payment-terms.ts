import { addDays, dayIn, daysBetween, startOfDay } from "../calendar";
import { typeWords } from "../documents";
import { nextRunDay, plannedDay } from "../payments";

/** When an invoice is to be paid and what is saved by paying it early, amounts in minor units of one currency, days as ISO dates. */
export type Terms = {
  minor: number;
  due: string | null;
  discount: { until: string; minor: number } | null;
};

/** Facts that say when a document is to be paid. */
export const DUE = "dueDate";
export const DISCOUNT_UNTIL = "discountDate";

/** Whether documents of a type are paid, and say by when. */
export function isPaid(documentType: string): boolean {
  return typeWords(documentType).fields.some(({ key }) => key === DUE);
}

/** How an organisation pays, and what being late costs. */
export type Paying = {
  /** 1 Monday to 7 Sunday (ISO 8601). */
  weekday: number;
  zone: string;
  /** Interest on what is late, per cent a year. */
  interest: number;
};

/**
 * Interest that is taken where nothing else is said, per cent a year. Directive 2011/7/EU, Article 2(6): eight percentage points above the reference rate of the central
 * bank (from memory), which is taken to be 2.
 */
export const USUAL_INTEREST = 10;

/** What was lost by when it was decided: discounts that were no longer to be had, days for which it was owed too long, and interest for them, both in minor units. */
export type Loss = { discounts: number; discount: number; lateDays: number; lateDocuments: number; interest: number };

const NOTHING_LOST: Loss = { discounts: 0, discount: 0, lateDays: 0, lateDocuments: 0, interest: 0 };
const NONE_MADE: ReadonlySet<string> = new Set();

/** What paying on the first usual payment day after a decision costs. @returns for a moment of decision, milliseconds since 1970 in UTC */
export function lossBy(
  { minor, due, discount }: Terms,
  { weekday, zone, interest }: Paying,
): (decidedAt: number) => Loss {
  // The last payment day that is early enough is over with its end.
  const last = (day: string) => plannedDay(day, { weekday, today: addDays(day, -7), made: NONE_MADE });
  const endsWith = (day: string) => Date.parse(startOfDay(addDays(last(day), 1), zone));
  const discountEnds = discount ? endsWith(discount.until) : Infinity;
  const dueEnds = due === null ? Infinity : endsWith(due);
  return (decidedAt) => {
    const isLost = decidedAt >= discountEnds;
    const lost = isLost ? { ...NOTHING_LOST, discounts: 1, discount: discount!.minor } : NOTHING_LOST;
    if (decidedAt < dueEnds || decidedAt === Infinity) return lost;
    const today = dayIn(new Date(decidedAt).toISOString(), zone);
    const lateDays = daysBetween(due!, nextRunDay({ weekday, today, made: NONE_MADE }));
    return { ...lost, lateDays, lateDocuments: 1, interest: (minor * lateDays * interest) / 36_500 };
  };
}

/** Several together. */
export function sumOf(losses: Iterable<Loss>): Loss {
  const sum = { ...NOTHING_LOST };
  for (const loss of losses) for (const key of Object.keys(sum) as (keyof Loss)[]) sum[key] += loss[key];
  return sum;
}
