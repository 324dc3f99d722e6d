import { addDays, dayIn, workingSpans, type Span, type WorkingCalendar } from "../calendar";

const MINUTE = 60_000;
const DAYS_AT_A_TIME = 28;

/** How far ahead working time is looked for before it is said that there is none. */
const HORIZON_DAYS = 6 * 366;

/**
 * The working time of somebody as a scale of its own: how many working minutes have passed by a moment, and at which moment so many have. Moments are milliseconds since
 * 1970 in UTC; working minutes count from the day on which the clock begins.
 */
export type WorkingClock = {
  minutesAt(moment: number): number;
  /** The earliest moment by which so many have passed; infinite where they never do. */
  momentOf(minutes: number): number;
};

/** The working hours of a calendar from a day on, looked out once for all who share it. */
class Hours {
  readonly spans: Span[] = [];
  private day: string;
  private left = HORIZON_DAYS;

  constructor(
    private readonly calendar: WorkingCalendar,
    first: string,
  ) {
    this.day = first;
  }

  /** Looks out more of them; false where no more are looked for. */
  more(): boolean {
    if (this.left <= 0) return false;
    for (let count = 0; count < DAYS_AT_A_TIME; count += 1, this.day = addDays(this.day, 1))
      this.spans.push(...workingSpans(this.calendar, this.day));
    this.left -= DAYS_AT_A_TIME;
    return true;
  }
}

/** Working hours of a calendar but for stretches in which somebody is away. */
class Clock implements WorkingClock {
  private readonly from: number[] = [];
  private readonly to: number[] = [];
  /** Working minutes before each stretch. */
  private readonly before: number[] = [];
  private total = 0;
  private taken = 0;

  constructor(
    private readonly hours: Hours,
    private readonly away: readonly Span[],
  ) {}

  minutesAt(moment: number): number {
    while ((this.to.at(-1) ?? -Infinity) < moment && this.more());
    const place = lastUpTo(this.from, moment);
    if (place < 0) return 0;
    return this.before[place]! + (Math.min(moment, this.to[place]!) - this.from[place]!) / MINUTE;
  }

  momentOf(minutes: number): number {
    while (this.total < minutes && this.more());
    if (this.total < minutes) return Infinity;
    // The stretch in which they are full: the last that begins with fewer.
    let [low, high] = [0, this.before.length];
    while (low < high) {
      const middle = (low + high) >>> 1;
      if (this.before[middle]! < minutes) low = middle + 1;
      else high = middle;
    }
    const place = Math.max(0, low - 1);
    return (this.from[place] ?? 0) + (minutes - (this.before[place] ?? 0)) * MINUTE;
  }

  private more(): boolean {
    if (this.taken === this.hours.spans.length && !this.hours.more()) return false;
    for (; this.taken < this.hours.spans.length; this.taken += 1)
      for (const { from, to } of without(this.hours.spans[this.taken]!, this.away)) {
        this.from.push(from);
        this.to.push(to);
        this.before.push(this.total);
        this.total += (to - from) / MINUTE;
      }
    return true;
  }
}

/** The place of the last of rising numbers that is not above one; -1 where all are. */
export function lastUpTo(rising: readonly number[], value: number): number {
  let [low, high] = [0, rising.length];
  while (low < high) {
    const middle = (low + high) >>> 1;
    if (rising[middle]! <= value) low = middle + 1;
    else high = middle;
  }
  return low - 1;
}

/** What is left of a stretch without others, which may overlap. */
function without(span: Span, others: readonly Span[]): Span[] {
  return others.reduce<Span[]>(
    (left, { from, to }) =>
      left.flatMap((one) => {
        if (to <= one.from || from >= one.to) return [one];
        return [
          { from: one.from, to: from },
          { from: to, to: one.to },
        ].filter((part) => part.from < part.to);
      }),
    [span],
  );
}

/**
 * Clocks of several people: those of one calendar share its hours.
 * @param begins milliseconds since 1970 in UTC; nothing before the day of this moment counts
 */
export function workingClocks(begins: number): (calendar: WorkingCalendar, away: readonly Span[]) => WorkingClock {
  const known = new Map<string, Hours>();
  return (calendar, away) => {
    const hours =
      known.get(calendar.id) ?? new Hours(calendar, dayIn(new Date(begins).toISOString(), calendar.timeZone));
    known.set(calendar.id, hours);
    return new Clock(hours, away);
  };
}
