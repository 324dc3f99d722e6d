import type { Activity, Documents } from "../activity";
import type { Answer } from "../question";
import type { LookoutSettings } from "../settings";
import { onceEach } from "./once-each";
import { habit, type HabitFigures } from "./habit";

/**
 * Amounts that are multiples of a round one, by whose they are: what is charged and counted is seldom round, what is guessed is. Each type of document by itself, since what a customer may owe is round by its nature; and each currency, since
 * what is round in euros is small change in pesos: multiples of the largest power of ten that is no more than a share of the amount in the middle.
 */
export function roundAmounts(
  activity: Activity,
  { usual, share }: LookoutSettings["roundAmounts"],
): Answer<HabitFigures> {
  const { documents } = activity;
  const once = onceEach(
    documents,
    documents.ids.map((_, row) => row),
    documents.gross,
  );
  const counted = new Set(once);
  const units = unitsOf(documents, once, share);
  const answers = documents.type.values.map((type, code) =>
    habit(activity, usual, {
      about: ["round amounts", type],
      codes: documents.requester.map((person, row) =>
        documents.type.codes[row] === code && counted.has(row) ? person : -1,
      ),
      is: (row) => isMultiple(documents.gross[row]!, units.get(keyOf(documents, row))!),
      document: (row) => row,
    }),
  );
  return { asked: answers.reduce((sum, { asked }) => sum + asked, 0), raised: answers.flatMap(({ raised }) => raised) };
}

/** Of what amounts are round, by type and currency, in minor units; no less than ten, so that not every amount is. */
function unitsOf(documents: Documents, rows: readonly number[], share: number): Map<number, number> {
  const groups = new Map<number, number[]>();
  for (const row of rows) {
    const key = keyOf(documents, row);
    const group = groups.get(key);
    if (group) group.push(documents.gross[row]!);
    else groups.set(key, [documents.gross[row]!]);
  }
  return new Map(
    [...groups].map(([key, amounts]) => {
      const middle = Float64Array.from(amounts).sort()[amounts.length >> 1]!;
      return [key, 10 ** Math.max(1, Math.floor(Math.log10(Math.max(1, middle * share))))];
    }),
  );
}

function keyOf({ type, currency }: Documents, row: number): number {
  return type.codes[row]! * currency.values.length + currency.codes[row]!;
}

function isMultiple(amount: number, of: number): boolean {
  return amount !== 0 && amount % of === 0;
}
