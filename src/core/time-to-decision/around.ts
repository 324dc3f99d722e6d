import { addDays, addWorkingDays, dayIn, startOfDay, type WorkingCalendar } from "../calendar";
import { timesOf } from "../approval";
import { coversType, type Directory } from "../people";
import type { OrganisationFrom } from "../rehearsal";
import type { Arrival, Ask, Seat } from "./arrivals";
import type { PeopleTimes } from "./people-times";
import type { RunWith } from "./run";
import { lastUpTo } from "./working-clock";

const isoOf = (moment: number) => new Date(moment).toISOString();

/** What a run asks of the organisation: who is there, when time is over, and who is above whom. @param organisations in the order of time, at least one */
export function around(
  organisations: readonly OrganisationFrom[],
  people: PeopleTimes,
): Pick<RunWith, "actorOf" | "dueOf" | "insteadOf"> {
  const begins = organisations.map(({ from }) => Date.parse(from));
  const directoryAt = (moment: number): Directory => organisations[Math.max(0, lastUpTo(begins, moment))]!.directory;
  return {
    actorOf: (seat, arrival, moment) => actorOf(seat, arrival, moment, people, directoryAt(moment)),
    dueOf: limitsBy(people, directoryAt),
    insteadOf: ({ overdue, overduePerson }, silent, { requester }, moment) => {
      const { lineUp, person: find, isActive } = directoryAt(moment);
      const isSilent = (id: string) => silent.some(({ person }) => person === id);
      const named =
        overdue === "manager"
          ? silent.flatMap(({ person }) => lineUp(person).find(({ id }) => !isSilent(id))?.id ?? [])
          : overduePerson === undefined
            ? []
            : [overduePerson];
      const able = [...new Set(named)].filter((id) => {
        const one = find(id);
        return one && id !== requester && one.roles.includes("approver") && isActive(one, isoOf(moment));
      });
      return able.map((person): Seat => ({ person, themselves: true, standIns: [] }));
    },
  };
}

/** Who answers for a seat: they themselves unless they are away, else whoever stands in for them and is there. Where nobody is, they are waited for. */
function actorOf(
  { person, themselves, standIns }: Seat,
  { requester, documentType }: Arrival,
  moment: number,
  people: PeopleTimes,
  directory: Directory,
): { person: string; present: boolean } {
  const awayAt = (id: string) => people.away(id).find(({ from, to }) => from <= moment && moment < to);
  const absence = awayAt(person);
  if (themselves && !absence) return { person, present: true };
  const named = absence && absence.standIn !== null && coversType(absence, documentType) ? [absence.standIn] : [];
  // Who stood in when the document was sent was found by all rules; whoever does so later is taken to be able to as well.
  const acting = [...standIns, ...named].find(
    (id) => id !== requester && !awayAt(id) && directory.person(id)?.roles.includes("approver"),
  );
  if (acting !== undefined) return { person: acting, present: true };
  return { person: themselves ? person : (standIns[0] ?? person), present: false };
}

/** The same moments as those that levels are due at when they open, looked out much faster for many thousands. */
function limitsBy(people: PeopleTimes, directoryAt: (moment: number) => Directory): RunWith["dueOf"] {
  const days = new Map<WorkingCalendar, DayEnds>();
  const endOfDays = (calendar: WorkingCalendar, moment: number, count: number): number => {
    const known = days.get(calendar) ?? new DayEnds(calendar, moment);
    days.set(calendar, known);
    return known.after(moment, count);
  };
  const whole = ({ amount, unit }: NonNullable<Ask["timeLimit"]>, seats: readonly Seat[], moment: number): number =>
    Math.max(
      ...seats.map(({ person }) => {
        if (unit === "working days") return endOfDays(people.calendar(person), moment, amount);
        const hours = people.hours(person);
        return hours.momentOf(hours.minutesAt(moment) + amount * 60);
      }),
    );
  return ({ timeLimit }, seats, { dateOf }, moment) => {
    if (!timeLimit || seats.length === 0) return null;
    if (!timeLimit.before) return whole(timeLimit, seats, moment);
    const asked = seats.map(({ person }) => person);
    const { due } = timesOf({ timeLimit, reminders: [] }, asked, isoOf(moment), directoryAt(moment), dateOf);
    return due === undefined ? null : Date.parse(due);
  };
}

/** When so many working days after a moment are over, which is the same for all moments of a day. */
class DayEnds {
  /** Days in their order from the first that was asked for, and when each begins. */
  private readonly days: string[];
  private readonly begins: number[];
  private readonly ends = new Map<string, number>();

  constructor(
    private readonly calendar: WorkingCalendar,
    first: number,
  ) {
    this.days = [dayIn(isoOf(first), calendar.timeZone)];
    this.begins = [this.startOf(this.days[0]!)];
  }

  after(moment: number, count: number): number {
    const day = this.dayAt(moment);
    const key = `${day} ${count}`;
    const known =
      this.ends.get(key) ?? Date.parse(addWorkingDays(this.calendar, startOfDay(day, this.calendar.timeZone), count));
    this.ends.set(key, known);
    return known;
  }

  private dayAt(moment: number): string {
    const { days, begins } = this;
    if (moment < begins[0]!) return dayIn(isoOf(moment), this.calendar.timeZone);
    while (begins.at(-1)! <= moment) {
      days.push(addDays(days.at(-1)!, 1));
      begins.push(this.startOf(days.at(-1)!));
    }
    return days[lastUpTo(begins, moment)]!;
  }

  private startOf(day: string): number {
    return Date.parse(startOfDay(day, this.calendar.timeZone));
  }
}
