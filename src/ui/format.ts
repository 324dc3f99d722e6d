import { dayIn } from "@/core/calendar";
import { sayDate } from "@/core/text";

/** How moments are written. Times are in the organisation's zone; the zone is named only where it differs. */

const parts = (at: string, zone: string, options: Intl.DateTimeFormatOptions) =>
  new Intl.DateTimeFormat("en-GB", { timeZone: zone, ...options }).format(new Date(at)).replace(",", "");

/** @example sayDay("2026-03-12T09:00:00Z", "UTC") // "12 Mar 2026" */
export function sayDay(at: string, zone: string): string {
  return sayDate(dayIn(at, zone));
}

/** @example sayMoment("2026-03-06T16:20:00Z", "UTC") // "Fri 6 Mar 2026, 16:20" */
export function sayMoment(at: string, zone: string): string {
  return `${parts(at, zone, { weekday: "short" })} ${sayDay(at, zone)}, ${sayTime(at, zone)}`;
}

/** A day with its name, where somebody plans by the week. @example sayWeekday("2026-12-04") // "Fri 4 Dec 2026" */
export function sayWeekday(day: string): string {
  const at = `${day}T12:00:00Z`;
  return `${parts(at, "UTC", { weekday: "short" })} ${sayDay(at, "UTC")}`;
}

/** With the year, for records. @example "6 Mar 2026, 16:20:07" */
export function sayExactly(at: string, zone: string): string {
  return `${sayDay(at, zone)}, ${parts(at, zone, { hour: "2-digit", minute: "2-digit", second: "2-digit" })}`;
}

export function sayTime(at: string, zone: string): string {
  return parts(at, zone, { hour: "2-digit", minute: "2-digit" });
}

/** "since 09:10 today", "since Tuesday", "since 3 Mar 2026": as near as the reader needs it. */
export function saySince(at: string, now: string, zone: string): string {
  const day = (moment: string) => dayIn(moment, zone);
  if (day(at) === day(now)) return `since ${sayTime(at, zone)} today`;
  const days = (Date.parse(day(now)) - Date.parse(day(at))) / 86_400_000;
  if (days === 1) return "since yesterday";
  if (days < 7) return `since ${parts(at, zone, { weekday: "long" })}`;
  return `since ${sayDay(at, zone)}`;
}

/** As near as the reader needs it. @example sayDue(due, now, "UTC") // "due 14:10 today", "due Wed 12:00", "late since Fri 6 Mar 2026, 12:00" */
export function sayDue(due: string, now: string, zone: string): string {
  const word = now > due ? "late since" : "due";
  if (sayDay(due, zone) === sayDay(now, zone)) return `${word} ${sayTime(due, zone)} today`;
  const near = Math.abs(Date.parse(due) - Date.parse(now)) < 6 * 86_400_000;
  return near
    ? `${word} ${parts(due, zone, { weekday: "short" })} ${sayTime(due, zone)}`
    : `${word} ${sayMoment(due, zone)}`;
}

/** @example sayNumber(3412) // "3,412" */
export function sayNumber(value: number): string {
  return Math.round(value).toLocaleString("en-GB");
}

/** Shares in whole per cent; what is there but rounds to none is "<1%". */
export function sayShare(share: number): string {
  return share > 0 && share < 0.005 ? "<1%" : `${Math.round(share * 100)}%`;
}

/** A whole amount in short form for tight places, in one piece. @example sayShort(19840000) // "19.8 M" */
export function sayShort(major: number): string {
  if (major >= 1e6) return `${Number((major / 1e6).toFixed(major >= 1e8 ? 0 : 1))}\u00a0M`;
  if (major >= 1e3) return `${Math.round(major / 1e3)}k`;
  return String(Math.round(major));
}

export { capital } from "@/core/text";
