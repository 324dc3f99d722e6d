import { correctedChances } from "../statistics";
import type { Activity } from "./activity";
import type { Answer, Question, Suspicion } from "./question";
import { bankChanges } from "./questions/bank-changes";
import { bursts } from "./questions/bursts";
import { crowding } from "./questions/crowding";
import { digits } from "./questions/digits";
import { duplicates } from "./questions/duplicates";
import { dutiesMet } from "./questions/duties-met";
import { haste } from "./questions/haste";
import { lapses } from "./questions/lapses";
import { limits } from "./questions/limits";
import { neverNo } from "./questions/never-no";
import { noise } from "./questions/noise";
import { overrides } from "./questions/overrides";
import { ownGain } from "./questions/own-gain";
import { pairs } from "./questions/pairs";
import { rest } from "./questions/rest";
import { roundAmounts } from "./questions/round-amounts";
import { splitting } from "./questions/splitting";
import { standIns } from "./questions/stand-ins";
import type { LookoutSettings } from "./settings";

/** Every question that is asked, by its name, in the order in which they stand everywhere. */
export const QUESTIONS = {
  crowding: (activity, { crowding: settings }) => crowding(activity, settings),
  splitting: (activity, { splitting: settings }) => splitting(activity, settings),
  duplicates: (activity, { duplicates: settings }) => duplicates(activity, settings),
  digits: (activity, { digits: settings }) => digits(activity, settings),
  roundAmounts: (activity, { roundAmounts: settings }) => roundAmounts(activity, settings),
  haste: (activity, { haste: settings }) => haste(activity, settings),
  rest: (activity, { rest: settings }) => rest(activity, settings),
  bursts: (activity, { bursts: settings }) => bursts(activity, settings),
  neverNo: (activity, { neverNo: settings }) => neverNo(activity, settings),
  pairs: (activity, { pairs: settings }) => pairs(activity, settings),
  lapses: (activity, { lapses: settings }) => lapses(activity, settings),
  overrides: (activity, { overrides: settings }) => overrides(activity, settings),
  ownGain: (activity) => ownGain(activity),
  standIns: (activity, { standIns: settings }) => standIns(activity, settings),
  limits: (activity, { limits: settings }) => limits(activity, settings),
  bankChanges: (activity, { bankChanges: settings }) => bankChanges(activity, settings),
  dutiesMet: (activity, { dutiesMet: settings }) => dutiesMet(activity, settings),
  noise: (activity, { noise: settings }) => noise(activity, settings),
} as const satisfies Record<string, Question<LookoutSettings, unknown>>;

export type QuestionName = keyof typeof QUESTIONS;
export const QUESTION_NAMES = Object.keys(QUESTIONS) as readonly QuestionName[];

/** Questions that tell no chance at all, and so are not counted among those whose chances are corrected together. */
const FACTS: ReadonlySet<QuestionName> = new Set<QuestionName>([
  "lapses",
  "overrides",
  "ownGain",
  "standIns",
  "limits",
  "bankChanges",
  "dutiesMet",
  "noise",
]);

/** The figures that a question gives with what it raises. */
export type FiguresOf<Name extends QuestionName> = ReturnType<(typeof QUESTIONS)[Name]>["raised"][number]["figures"];

/**
 * Something to look into, of one question.
 * @property corrected what its chance comes to once everything that was asked this time is counted; null where it is a fact
 */
export type Raised = {
  [Name in QuestionName]: { question: Name; corrected: number | null } & Suspicion<FiguresOf<Name>>;
}[QuestionName];

/** What a look has found, and of how many things each question was asked. */
export type Looked = { asked: Record<QuestionName, number>; raised: Raised[] };

/**
 * Asks every question. What chance may have made is corrected for everything that was asked, and raised only as far as the level of false alarms allows (Benjamini and Hochberg 1995); facts are raised as they are.
 * @param each is told before each question
 */
export function lookThrough(
  activity: Activity,
  settings: LookoutSettings,
  each?: (name: QuestionName) => void,
): Looked {
  const answers = QUESTION_NAMES.map((name) => {
    each?.(name);
    return { name, answer: QUESTIONS[name](activity, settings) as Answer<unknown> };
  });
  const all = answers.flatMap(({ name, answer }) => answer.raised.map((one) => ({ ...one, question: name }) as Raised));
  const byChance = all.filter(({ chance }) => chance !== null);
  const asked = answers.reduce(
    (sum, { name, answer }) =>
      FACTS.has(name)
        ? sum
        : sum + Math.max(answer.asked, answer.raised.filter(({ chance }) => chance !== null).length),
    0,
  );
  const corrected = correctedChances(
    byChance.map(({ chance }) => chance!),
    asked,
  );
  const chanceOf = new Map(byChance.map((one, index) => [one, corrected[index]!]));
  return {
    asked: Object.fromEntries(answers.map(({ name, answer }) => [name, answer.asked])) as Looked["asked"],
    raised: onceEachMatter(
      all
        .map((one) => ({ ...one, corrected: chanceOf.get(one) ?? null }))
        .filter((one) => one.corrected === null || one.corrected <= settings.falseAlarms),
    ),
  };
}

/** One matter is told once, as where two receipts stand on the same two claims: the least likely of what is found about it. */
function onceEachMatter(raised: readonly Raised[]): Raised[] {
  const best = new Map<string, Raised>();
  for (const one of raised) {
    const key = JSON.stringify([one.question, ...one.about]);
    const known = best.get(key);
    if (!known || (one.chance ?? 0) < (known.chance ?? 0)) best.set(key, one);
  }
  return [...best.values()];
}
