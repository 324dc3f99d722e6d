import { addDays, startOfDay } from "../calendar";
import type { Directory, StandIn } from "../people";
import type { Classes } from "./classes";
import { cutsUpTo } from "./compared";

/** An organisation from a moment on, ISO date-time in UTC; the first counts for whatever was before it too. */
export type OrganisationFrom = { from: string; directory: Directory };

/** Stretches of time in which nobody comes, goes, leaves or is back. */
export type Periods = {
  /** Documents by the stretch in which they were sent. */
  classes: Classes;
  /** The organisation of a stretch, by its place among those that were given. */
  organisation(period: number): number;
  /** Whether a person is active then and who stands in for them, as a number: of one organisation, two stretches with the same are alike for the person. */
  state(person: string, period: number): number;
};

/** @param at when documents were sent, milliseconds since 1970 in UTC @param organisations in the order of time, at least one */
export function periodsOf(at: Float64Array, organisations: readonly OrganisationFrom[]): Periods {
  const cuts = Float64Array.from(new Set(organisations.flatMap(turnsOf))).sort();
  const of = Int32Array.from(at, (moment) => cutsUpTo(cuts, moment));
  const starts = [-8.64e15, ...cuts];
  const froms = Float64Array.from(organisations, ({ from }) => Date.parse(from));
  const organisation = starts.map((start) => Math.max(0, cutsUpTo(froms, start) - 1));
  const states = new Map<string, number>();
  const known = new Map<string, number[]>();
  const look = (person: string, period: number): number => {
    const { directory } = organisations[organisation[period]!]!;
    // Before the first turn any moment will do.
    const moment = period === 0 ? (cuts[0] ?? 0) - 1 : starts[period]!;
    const found = directory.person(person);
    const entries = directory.standInsOf(person).filter((entry) => isInEffect(entry, moment));
    const active = found ? directory.isActive(found, new Date(moment).toISOString()) : null;
    const key = JSON.stringify([active, entries]);
    const state = states.get(key) ?? states.size;
    states.set(key, state);
    return state;
  };
  return {
    classes: { of, size: starts.length },
    organisation: (period) => organisation[period]!,
    state(person, period) {
      let ofPerson = known.get(person);
      if (!ofPerson) known.set(person, (ofPerson = []));
      return (ofPerson[period] ??= look(person, period));
    },
  };
}

/** Moments from which something is otherwise for somebody: the organisation as a whole, an absence or delegation, the first and last day of people. */
function turnsOf({ from, directory: { organisation } }: OrganisationFrom): number[] {
  const { standIns, people, timeZone } = organisation;
  return [
    from,
    ...standIns.flatMap(({ from: begins, until }) => (until === null ? [begins] : [begins, until])),
    ...people.flatMap(({ activeFrom, activeUntil }) => [
      ...(activeFrom ? [startOfDay(activeFrom, timeZone)] : []),
      ...(activeUntil ? [startOfDay(addDays(activeUntil, 1), timeZone)] : []),
    ]),
  ]
    .map((moment) => Date.parse(moment))
    .filter((moment) => !Number.isNaN(moment));
}

/** Moments are compared as such, however exactly they are written. */
function isInEffect({ from, until }: StandIn, moment: number): boolean {
  return Date.parse(from) <= moment && (until === null || moment < Date.parse(until));
}
