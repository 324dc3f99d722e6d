import { minorDigits } from "../../money";
import type { Activity } from "../activity";
import type { Answer } from "../question";
import type { LookoutSettings } from "../settings";
import { onceEach } from "./once-each";
import { habit, type HabitFigures } from "./habit";

/**
 * Amounts that are multiples of a round one, by whose they are: what is charged and counted is seldom round, what is guessed is. Each type of document by itself, since what a customer may owe is round by its nature.
 */
export function roundAmounts(activity: Activity, { usual, of }: LookoutSettings["roundAmounts"]): Answer<HabitFigures> {
  const { documents } = activity;
  const unit = documents.currency.values.map((currency) => of * 10 ** minorDigits(currency));
  const counted = new Set(
    onceEach(
      documents,
      documents.ids.map((_, row) => row),
      documents.gross,
    ),
  );
  const answers = documents.type.values.map((type, code) =>
    habit(activity, usual, {
      about: ["round amounts", type],
      codes: documents.requester.map((person, row) =>
        documents.type.codes[row] === code && counted.has(row) ? person : -1,
      ),
      is: (row) => isMultiple(documents.gross[row]!, unit[documents.currency.codes[row]!]!),
      document: (row) => row,
    }),
  );
  return { asked: answers.reduce((sum, { asked }) => sum + asked, 0), raised: answers.flatMap(({ raised }) => raised) };
}

function isMultiple(amount: number, of: number): boolean {
  return amount !== 0 && amount % of === 0;
}
