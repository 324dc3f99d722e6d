import type { Activity } from "./activity";

/**
 * Something to look into.
 * @property about what tells it from others of the same question, the same from morning to morning
 * @property people ids of those it is about, who neither see nor close it
 * @property documents ids, those that matter most first
 * @property chance how likely it is that nothing is behind it, were this the only question; null where it is a fact and no matter of chance
 */
export type Suspicion<Figures> = {
  about: readonly string[];
  people: readonly string[];
  documents: readonly string[];
  chance: number | null;
  figures: Figures;
};

/**
 * What came of asking.
 * @property asked of how many (thresholds, people, pairs ...) it could be asked at all
 * @property raised those whose chance is small enough that they may be worth a word; which of them are is told once all questions are asked
 */
export type Answer<Figures> = { asked: number; raised: Suspicion<Figures>[] };

export type Question<Settings, Figures> = (activity: Activity, settings: Settings) => Answer<Figures>;

/** Above it nothing is raised, whatever else was asked: the correction for many questions only makes chances larger. */
export const WORTH_KEEPING = 0.1;
