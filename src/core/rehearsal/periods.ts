import { addDays, startOfDay } from "../calendar";
import type { Directory, StandIn } from "../people";
import { oneClass, type Classes } from "./classes";
import { cutsUpTo } from "./compared";

/** An organisation from a moment on, ISO date-time in UTC; the first counts for whatever was before it too. */
export type OrganisationFrom = { from: string; directory: Directory };

/** Stretches of time in which nobody comes, goes, leaves or is back. */
export type Periods = {
  /** Documents by the stretch in which they were sent. */
  classes: Classes;
  /** Whether a person is active then and who stands in for them, as a number: of one organisation, two stretches with the same are alike for the person. */
  state(person: string, period: number): number;
};

/** Documents by the organisation that counts for them. @param at when they were sent, milliseconds since 1970 in UTC */
export function organisationsAt(at: Float64Array, organisations: readonly OrganisationFrom[]): Classes {
  if (organisations.length === 1) return oneClass(at.length);
  const froms = Float64Array.from(organisations, ({ from }) => Date.parse(from));
  const of = new Int32Array(at.length);
  for (let index = 0; index < of.length; index += 1) of[index] = Math.max(0, cutsUpTo(froms, at[index]!) - 1);
  return { of, size: organisations.length };
}

/**
 * @param at when documents were sent, milliseconds since 1970 in UTC
 * @param organisations in the order of time, at least one
 * @param organisation which of them counts for each document, see `organisationsAt`
 */
export function periodsOf(
  at: Float64Array,
  organisations: readonly OrganisationFrom[],
  organisation: Classes,
): Periods {
  const cuts = Float64Array.from(new Set(organisations.flatMap(turnsOf))).sort();
  const of = new Int32Array(at.length);
  for (let index = 0; index < of.length; index += 1) of[index] = cutsUpTo(cuts, at[index]!);
  const starts = [-8.64e15, ...cuts];
  const organisationOf = new Int32Array(starts.length);
  for (let index = 0; index < of.length; index += 1) organisationOf[of[index]!] = organisation.of[index]!;
  const states = new Map<string, number>();
  const known = new Map<string, number[]>();
  const look = (person: string, period: number): number => {
    const { directory } = organisations[organisationOf[period]!]!;
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
