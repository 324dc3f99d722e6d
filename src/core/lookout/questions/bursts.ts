import { rowsByCode, rowsOf } from "../../codes";
import type { Activity } from "../activity";
import type { Answer } from "../question";
import type { LookoutSettings } from "../settings";
import { habit, type HabitFigures } from "./habit";

/** Decisions that follow the one before by the same person so soon that nothing can have been read in between. */
export function bursts(activity: Activity, { seconds, usual }: LookoutSettings["bursts"]): Answer<HabitFigures> {
  const { decisions, people } = activity;
  const since = new Float64Array(decisions.count).fill(Infinity);
  const byPerson = rowsByCode(decisions.person, people.length);
  people.forEach((_, person) => {
    const rows = rowsOf(byPerson, person)
      .slice()
      .sort((a, b) => decisions.at[a]! - decisions.at[b]!);
    for (let index = 1; index < rows.length; index += 1)
      since[rows[index]!] = (decisions.at[rows[index]!]! - decisions.at[rows[index - 1]!]!) / 1_000;
  });
  return habit(activity, usual, {
    about: [],
    codes: decisions.person,
    is: (row) => since[row]! < seconds,
    document: (row) => decisions.document[row]!,
    time: { of: (row) => since[row]!, limit: seconds },
  });
}
