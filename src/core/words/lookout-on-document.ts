import type { FindingBody, QuestionName } from "../lookout";
import { capital, joinWords } from "../text";
import type { FindingNames } from "./lookout";
import { amount, bare, dayOf, nounOf, withinDays } from "./lookout-parts";

type Of<Name extends QuestionName> = Extract<FindingBody, { question: Name }>;

type OnDocument = {
  [Name in QuestionName]: ((finding: Of<Name>, document: string, names: FindingNames) => string | null) | null;
};

/** What whoever decides on a document reads of each question: of documents and parties, and of no person, since not everybody who decides sees the lookout. */
const ON_DOCUMENT: OnDocument = {
  crowding: ({ figures: { documentType, under, width, threshold, currency } }) =>
    `One of ${nounOf(documentType, under)} in the last ${bare(width, currency)} below ${amount(threshold.amount, currency)}`,
  splitting: ({ figures: { documentType, currency, parties, clusters, days, threshold } }, document) => {
    const own = clusters.find((one) => one.documents.includes(document));
    const to = joinWords(parties, "and");
    if (own)
      return `${capital(nounOf(documentType, own.documents.length))} to ${to} within ${withinDays(days)}, ${amount(own.sum, currency)} together`;
    const before = clusters.reduce((sum, one) => sum + one.documents.length, 0);
    return `${capital(nounOf(documentType, before))} to ${to} before, which passed ${amount(threshold.amount, currency)} together though none did alone`;
  },
  duplicates: ({ figures: { documents } }, document, names) => {
    const others = documents.filter((id) => id !== document).map(names.document);
    return others.length === documents.length ? null : `It may be one with ${joinWords(others, "and")}`;
  },
  bankChanges: ({ figures: { party, changed } }) =>
    `The bank account of ${party} changed on ${dayOf(changed)}, shortly before a payment`,
  digits: null,
  roundAmounts: null,
  haste: null,
  rest: null,
  bursts: null,
  neverNo: null,
  pairs: null,
  lapses: null,
  overrides: null,
  ownGain: null,
  standIns: null,
  limits: null,
  dutiesMet: null,
  noise: null,
};

/**
 * What is said of a finding on a document that waits, in one line, to whoever decides on it; null where it is not about the document itself but about somebody.
 * @example sayOnDocument(finding, "po-00931", names) // "7 orders to Estaleiro Vale d’Onda within 9 days, 31,240.00 EUR together"
 */
export function sayOnDocument(finding: FindingBody, document: string, names: FindingNames): string | null {
  const say = ON_DOCUMENT[finding.question] as
    ((finding: FindingBody, document: string, names: FindingNames) => string | null) | null;
  return say?.(finding, document, names) ?? null;
}
