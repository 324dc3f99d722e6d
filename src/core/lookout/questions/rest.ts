import { REST, type Activity } from "../activity";
import type { Answer } from "../question";
import type { LookoutSettings } from "../settings";
import { habit, type HabitFigures } from "./habit";

/** Decisions by night, or on a day on which nobody works where they are. */
export function rest(activity: Activity, { usual }: LookoutSettings["rest"]): Answer<HabitFigures> {
  const { decisions } = activity;
  return habit(activity, usual, {
    about: [],
    codes: decisions.person,
    is: (row) => decisions.rest[row] !== REST.none,
    document: (row) => decisions.document[row]!,
  });
}
