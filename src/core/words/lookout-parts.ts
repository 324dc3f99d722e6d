import { typeWords } from "../documents";
import { formatMoney } from "../money";
import { countOf, sayDate } from "../text";

/*
 * Parts of what is said of findings.
 */

/** So many documents of a type. */
export const nounOf = (documentType: string, count: number) => {
  const { one, many } = typeWords(documentType).name;
  return countOf(count, one, many);
};
/** An amount with its currency. */
export const amount = (minor: number, currency: string) => formatMoney({ minor, currency });
/** The same without. */
export const bare = (minor: number, currency: string) => amount(minor, currency).replace(` ${currency}`, "");
/** The day of a moment, milliseconds since 1970 in UTC. */
export const dayOf = (at: number) => sayDate(new Date(at).toISOString());

/** A stretch of days. @example withinDays(0.125) // "3 hours" */
export function withinDays(days: number): string {
  return days < 1 ? countOf(Math.round(days * 24), "hour") : days === 1 ? "a day" : countOf(Math.round(days), "day");
}
