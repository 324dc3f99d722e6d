import type { Activity } from "../activity";
import type { Answer } from "../question";
import type { LookoutSettings } from "../settings";
import { habit, type HabitFigures } from "./habit";

/** Approvals only ever given: who never once declined or sent back, where others do. */
export function neverNo(activity: Activity, { usual }: LookoutSettings["neverNo"]): Answer<HabitFigures> {
  const { decisions } = activity;
  return habit(activity, usual, {
    about: [],
    codes: decisions.person,
    is: (row) => decisions.refused[row] === 1,
    document: (row) => decisions.document[row]!,
    tooFew: true,
  });
}
