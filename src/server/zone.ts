/**
 * The moment a day begins in a time zone, as ISO date-time in UTC.
 * @param date ISO date
 * @param zone IANA time zone
 * @example startOfDay("2026-07-01", "WET") // "2026-06-30T23:00:00.000Z"
 */
export function startOfDay(date: string, zone: string): string {
  const utc = Date.parse(`${date}T00:00:00Z`);
  // The offset at midnight UTC may differ from that at local midnight on the day clocks change, so it is looked up twice.
  const first = utc - offsetAt(utc, zone);
  return new Date(utc - offsetAt(first, zone)).toISOString();
}

function offsetAt(moment: number, zone: string): number {
  const parts = Object.fromEntries(
    new Intl.DateTimeFormat("en-GB", {
      timeZone: zone,
      hourCycle: "h23",
      year: "numeric",
      month: "2-digit",
      day: "2-digit",
      hour: "2-digit",
      minute: "2-digit",
      second: "2-digit",
    })
      .formatToParts(new Date(moment))
      .map((part) => [part.type, part.value]),
  );
  const local = Date.UTC(
    Number(parts.year),
    Number(parts.month) - 1,
    Number(parts.day),
    Number(parts.hour),
    Number(parts.minute),
    Number(parts.second),
  );
  return local - Math.floor(moment / 1000) * 1000;
}

/** The date it is in a time zone at a moment. @example dayIn("2026-06-30T23:30:00Z", "WET") // "2026-07-01" */
export function dayIn(moment: string, zone: string): string {
  return new Intl.DateTimeFormat("en-CA", { timeZone: zone, year: "numeric", month: "2-digit", day: "2-digit" }).format(
    new Date(moment),
  );
}

const DAY = 86_400_000;

/** Time between two moments in days, Saturdays and Sundays left out. */
export function weekdaysBetween(from: string, to: string): number {
  const end = Date.parse(to);
  let total = 0;
  for (let at = Date.parse(from); at < end;) {
    const next = Math.min(end, (Math.floor(at / DAY) + 1) * DAY);
    const weekday = new Date(at).getUTCDay();
    if (weekday !== 0 && weekday !== 6) total += next - at;
    at = next;
  }
  return total / DAY;
}
