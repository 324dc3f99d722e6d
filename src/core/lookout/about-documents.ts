import type { QuestionName } from "./look";

/**
 * Whether what a question finds is about documents, which whoever decides on one of them can look at; else it is about habits of people, or about rules, and says nothing of a single document.
 * `onward` where it is about what the same requester and party, or the same party, send next as well.
 */
export const ABOUT_DOCUMENTS: Readonly<Record<QuestionName, { onward?: "requester and party" | "party" } | null>> = {
  crowding: {},
  splitting: { onward: "requester and party" },
  duplicates: {},
  digits: null,
  roundAmounts: null,
  haste: null,
  rest: null,
  bursts: null,
  neverNo: null,
  pairs: null,
  lapses: null,
  overrides: null,
  ownGain: {},
  standIns: null,
  limits: null,
  bankChanges: { onward: "party" },
  dutiesMet: {},
  noise: null,
};

const having = (is: (about: { onward?: string }) => boolean) =>
  (Object.keys(ABOUT_DOCUMENTS) as QuestionName[]).filter((name) => {
    const about = ABOUT_DOCUMENTS[name];
    return about !== null && is(about);
  });

/** The questions whose findings are about documents; of these, about what the same requester and party, or the same party, send next. */
export const OF_DOCUMENTS = {
  themselves: having(() => true),
  ofRequesterAndParty: having(({ onward }) => onward === "requester and party"),
  ofParty: having(({ onward }) => onward === "party"),
} as const;
