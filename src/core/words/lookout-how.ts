import type { LookoutSettings, QuestionName } from "../lookout";
import { formatShare, joinWords } from "../text";
import { withinDays } from "./lookout-parts";

/** A setting that a question goes by: where it stands among all, what it is called, what it says now, and why it began as it did. */
export type SaidSetting = { at: string; label: string; said: string; why: string };

/** How a question is worked out, in words. @property chance whether chance is told; else what it gives are facts */
export type HowWorked = {
  asks: string;
  how: string;
  source: string;
  chance: boolean;
  settings(settings: LookoutSettings): SaidSetting[];
};

const FACT = "Facts as the log has them; nothing is estimated.";

type Habit = "roundAmounts" | "haste" | "rest" | "bursts" | "neverNo";

const usual = (habit: Habit, { [habit]: { usual: is } }: LookoutSettings): SaidSetting[] => [
  {
    at: `${habit}.usual.least`,
    label: "Share that is usual, whatever the others do",
    said: `${formatShare(is.least)} is usual, whatever the others do.`,
    why: "Rare things happen to everybody.",
  },
  {
    at: `${habit}.usual.fewest`,
    label: "Fewest of somebody",
    said: `Asked of whoever has ${is.fewest} or more.`,
    why: "Of fewer nothing can be said.",
  },
];

const HABIT =
  "Each person is compared with the middle of the others, who differ among themselves by a beta distribution as wide as they do but for the uppermost quarter: one who does it does not hide another. The chance is the exact tail of the beta-binomial distribution.";
const HABIT_SOURCE = "Skellam 1948 (beta-binomial); moments by Kleinman 1973; both from memory.";

const seconds = (
  habit: "haste" | "bursts",
  { [habit]: { seconds: limit } }: LookoutSettings,
  why: string,
): SaidSetting => ({
  at: `${habit}.seconds`,
  label: "Seconds",
  said: `Sooner than ${limit} seconds.`,
  why,
});

const HOW: Readonly<Record<QuestionName, HowWorked>> = {
  crowding: {
    asks: "Do amounts crowd in the last stretch below a threshold?",
    how: "Five stretches of the same width are counted: the last one below the threshold, two below that, and two from the threshold on. Each has a fifth of the amounts or, in the middle, less, as amounts thin out ever more slowly. The chance is the exact tail of the binomial distribution. On which side exactly the threshold belongs is as its rule said when the documents were sent. What is exactly the threshold or another tenth of it is left out, since people like round amounts, and what one party charges again and again counts once.",
    source: "Bunching on both sides of a notch: Saez 2010, from memory.",
    chance: true,
    settings: ({ crowding: { reach, times, fewest } }) => [
      {
        at: "crowding.reach",
        label: "Width of a stretch, as a share of the threshold",
        said: `A stretch is ${formatShare(reach)} of the threshold.`,
        why: "Who stays below a threshold stays closely below; wider stretches tell less of the place.",
      },
      {
        at: "crowding.times",
        label: "How many times what is expected",
        said: `It holds ${times} times what is expected, or more.`,
        why: "With very many documents the smallest unevenness is beyond chance and worth nobody’s time.",
      },
      {
        at: "crowding.fewest",
        label: "Fewest amounts around a threshold",
        said: `Asked where ${fewest} or more lie around.`,
        why: "Of fewer nothing can be said.",
      },
    ],
  },
  splitting: {
    asks: "Did documents of one person, or of several of one unit, to one party pass a threshold together, though each stayed under it? Parties of the same bank account or address count as one.",
    how: "Clusters are counted from the first document on: as soon as what came within some days passes the threshold it is one, and the next begins after it. How close documents come anyway is told by the times of all documents, and of the same person’s with others, whichever is closer. How likely those pass together is worked out by folding their amounts. The number of clusters is at most that of a binomial distribution.",
    source: "Declumping: Aldous 1989, from memory.",
    chance: true,
    settings: ({ splitting: { days, fewest } }) => [
      {
        at: "splitting.days",
        label: "Days within which amounts are added up, with commas between",
        said: `Added up within ${joinWords(days.map(withinDays), "and")}.`,
        why: "In one sitting, a day, a week, a month; each is an attempt, and counted as one.",
      },
      {
        at: "splitting.fewest",
        label: "Fewest documents",
        said: `Asked of ${fewest} documents or more.`,
        why: "One alone is not divided.",
      },
    ],
  },
  duplicates: {
    asks: "Are two invoices one? Two claims? Does one receipt stand on several documents?",
    how: "Documents of a party that share the amount, or the look of the number, are compared: numbers without what stands between their signs, with signs that look alike as one, and by how many signs differ or are swapped. How likely that is by chance is how many pairs of the same amount the party has anyway within as many days, times the share of neighbouring pairs of other amounts whose numbers are so alike. One receipt on several documents is a fact.",
    source: "Fellegi and Sunter 1969; Damerau 1964; both from memory.",
    chance: true,
    settings: ({ duplicates: { days } }) => [
      {
        at: "duplicates.days",
        label: "Days between the two at most",
        said: `No more than ${days} days apart.`,
        why: "A bill that comes again a year later is still paid twice.",
      },
    ],
  },
  digits: {
    asks: "Do first digits, or the first two, come as often as in amounts that grow by themselves?",
    how: "Shares of first digits against those that Benford gives, by their mean absolute deviation: raised where it is more than marginal and chance (chi-square) does not make it so. What one party charges again and again counts once.",
    source: "Benford 1938; limits by Nigrini 2012, from memory.",
    chance: true,
    settings: ({ digits: { fewest, spread } }) => [
      {
        at: "digits.fewest",
        label: "Fewest amounts",
        said: `Asked of ${fewest} amounts or more, of ten times as many for two digits.`,
        why: "Below, chance moves first digits more than people do (common practice).",
      },
      {
        at: "digits.spread",
        label: "How many times they spread at least",
        said: `Nine in ten are within ${spread} times of each other, or more.`,
        why: "Amounts that spread less do not follow the curve at all.",
      },
    ],
  },
  roundAmounts: {
    asks: "Are one person’s amounts round more often than those of others?",
    how: `Each type of document by itself. ${HABIT}`,
    source: HABIT_SOURCE,
    chance: true,
    settings: (all) => [
      {
        at: "roundAmounts.share",
        label: "Round by, as a share of the amount in the middle",
        said: `Multiples of the largest power of ten that is no more than ${formatShare(all.roundAmounts.share)} of the amount in the middle of all of that type and currency.`,
        why: "What is charged and counted is seldom so; what is guessed is.",
      },
      ...usual("roundAmounts", all),
    ],
  },
  haste: {
    asks: "Does somebody decide sooner than one can read?",
    how: `From when a document was first opened after its reader was asked, or from when they were asked where that is not known, to the decision. ${HABIT}`,
    source: HABIT_SOURCE,
    chance: true,
    settings: (all) => [
      seconds("haste", all, "Nobody reads an amount, a supplier and a reason in that time (common practice)."),
      ...usual("haste", all),
    ],
  },
  rest: {
    asks: "Does somebody decide by night, or on days on which nobody works where they are?",
    how: `By night is from 22:00 to 06:00 where they are. ${HABIT}`,
    source: HABIT_SOURCE,
    chance: true,
    settings: (all) => usual("rest", all),
  },
  bursts: {
    asks: "Does somebody decide right after having decided, again and again?",
    how: HABIT,
    source: HABIT_SOURCE,
    chance: true,
    settings: (all) => [
      seconds("bursts", all, "No time to read, and the way from one to the next."),
      ...usual("bursts", all),
    ],
  },
  neverNo: {
    asks: "Has somebody never declined or sent back, where others do?",
    how: `Only whoever has never done so is told. ${HABIT}`,
    source: HABIT_SOURCE,
    chance: true,
    settings: (all) => usual("neverNo", all),
  },
  pairs: {
    asks: "Do two meet more often than chance has them meet, where others could have been there?",
    how: "Two who decide on the same documents, of several who could; and one whose documents the other decides on, though others could. Each level by itself, as far as it asks the same people. The chance is that of Fisher’s exact test.",
    source: "Fisher 1922.",
    chance: true,
    settings: ({ pairs: { fewest, times } }) => [
      {
        at: "pairs.fewest",
        label: "Fewest times of each",
        said: `Asked where each was there ${fewest} times or more.`,
        why: "Fewer meetings are no habit.",
      },
      {
        at: "pairs.times",
        label: "How many times as often",
        said: `${times} times as often as without the other, or more.`,
        why: "Less is not worth a word.",
      },
    ],
  },
  lapses: {
    asks: "Which levels ended since nobody answered in time, by month?",
    how: FACT,
    source: "Common practice.",
    chance: false,
    settings: ({ lapses: { fewest } }) => [
      {
        at: "lapses.fewest",
        label: "Fewest in a month",
        said: `From ${fewest} in a month on.`,
        why: "Once is an accident, twice may be.",
      },
    ],
  },
  overrides: {
    asks: "Who routed documents again, or left out steps?",
    how: FACT,
    source: "Common practice.",
    chance: false,
    settings: ({ overrides: { fewest } }) => [
      {
        at: "overrides.fewest",
        label: "Fewest times",
        said: `From ${fewest} times on.`,
        why: "Once is an accident, twice may be.",
      },
    ],
  },
  ownGain: {
    asks: "Which holds were released by somebody who gains by it: on their own document, or for a party whose account they opened or changed?",
    how: FACT,
    source: "NIST SP 800-53 AC-5, from memory.",
    chance: false,
    settings: () => [],
  },
  standIns: {
    asks: "Who still acts for somebody after a long time?",
    how: FACT,
    source: "Common practice.",
    chance: false,
    settings: ({ standIns: { days } }) => [
      {
        at: "standIns.days",
        label: "Days",
        said: `After ${days} days.`,
        why: "A stand-in for a quarter of a year is another arrangement.",
      },
    ],
  },
  limits: {
    asks: "Which approval limits did nothing come to, and beyond which was everything?",
    how: FACT,
    source: "Common practice.",
    chance: false,
    settings: ({ limits: { fewest } }) => [
      {
        at: "limits.fewest",
        label: "Fewest decisions",
        said: `From ${fewest} decisions on.`,
        why: "Of fewer nothing can be said.",
      },
    ],
  },
  bankChanges: {
    asks: "Which bank accounts changed shortly before money went there?",
    how: FACT,
    source: "Common practice.",
    chance: false,
    settings: ({ bankChanges: { days } }) => [
      {
        at: "bankChanges.days",
        label: "Days before a payment",
        said: `Within ${days} days.`,
        why: "Two payment runs.",
      },
    ],
  },
  dutiesMet: {
    asks: "Who opened or changed the account of a party and then entered its documents, approved them, released their holds, took in what came, or paid?",
    how: FACT,
    source: "Segregation of duties: NIST SP 800-53 AC-5, from memory.",
    chance: false,
    settings: ({ dutiesMet: { fewest } }) => [
      {
        at: "dutiesMet.fewest",
        label: "Fewest different duties",
        said: `From ${fewest} different duties on.`,
        why: "Two meet everywhere; three are a way to one’s own money.",
      },
    ],
  },
  noise: {
    asks: "Which levels have only ever said yes?",
    how: "All decisions at a level were approvals. How rarely it can be expected to say no all the same is the upper limit of Clopper and Pearson, with 95 % confidence.",
    source: "Clopper and Pearson 1934.",
    chance: false,
    settings: ({ noise: { fewest, minutes } }) => [
      {
        at: "noise.fewest",
        label: "Fewest decisions",
        said: `From ${fewest} decisions on.`,
        why: "Then fewer than 1.5 % would be refusals, with 95 % confidence.",
      },
      {
        at: "noise.minutes",
        label: "Minutes that a decision takes",
        said: `A decision takes ${minutes} minutes.`,
        why: "An estimate to count hours by.",
      },
    ],
  },
};

/** How a question is worked out. */
export function howWorked(question: QuestionName): HowWorked {
  return HOW[question];
}
