import { rowsByCode, rowsOf } from "../../codes";
import { upperLimit } from "../../statistics";
import type { Activity, Level } from "../activity";
import type { Answer, Suspicion } from "../question";
import type { LookoutSettings } from "../settings";

/**
 * A level that has said yes to everything.
 * @property of how many decisions
 * @property most the share of refusals that it does not exceed, with 95 per cent confidence (Clopper and Pearson 1934)
 * @property hours that would be saved in a year if it were told instead of asked
 */
export type NoiseFigures = Level & { of: number; most: number; hours: number };

const YEAR = 365 * 86_400_000;

/** Levels that approved everything they were asked for, however much it was: a fact, with how rarely they can be expected to say no all the same. */
export function noise(
  { decisions, documents, from, until }: Activity,
  settings: LookoutSettings["noise"],
): Answer<NoiseFigures> {
  const byLevel = rowsByCode(decisions.level.codes, decisions.level.values.length);
  const answer: Answer<NoiseFigures> = { asked: 0, raised: [] };
  decisions.level.values.forEach(({ policy, level }, code) => {
    const rows = rowsOf(byLevel, code);
    if (rows.length < settings.fewest) return;
    answer.asked += 1;
    if (rows.some((row) => decisions.refused[row])) return;
    const years = Math.max(1, (until - from) / YEAR);
    const raised: Suspicion<NoiseFigures> = {
      about: [policy, level],
      people: [],
      documents: [...new Set(Array.from(rows, (row) => documents.ids[decisions.document[row]!]!))],
      chance: null,
      figures: {
        policy,
        level,
        of: rows.length,
        most: upperLimit(0, rows.length, 0.95),
        hours: (rows.length * settings.minutes) / 60 / years,
      },
    };
    answer.raised.push(raised);
  });
  return answer;
}
