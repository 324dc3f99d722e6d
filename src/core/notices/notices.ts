import {
  evolve,
  openSeats,
  type ApprovedReason,
  type DocumentEvent,
  type DocumentState,
  type Gap,
  type OverdueReason,
} from "../approval";
import type { Listed } from "../lists";
import type { Coded } from "../reason";
import type { Edited } from "../audit-narrative";
import { askerOf } from "../routing";
import type { Occasion } from "../messages";

/** Why a letter comes to its reader, as data; `why-words.ts` says it. */
export type Why =
  | { code: "asked"; level: string; inPlaceOf: string | null }
  | { code: "asked to approve first"; by: string; words: string }
  | { code: "passed to you"; from: readonly string[] }
  | { code: "passed on"; to: readonly string[] }
  | { code: "late"; next: OverdueReason }
  | { code: "is late" }
  | { code: "reminded by"; by: string }
  | { code: "changed"; number: string; revision: number; edit: Edited; policy: string }
  | { code: "no longer covered"; gaps: readonly Gap[] }
  | { code: "told"; level: string }
  | { code: "nobody spoke"; because: ApprovedReason | Unspoken };

/** Why a document was declined where nobody did it. */
export type Unspoken = Coded<{ "nobody answered in time": null; "could no longer be approved": null }>;

/** One thing to tell, with all that it says: what happened, by whom, about which level, who was asked then, and what was left out. */
export type Notice = {
  occasion: Occasion;
  /** Whom it is for whatever the policy says. */
  to: readonly string[];
  /** The level it is about. */
  level?: string;
  /** Its readers can decide there by a link. */
  decide?: true;
  by?: string;
  words?: string;
  /** The reason that was chosen from a list, beside the words. */
  listed?: Listed;
  why?: Why;
  /** Who was, or is, asked; where it is not said, nobody in particular. */
  asked?: readonly string[];
};

/** When an event happened, as it is looked at: the states right before and after it and after the whole command, and the other events of that command. */
export type Moment = {
  before: DocumentState | null;
  now: DocumentState;
  after: DocumentState;
  earlier: readonly DocumentEvent[];
  later: readonly DocumentEvent[];
};

type Type = DocumentEvent["type"];
type Of<T extends Type> = Extract<DocumentEvent, { type: T }>["data"];
type Tell<T extends Type> = (data: Of<T>, moment: Moment) => Notice[];

/** Says nothing to anybody by itself. */
const silent = () => [];

/** What each event tells: one line for every kind, so that a new one does not compile before somebody has said whom it concerns. */
const NOTICES: { [T in Type]: Tell<T> } = {
  drafted: silent,
  "draft saved": silent,
  submitted: (_, moment) => [{ occasion: "submitted", to: [], asked: firstAsked(moment) }, ...told(moment)],
  rerouted: (_, moment) => told(moment),
  revised: (data, moment) => [
    ...lost(
      data.voided.map((one) => one.by),
      data.gaps,
      moment,
    ),
    ...stillAsked(
      {
        code: "changed",
        number: moment.now.number,
        revision: data.revision,
        edit: data,
        policy: data.route.policy?.name ?? "",
      },
      moment,
    ),
    ...told(moment),
  ],
  reopened: (data, moment) => {
    const { document } = moment.now;
    const by = data.gaps.flatMap((gap) => gap.by ?? []);
    return lost([...by, askerOf(document), document.requester], data.gaps, moment);
  },
  "looked again": silent,
  "hold placed": silent,
  "hold released": silent,
  "level opened": ({ level }, { after }) => {
    const open = after.levels.find((one) => one.level === level);
    // What one command opened and ended again asks nobody.
    if (open?.status !== "open" || open.kind === "check") return [];
    return [{ occasion: "opened", to: openSeats(open), level, decide: true, asked: openSeats(open) }];
  },
  "next asked": ({ level, asked }) => [{ occasion: "opened", to: asked, level, decide: true, asked }],
  reminded: ({ level, to, asked, late }) => [
    { occasion: "reminder", to, level, asked, ...(late && { why: { code: "is late" } }) },
  ],
  "level overdue": ({ level, asked, why }) => [
    { occasion: "overdue", to: [], level, asked, why: { code: "late", next: why } },
  ],
  "level passed on": ({ level, from, pool }) => {
    const to = pool.filter((person) => !from.includes(person));
    return [
      { occasion: "opened", to, level, decide: true, asked: to, why: { code: "passed to you", from } },
      { occasion: "overdue", to: from, level, asked: from, why: { code: "passed on", to } },
    ];
  },
  "level lapsed": ({ level, asked }) => [{ occasion: "lapse", to: asked, level, asked }],
  "level passed over": silent,
  "approval counted": silent,
  "handed over": ({ to, level, by, comment }) => [
    { occasion: "handed over", to: [to], level, decide: true, by, words: comment, asked: [to] },
  ],
  "approver added": ({ person, level, by, comment }) => [
    {
      occasion: "opened",
      to: [person],
      level,
      decide: true,
      by,
      asked: [person],
      why: { code: "asked to approve first", by, words: comment },
    },
  ],
  returned: silent,
  asked: ({ to, by, text }) => [{ occasion: "question", to: [to], by, words: text }],
  answered: ({ question, by, text }, { now }) => {
    const asker = now.questions?.find((one) => one.question === question)?.by;
    return [{ occasion: "answer", to: asker ? [asker] : [], by, words: text }];
  },
  "reminded by requester": ({ to, by, text }, { now }) => {
    const open = now.levels.find((one) => one.status === "open" && openSeats(one).some((seat) => to.includes(seat)));
    return [
      {
        occasion: "reminder",
        to,
        by,
        words: text,
        asked: to,
        why: { code: "reminded by", by },
        ...(open && { level: open.level }),
      },
    ];
  },
  "check passed": silent,
  "approval given": silent,
  "approval refused": silent,
  reduced: silent,
  "level approved": silent,
  "level declined": silent,
  "sent back": ({ by, comment, listed, level }) => [
    { occasion: "sent back", to: [], by, words: comment, ...(listed && { listed }), level },
  ],
  approved: ({ because }, { earlier }) => {
    const last = earlier.findLast((event) => event.type === "approval given")?.data;
    return [
      {
        occasion: "approved",
        to: [],
        ...(last ? { by: last.by, words: last.comment } : { why: { code: "nobody spoke", because } }),
      },
    ];
  },
  declined: ({ level }, { earlier }) => {
    const last = earlier.findLast((event) => event.type === "approval refused" && event.data.level === level)?.data as
      Of<"approval refused"> | undefined;
    const late = earlier.some((event) => event.type === "level overdue" && event.data.level === level);
    return [
      {
        occasion: "declined",
        to: [],
        level,
        ...(last
          ? { by: last.by, words: last.comment, ...(last.listed && { listed: last.listed }) }
          : {
              why: {
                code: "nobody spoke",
                because: { code: late ? "nobody answered in time" : "could no longer be approved" },
              },
            }),
      },
    ];
  },
  withdrawn: silent,
  "steps begun": silent,
  "step done": silent,
  "step failed": silent,
  "step retried": silent,
  "step skipped": silent,
  "paper supplied": silent,
  paid: silent,
};

/**
 * Everything that the events of one command tell, each by what was so right after it and not by what has come of it since.
 * @param before the state they happened to; null for a document that is new
 * @param at ISO date-time in UTC at which they happened
 */
export function noticesOf(
  events: readonly DocumentEvent[],
  before: DocumentState | null,
  at: string,
): { notice: Notice; now: DocumentState }[] {
  const states = [before];
  for (const event of events) states.push(evolve(states.at(-1)!, event, at));
  const after = states.at(-1)!;
  return events.flatMap((event, index) => {
    const now = states[index + 1]!;
    const moment = {
      before: states[index]!,
      now,
      after,
      earlier: events.slice(0, index),
      later: events.slice(index + 1),
    };
    const noticesFor = NOTICES[event.type] as (data: unknown, moment: Moment) => Notice[];
    return noticesFor(event.data, moment).map((notice) => ({ notice, now }));
  });
}

/** Whom what was sent in goes to first: those of the levels that the same command opened. */
function firstAsked({ after, later }: Moment): string[] {
  const opened = new Set(later.flatMap((event) => (event.type === "level opened" ? [event.data.level] : [])));
  return after.levels.filter((level) => opened.has(level.level) && level.status === "open").flatMap(openSeats);
}

/** Those whom a level tells and asks nothing, where they were not told of the document before. */
function told({ before, now }: Moment): Notice[] {
  const known = new Set(toldLevels(before).flatMap((level) => level.candidates.map((one) => one.person)));
  return toldLevels(now).map((level) => ({
    occasion: "told",
    to: level.candidates.map((one) => one.person).filter((person) => !known.has(person)),
    level: level.level,
    why: { code: "told", level: level.level },
  }));
}

function toldLevels(state: DocumentState | null) {
  return state?.route?.levels.filter((level) => level.outcome === "told") ?? [];
}

/** Whoever's approval no longer counts learns why, unless the same command asks them again. */
function lost(people: readonly string[], gaps: readonly Gap[], moment: Moment): Notice[] {
  const again = new Set(firstAsked(moment));
  const to = [...new Set(people)].filter((person) => !again.has(person));
  return to.length > 0 ? [{ occasion: "reopened", to, why: { code: "no longer covered", gaps } }] : [];
}

/** Whoever goes on being asked gets a link to the new revision, since the old one died with the old. */
function stillAsked(why: Why, { after, later }: Moment): Notice[] {
  const opened = new Set(later.flatMap((event) => (event.type === "level opened" ? [event.data.level] : [])));
  return after.levels
    .filter((level) => level.status === "open" && level.kind !== "check" && !opened.has(level.level))
    .map((level): Notice => {
      const asked = openSeats(level);
      return { occasion: "opened", to: asked, level: level.level, decide: true, asked, why };
    });
}
