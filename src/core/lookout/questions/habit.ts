import { rowsByCode, rowsOf } from "../../codes";
import type { Shares } from "../../statistics";
import type { Activity } from "../activity";
import { againstOthers, chanceOfSoFew, type Tally, type Usual } from "../against-others";
import { WORTH_KEEPING, type Answer, type Suspicion } from "../question";

/*
 * What one person does otherwise than all others: each question says of every decision or document whether it is one, and whoever has more of them, or fewer, than somebody who is like the others
 * would have by chance is told (`againstOthers`; beta-binomial tail).
 */

/**
 * How somebody's habit differs.
 * @property times how often, of how often they could have
 * @property others what is usual among the others
 * @property seconds between being shown a document and deciding on it, one for each of their decisions, or between one decision and the next, the 1,000 latest at most; empty where it is not about time
 * @property limit below how many of them it is too soon; null where it is not about time
 */
export type HabitFigures = Tally & { person: string; others: Shares; seconds: number[]; limit: number | null };

/** So many times are kept with a finding. */
const MOST_TIMES = 1_000;

export type Habit = {
  about: readonly string[];
  /** Whose each is; -1 where it is none of them. */
  codes: Int32Array;
  is(row: number): boolean;
  document(row: number): number;
  time?: { of(row: number): number; limit: number };
  /** It is looked for too few and not for too many, and only where there is none at all. */
  tooFew?: true;
};

/** Each person against all others in what a question asks of each of their decisions or documents. */
export function habit({ people, documents: { ids } }: Activity, usual: Usual, how: Habit): Answer<HabitFigures> {
  const byPerson = rowsByCode(how.codes, people.length);
  const found = people.map((_, person) => rowsOf(byPerson, person).filter((row) => how.is(row)));
  const tallies = found.map((rows, person): Tally => ({ times: rows.length, of: rowsOf(byPerson, person).length }));
  const compared = againstOthers(tallies, usual);
  const answer: Answer<HabitFigures> = { asked: 0, raised: [] };
  compared.forEach((one, person) => {
    if (!one) return;
    answer.asked += 1;
    const tally = tallies[person]!;
    const own = rowsOf(byPerson, person);
    const chance = how.tooFew ? chanceOfSoFew(tally, one.others) : one.chance;
    if (chance > WORTH_KEEPING || (how.tooFew && tally.times > 0)) return;
    answer.raised.push(
      told(
        how,
        { person: people[person]!, ids },
        { chance, tally, others: one.others },
        how.tooFew ? own : found[person]!,
        own,
      ),
    );
  });
  return answer;
}

function told(
  how: Habit,
  { person, ids }: { person: string; ids: readonly string[] },
  { chance, tally, others }: { chance: number; tally: Tally; others: Shares },
  rows: Int32Array,
  own: Int32Array,
): Suspicion<HabitFigures> {
  const documents = [...new Set(Array.from(rows, (row) => ids[how.document(row)]!))];
  return {
    about: [...how.about, person],
    people: [person],
    documents,
    chance,
    figures: {
      person,
      ...tally,
      others,
      seconds: how.time ? Array.from(own.slice(-MOST_TIMES), how.time.of).filter(Number.isFinite) : [],
      limit: how.time?.limit ?? null,
    },
  };
}
