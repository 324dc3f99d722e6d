import { typeWords } from "../documents";
import type { FindingBody, FindingState, QuestionName, Remedy, RemedyNames } from "../lookout";
import { formatMoney } from "../money";
import { amount, bare, dayOf, nounOf, withinDays } from "./lookout-parts";
import { capital, countOf, formatShare, joinWords, sayCount } from "../text";

/** What ids in findings are called. */
export type FindingNames = {
  /** The number of a document. */
  document(id: string): string;
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

const rounded = (value: number) =>
  (value < 10 ? Number(value.toPrecision(2)) : Math.round(value)).toLocaleString("en-GB");

/** Times of something, in words. @example timesOf(3) // "three times" */
function timesOf(count: number): string {
  return count === 1 ? "once" : count === 2 ? "twice" : `${sayCount(count)} times`;
}

const habit =
  (title: (name: string) => string, what: { of: string; came: string }) =>
  (
    { figures: { person, times, of, others } }: Of<"haste" | "rest" | "bursts" | "roundAmounts">,
    names: FindingNames,
  ): SaidFound => ({
    title: title(names.person(person)),
    sentence: `${times.toLocaleString("en-GB")} of ${of.toLocaleString("en-GB")} ${what.of} ${what.came}; ${formatShare(others.mean)} is taken as usual.`,
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
      title: joinWords([who, ...parties], "and"),
      sentence: `${capital(timesOf(clusters.length))}, several documents within ${withinDays(days)}${parties.length > 1 ? `, to ${sayCount(parties.length)} suppliers with one bank account or address,` : ""} come to ${amount(threshold.amount, currency)} or more together while each stays below: ${nounOf(documentType, documents)}, ${amount(sum, currency)} in all.`,
    };
  },
  duplicates: ({ figures }, names) => {
    const title = joinWords(figures.documents.map(names.document), "and");
    if (figures.kind === "receipt")
      return { title, sentence: `The same receipt stands on ${countOf(figures.documents.length, "document")}.` };
    const { party, gross } = figures;
    return {
      title,
      sentence: `${sayAgreement(figures)}: ${party === "" ? "" : `${party}, `}${formatMoney(gross)}. They may be one.`,
    };
  },
  digits: ({ figures: { documentType, currency, digits, of, conformity } }) => ({
    title: `First ${digits === 1 ? "digits" : "two digits"} of ${typeWords(documentType).name.many}`,
    sentence: `Of ${nounOf(documentType, of)} in ${currency}, the first ${digits === 1 ? "digit does" : "two digits do"} not come as often as in amounts that grow by themselves${conformity === "none" ? ": the difference is beyond what is called marginal" : ""}.`,
  }),
  roundAmounts: habit((name) => `${name}: round amounts`, { of: "amounts", came: "are round" }),
  haste: habit((name) => `${name} decides in seconds`, {
    of: "decisions",
    came: "took less time than reading does",
  }),
  rest: habit((name) => `${name} decides by night or on days off`, {
    of: "decisions",
    came: "came by night or on a day off",
  }),
  bursts: habit((name) => `${name}: one decision right after the other`, {
    of: "decisions",
    came: "came within seconds of the one before",
  }),
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
    const whose = limits.map(({ holder }) => (holder.kind === "person" ? names.person(holder.id) : holder.id));
    const some = whose.length > 4 ? [...whose.slice(0, 3), `${whose.length - 3} others`] : whose;
    return {
      title: `Limits for ${many} that bind nothing`,
      sentence: `${kind === "never used" ? "Nobody came to the limits of" : "Everything was above the limits of"} ${joinWords(some, "and")}.`,
    };
  },
  bankChanges: ({ figures: { party, changed, checked, paid } }) => ({
    title: `${party}: paid shortly after its bank account changed`,
    sentence: `Changed on ${dayOf(changed)}, approved ${checked ? "with a note" : "without a note"}; ${countOf(paid.length, "document")} paid from ${dayOf(Math.min(...paid.map(({ at }) => at)))} on.`,
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
  const said = one >= 9.9e8 ? "a thousand million" : Number(one.toPrecision(one < 100 ? 1 : 2)).toLocaleString("en-GB");
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

type SaidRemedies = {
  [Code in Remedy["code"]]: (remedy: Extract<Remedy, { code: Code }>, names: FindingNames) => string;
};

const REMEDIES: SaidRemedies = {
  "measure total": ({ policy, days }, names) =>
    `Have ${names.policy(policy)} measure the total with the same supplier over ${days} days instead of each document.`,
  "move threshold": ({ policy, section, from, to, currency }, names) =>
    `Move the threshold of ${names.policy(policy)}, ${names.section(policy, section)}, from ${amount(from, currency)} to ${amount(to, currency)}.`,
  "add level": ({ policy, section, unit }, names) =>
    `Ask one more of what ${names.unit(unit)} sends under ${names.policy(policy)}, ${names.section(policy, section)}: the head of the unit above, in every band in which anybody is asked.`,
  "must differ": ({ policy }, names) =>
    `Have ${names.policy(policy)} ask somebody else where the same person would approve at two levels, so that two have read it.`,
  "hold bank change": ({ policy }, names) =>
    `Hold the payment under ${names.policy(policy)} after a change of the supplier’s bank account, until somebody has asked the supplier back.`,
  "tell instead": ({ policy, level }, names) =>
    `Notify ${names.level(policy, level)} instead of asking for an approval, wherever ${names.policy(policy)} has somebody else approve too.`,
};

/** What is new in a policy is called when a finding is mended by it. */
export function nameRemedy(remedy: Remedy, names: FindingNames): RemedyNames {
  return {
    level: remedy.code === "add level" ? `Head of the unit above ${names.unit(remedy.unit)}` : "",
    hold: "Bank details changed",
  };
}

/** A change that would mend a finding, as a sentence. */
export function sayRemedy(remedy: Remedy, names: FindingNames): string {
  const say = REMEDIES[remedy.code] as (one: Remedy, names: FindingNames) => string;
  return say(remedy, names);
}
