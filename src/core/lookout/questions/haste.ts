import type { Activity } from "../activity";
import type { Answer } from "../question";
import type { LookoutSettings } from "../settings";
import { habit, type HabitFigures } from "./habit";

/** Decisions that came sooner after the document was opened (where that is not known, after it was asked for) than it can have been read. */
export function haste(activity: Activity, { seconds, usual }: LookoutSettings["haste"]): Answer<HabitFigures> {
  const { decisions } = activity;
  const after = decisions.at.map((at, row) => (at - shownAt(decisions, row)) / 1_000);
  return habit(activity, usual, {
    about: [],
    codes: decisions.person,
    is: (row) => after[row]! < seconds,
    document: (row) => decisions.document[row]!,
    time: { of: (row) => after[row]!, limit: seconds },
  });
}

/** The latest moment at which somebody can have begun to read. */
function shownAt({ asked, opened }: Activity["decisions"], row: number): number {
  return Number.isNaN(opened[row]!) ? asked[row]! : Math.max(asked[row]!, opened[row]!);
}
