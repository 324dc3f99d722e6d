import { dayIn, startOfDay } from "../calendar";
import { canonical } from "../records";
import type { Located, Result } from "../refusal";
import { notEdited, type EditReason } from "./reasons";

/** What every change is made under: when, by whom, and where days begin. */
export type Setting = { at: string; actor: string; zone: string };

/**
 * The moment from which a change counts: the beginning of a later day, or now for today. What has been decided was decided under what
 * held then, so nothing takes effect in the past.
 * @param date ISO date, or null for now
 */
export function effective(
  date: string | null,
  { at, zone }: Setting,
  path = "from",
): Result<string, Located<EditReason>> {
  const today = dayIn(at, zone);
  if (date === null || date === today) return { ok: true, value: at };
  if (date > today) return { ok: true, value: startOfDay(date, zone) };
  return notEdited({ code: "day has passed", values: { day: date, today } }, path);
}

/** A dated list with a value from a moment on. One that began at the same moment is replaced; what is set for later stays. */
export function withValue<T extends { from: string }>(list: readonly T[], value: T): T[] {
  const others = list.filter((one) => one.from !== value.from);
  return [...others, value].sort((a, b) => (a.from < b.from ? -1 : 1));
}

/**
 * A dated list of states of several fields with a state from a moment on. What differs from the state before is carried on into states already
 * set for later, where they had not set it otherwise themselves: a new manager today stays the manager when a new title begins next month. What is taken away now is taken
 * away later too in the same way. Values are told apart by what they say.
 */
export function withState<T extends { from: string }>(list: readonly T[], state: T): T[] {
  const before = list.findLast((one) => one.from <= state.from);
  const keys = [...new Set([...Object.keys(before ?? {}), ...Object.keys(state)])] as (keyof T)[];
  const changed = keys.filter((key) => key !== "from" && before && !isSame(before[key], state[key]));
  const carried = list.map((one) => {
    if (one.from <= state.from || !before) return one;
    const later = { ...one };
    for (const key of changed) {
      if (!isSame(one[key], before[key])) continue;
      if (state[key] === undefined) delete later[key];
      else later[key] = state[key];
    }
    return later;
  });
  return withValue(carried, state);
}

function isSame(one: unknown, other: unknown): boolean {
  return one === other || (one !== undefined && other !== undefined && canonical(one) === canonical(other));
}

/** The same without what is not said. */
export function plain<T extends object>(said: T): T {
  return Object.fromEntries(Object.entries(said).filter(([, value]) => value !== undefined)) as T;
}
