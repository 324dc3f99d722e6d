import { typeWords } from "../documents";
import type { FindingBody, FindingState, QuestionName } from "../lookout";
import { formatMoney } from "../money";
import { capital, countOf, formatShare, joinWords, sayDate } from "../text";

/** What ids in findings are called. */
export type FindingNames = {
  person(id: string): string;
  unit(id: string): string;
  policy(id: string): string;
  section(policy: string, section: string): string;
  level(policy: string, level: string): string;
};

/** What is said of a finding: its heading, and one sentence that accuses nobody. */
export type SaidFound = { title: string; sentence: string };

type Of<Name extends QuestionName> = Extract<FindingBody, { question: Name }>;
type Saying = { [Name in QuestionName]: (finding: Of<Name>, names: FindingNames) => SaidFound };

const nounOf = (documentType: string, count: number) => {
  const { one, many } = typeWords(documentType).name;
  return countOf(count, one, many);
};
const amount = (minor: number, currency: string) => formatMoney({ minor, currency });
const bare = (minor: number, currency: string) => amount(minor, currency).replace(` ${currency}`, "");
const dayOf = (at: number) => sayDate(new Date(at).toISOString());
const rounded = (value: number) =>
  (value < 10 ? Number(value.toPrecision(2)) : Math.round(value)).toLocaleString("en-GB");

/** Times of something, in words. @example timesOf(2) // "twice" */
function timesOf(count: number): string {
  return count === 1 ? "once" : count === 2 ? "twice" : `${count} times`;
}

/** A stretch of days. @example withinDays(0.125) // "3 hours" */
export function withinDays(days: number): string {
  return days < 1 ? countOf(Math.round(days * 24), "hour") : days === 1 ? "a day" : countOf(Math.round(days), "day");
}

const habit =
  (title: (name: string) => string, what: string) =>
  ({ figures }: Of<"haste" | "rest" | "bursts" | "roundAmounts">, { person }: FindingNames): SaidFound => ({
    title: title(person(figures.person)),
    sentence: `${countOf(figures.times, what.split("|")[0]!, what.split("|")[1]!)} of ${figures.of.toLocaleString("en-GB")}; with others ${formatShare(figures.others.mean)} is usual.`,
  });

const SAID: Saying = {
  crowding: ({ figures: { documentType, policy, section, currency, threshold, under, expected, width } }, names) => ({
    title: `Just under ${bare(threshold.amount, currency)}`,
    sentence: `${capital(nounOf(documentType, under))} under ${names.policy(policy)}, ${names.section(policy, section)}, lie in the last ${bare(width, currency)} below ${amount(threshold.amount, currency)}, where ${rounded(expected)} would be expected.`,
  }),
  splitting: ({ figures: { documentType, currency, threshold, by, parties, days, clusters } }, names) => {
    const who = by.kind === "person" ? names.person(by.id) : names.unit(by.id);
    const documents = clusters.reduce((sum, one) => sum + one.documents.length, 0);
    const sum = clusters.reduce((total, one) => total + one.sum, 0);
    return {
      title: `${who} and ${joinWords(parties, "and")}`,
      sentence: `${capital(timesOf(clusters.length))} several documents within ${withinDays(days)} come to ${amount(threshold.amount, currency)} or more together while each stays below: ${nounOf(documentType, documents)}, ${amount(sum, currency)} in all.`,
    };
  },
  duplicates: ({ figures }) =>
    figures.kind === "receipt"
      ? {
          title: "One receipt, several documents",
          sentence: `The same receipt stands on ${countOf(figures.documents.length, "document")}.`,
        }
      : { title: "Two documents that may be one", sentence: `${sayAgreement(figures)}.` },
  digits: ({ figures: { documentType, currency, digits, of, conformity } }) => ({
    title: `First ${digits === 1 ? "digits" : "two digits"} of ${typeWords(documentType).name.many}`,
    sentence: `Of ${nounOf(documentType, of)} in ${currency}, the first ${digits === 1 ? "digit does" : "two digits do"} not come as often as in amounts that grow by themselves${conformity === "none" ? ": the difference is beyond what is called marginal" : ""}.`,
  }),
  roundAmounts: habit((name) => `${name}: round amounts`, "round amount|round amounts"),
  haste: habit(
    (name) => `${name} decides in seconds`,
    "decision in less time than reading takes|decisions in less time than reading takes",
  ),
  rest: habit(
    (name) => `${name} decides by night or on days off`,
    "decision by night or on a day off|decisions by night or on days off",
  ),
  bursts: habit(
    (name) => `${name}: one decision right after the other`,
    "decision within seconds of the one before|decisions within seconds of the one before",
  ),
  neverNo: ({ figures: { person, of, others } }, names) => ({
    title: `${names.person(person)} has never said no`,
    sentence: `None of ${countOf(of, "decision")} was declined or sent back; with others ${formatShare(others.mean)} are.`,
  }),
  pairs: ({ figures: { kind, people, met, expected } }, names) => {
    const [one, other] = people.map(names.person);
    return kind === "decide together"
      ? {
          title: `${one} and ${other} decide together`,
          sentence: `${capital(timesOf(met))} they decided on the same document where others could have; ${rounded(expected)} would be expected.`,
        }
      : {
          title: `${other} decides for ${one}`,
          sentence: `${countOf(met, "document")} of ${one} were decided on by ${other} where others could have; ${rounded(expected)} would be expected.`,
        };
  },
  lapses: ({ figures: { policy, level, month, at, asked } }, names) => ({
    title: `${monthOf(month)}: ${countOf(at.length, "level")} lapsed`,
    sentence: `${names.level(policy, level)} under ${names.policy(policy)}: nobody answered in time. Asked: ${joinWords(asked.map(names.person), "and")}.`,
  }),
  overrides: ({ figures: { kind, person, at } }, names) => ({
    title:
      kind === "route again"
        ? `${names.person(person)} routed documents again`
        : `${names.person(person)} left out steps`,
    sentence: `${capital(timesOf(at.length))}, the last time on ${dayOf(Math.max(...at))}.`,
  }),
  ownGain: ({ figures: { person, hold, gain, at } }, names) => ({
    title: `${names.person(person)} released a hold on ${gain === "own document" ? "a document of their own" : "a party whose account they opened or changed"}`,
    sentence: `${hold}: ${timesOf(at.length)}, the last time on ${dayOf(Math.max(...at))}.`,
  }),
  standIns: ({ figures: { person, standIn, days, until } }, names) => ({
    title: `${names.person(standIn)} still acts for ${names.person(person)}`,
    sentence: `For ${countOf(days, "day")} now, ${until === null ? "with no end" : `until ${dayOf(until)}`}.`,
  }),
  limits: ({ figures: { kind, documentType, limits } }, names) => {
    const { many } = typeWords(documentType).name;
    const one = (each: (typeof limits)[number]) =>
      `${each.holder.kind === "person" ? names.person(each.holder.id) : each.holder.id} (${amount(each.limit, each.currency)})`;
    return {
      title: `Limits for ${many} that bind nothing`,
      sentence: `${kind === "never used" ? "Nobody came to them" : "All that was put to them was above"}: ${joinWords(limits.map(one), "and")}.`,
    };
  },
  bankChanges: ({ figures: { party, changed, checked, paid } }) => ({
    title: `${party}: paid shortly after its bank account changed`,
    sentence: `Changed on ${dayOf(changed)}, ${checked ? "with the party asked back" : "with no note that the party was asked back"}; ${countOf(paid.length, "document")} paid from ${dayOf(Math.min(...paid.map(({ at }) => at)))} on.`,
  }),
  dutiesMet: ({ figures: { person, party, duties } }, names) => ({
    title: `${names.person(person)} and ${party}`,
    sentence: `One person ${joinWords(
      duties.map((duty) => DID[duty]),
      "and",
    )}.`,
  }),
  noise: ({ figures: { policy, level, of, most, hours } }, names) => ({
    title: `${names.level(policy, level)} has said yes to everything`,
    sentence: `All ${countOf(of, "decision")} under ${names.policy(policy)} were approvals; no more than ${formatShare(most)} would be refusals, with 95 % confidence. Told instead of asked, it would save about ${countOf(Math.round(hours), "hour")} a year.`,
  }),
};

const DID = {
  account: "opened or changed the account of the party",
  order: "ordered from it",
  enter: "entered a document of it",
  receive: "took in what came",
  approve: "approved a document of it",
  release: "released a hold",
  pay: "paid it",
} as const;

const ALIKE = {
  same: "the same number",
  "looks the same": "numbers that look the same",
  swapped: "numbers that differ by two signs swapped",
  "one sign": "numbers that differ by one sign",
  other: "different numbers",
} as const;

function sayAgreement({ likeness, sameAmount, days }: Extract<Of<"duplicates">["figures"], { kind: "alike" }>): string {
  const apart = days === 0 ? "dated the same day" : `dated ${countOf(days, "day")} apart`;
  return `${capital(ALIKE[likeness])}, ${sameAmount ? "the same amount" : "different amounts"}, ${apart}`;
}

const MONTHS = "January February March April May June July August September October November December".split(" ");

function monthOf(month: string): string {
  return `${MONTHS[Number(month.slice(5)) - 1]} ${month.slice(0, 4)}`;
}

/** A finding in words. */
export function sayFound(finding: FindingBody, names: FindingNames): SaidFound {
  const say = SAID[finding.question] as (one: FindingBody, names: FindingNames) => SaidFound;
  return say(finding, names);
}

/**
 * How likely chance is, once everything that was asked is counted: of what is raised up to this chance, no larger share is chance alone (Benjamini and Hochberg 1995).
 * @example sayChance({ corrected: 0.0002 }) // "Of findings as unlikely as this, no more than one in 5,000 is chance alone, with everything counted that was asked."
 */
export function sayChance({ corrected }: Pick<FindingBody, "corrected">): string {
  if (corrected === null) return "This is a fact and no matter of chance.";
  const one = 1 / Math.max(corrected, 1e-9);
  const said = one >= 1e9 ? "a thousand million" : Number(one.toPrecision(one < 100 ? 1 : 2)).toLocaleString("en-GB");
  return `Of findings as unlikely as this, no more than one in ${said} is chance alone, with everything counted that was asked.`;
}

/** What each question asks, for the list of what was asked. */
export const QUESTION_WORDS: Readonly<Record<QuestionName, string>> = {
  crowding: "amounts that crowd just under a threshold",
  splitting: "amounts that were divided",
  duplicates: "documents that may be one",
  digits: "first digits",
  roundAmounts: "round amounts",
  haste: "decisions in less time than reading takes",
  rest: "decisions by night or on days off",
  bursts: "one decision right after the other",
  neverNo: "approvals only ever given",
  pairs: "the same two together",
  lapses: "levels that lapsed",
  overrides: "documents routed again, steps left out",
  ownGain: "holds released by who gains by it",
  standIns: "stand-ins that never end",
  limits: "limits that bind nothing",
  bankChanges: "bank accounts changed shortly before a payment",
  dutiesMet: "duties that met in one person",
  noise: "levels that say yes to everything",
};

export const FINDING_STATE_WORDS: Readonly<Record<FindingState, string>> = {
  open: "Open",
  case: "Case",
  explained: "Explained",
  "rule changed": "Rule changed",
};

const COURSE_WORDS = {
  "finding raised": "Raised",
  "finding found again": "Found again, with more or less of it",
  "finding shown": "Looked at",
  "finding explained": "Explained",
  "case opened": "Case opened",
  "case noted": "Note",
  "case assigned": "Case given on",
  "rule changed": "Rule changed",
  "finding reopened": "Reopened",
} as const;

/** What happened to a finding. @param to to whom it was given; null where it was not */
export function sayCourse(what: keyof typeof COURSE_WORDS, to: string | null): string {
  return to === null ? COURSE_WORDS[what] : `${COURSE_WORDS[what]} to ${to}`;
}
