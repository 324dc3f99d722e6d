import type { FiguresOf, QuestionName, Raised } from "./look";

/** How many documents are kept with a finding; how many there are is kept beside. */
const MOST_KEPT = 500;

/**
 * Something to look into as it is kept, of one question.
 * @property documents ids of those that matter most, 500 at most, and `count` how many there are
 * @property chance how likely it is that nothing is behind it, were this the only question, and once everything that was asked that time is counted; null where it is a fact
 */
export type FindingBody = {
  [Name in QuestionName]: {
    question: Name;
    about: readonly string[];
    people: readonly string[];
    documents: readonly string[];
    count: number;
    chance: number | null;
    corrected: number | null;
    figures: FiguresOf<Name>;
  };
}[QuestionName];

/** What is kept of something that was raised. */
export function bodyOf(raised: Raised): FindingBody {
  const { documents } = raised;
  return { ...raised, documents: documents.slice(0, MOST_KEPT), count: documents.length } as FindingBody;
}

/** What tells a finding from all others, the same from morning to morning. */
export function matterOf({ question, about }: Pick<FindingBody, "question" | "about">): string {
  return JSON.stringify([question, ...about]);
}

/**
 * Whether so much more has come of what was closed that it is to be looked into again: a quarter more documents than there were, and one at least. What is no matter of documents does not come back.
 */
export function isMore(before: Pick<FindingBody, "count">, now: Pick<FindingBody, "count">): boolean {
  return now.count > before.count && now.count >= 1.25 * before.count;
}

/** Whether the figures of a finding that is still open are worth keeping anew: something came or went. */
export function isOther(
  before: Pick<FindingBody, "documents" | "people" | "count">,
  now: Pick<FindingBody, "documents" | "people" | "count">,
): boolean {
  return (
    before.count !== now.count ||
    before.documents.join() !== now.documents.join() ||
    before.people.join() !== now.people.join()
  );
}

export const FINDING_STATES = ["open", "case", "explained", "rule changed"] as const;
/** Where a finding is: nobody has judged it, somebody looks into it, it was explained, or the rule that let it happen was changed. */
export type FindingState = (typeof FINDING_STATES)[number];

/** What can be done about a finding, and where it leads; what is not allowed in a state is not in its line. */
export const COURSE = {
  open: { explain: "explained", "open case": "case", "rule changed": "rule changed" },
  case: { explain: "explained", note: "case", assign: "case", "rule changed": "rule changed" },
  explained: { reopen: "open" },
  "rule changed": { reopen: "open" },
} as const satisfies Record<FindingState, Partial<Record<string, FindingState>>>;

export type FindingAct = { [State in FindingState]: keyof (typeof COURSE)[State] }[FindingState];

/** What can be done in each state. */
export const COURSE_ACTS = Object.fromEntries(
  FINDING_STATES.map((state) => [state, Object.keys(COURSE[state])]),
) as unknown as Readonly<Record<FindingState, readonly FindingAct[]>>;

/** The state that an act leads to; null where it cannot be done. */
export function after(state: FindingState, act: FindingAct): FindingState | null {
  const line: Partial<Record<FindingAct, FindingState>> = COURSE[state];
  return line[act] ?? null;
}
