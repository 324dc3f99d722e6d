/** Replays documents of the past under two versions of a policy, off the page's thread. */
import { expose } from "comlink";
import { addDays, startOfDay } from "@/core/calendar";
import type { Rate } from "@/core/money";
import { historyFrom, throughTime, type HistoryLists } from "@/core/organisation-history";
import type { Policy, PolicyVersion } from "@/core/policy";
import {
  rehearsalOf,
  type Found,
  type InSteps,
  type MinutesOf,
  type OrganisationFrom,
  type PastDocument,
  type Rehearsal,
  type RehearsalAnswer,
  type Replayed,
  type Wanted,
} from "@/core/rehearsal";
import { foretold, timesOf, type Prediction, type Simulated, type TimedWith } from "@/core/time-to-decision";

export type Given = {
  documents: readonly PastDocument[];
  rates: readonly Rate[];
  history: HistoryLists;
  /** Versions of other policies for the same documents. */
  others: readonly PolicyVersion[];
  /** ISO date-time in UTC as of which everybody counts; as they were where it is null. */
  today: string | null;
  /** Conditions on what nothing is known of are taken as not met, and do not hold a document. */
  takesUnknown: boolean;
};

/** How long decisions would take under two versions, and how well that is foretold; null for what no document tells. */
export type TimesAnswer = { before: Simulated | null; after: Simulated | null; prediction: Prediction | null };

/** With what times are worked out beside the documents. @property until ISO date, the last day of the documents */
export type TimesAsked = Pick<TimedWith, "timing" | "minutes" | "capacity" | "interest" | "zone"> & { until: string };

const MOST_LISTED = 200;

/** So many runs, each drawn anew: between the second and the second last of them lie nine of ten. */
const RUNS = 20;
const SEED = 1;

/** The last days of a history, which are foretold out of what was before them. */
const FORETOLD_DAYS = 91;

let rehearsal: Rehearsal | null = null;
let given: Given | null = null;
let organisations: readonly OrganisationFrom[] = [];

const api = {
  give(asked: Given): void {
    const { today, history, ...rest } = asked;
    given = asked;
    organisations = throughTime(historyFrom(history), today);
    rehearsal = rehearsalOf({ ...rest, at: today, organisations });
  },

  /**
   * Compares two versions of a policy over the documents that were given; null for that there is no such policy, or it was stopped.
   * @param goOn asked as in `times`; not at all where an answer is there before anybody could stop it
   */
  async compare(
    before: Policy | null,
    after: Policy | null,
    minutes: MinutesOf,
    goOn: GoOn | null,
  ): Promise<RehearsalAnswer | null> {
    if (!rehearsal) return null;
    if (!goOn) return rehearsal.compare(before, after, minutes, MOST_LISTED);
    const answer = await inSteps(rehearsal.comparing(before, after, minutes, MOST_LISTED), goOn);
    return answer === STOPPED ? null : answer;
  },

  /** Better thresholds for one section of a version, over the documents that were given. */
  find(policy: Policy, wanted: Wanted, minutes: MinutesOf): Found | null {
    return rehearsal?.find(policy, wanted, minutes) ?? null;
  },

  /**
   * How long decisions would take under two versions; null where it was stopped.
   * @param goOn is told which share of it is done, and says whether it is to go on
   */
  async times(before: Policy | null, after: Policy | null, asked: TimesAsked, goOn: GoOn): Promise<TimesAnswer | null> {
    if (!rehearsal || !given) return null;
    const { rates, documents, others } = given;
    const history = historyFrom(given.history);
    const standIns = [...history.standIn.values()];
    const using: TimedWith = { ...asked, organisations, standIns, rates, runs: RUNS, seed: SEED };
    const sent = rehearsal.sent(before, after);
    const under = (policy: Policy | null, replayed: Replayed) => {
      const versions = [...(policy ? [{ policy, version: 0 }] : []), ...others];
      return versions.length > 0 ? timesOf(sent.documents, sent.columns, replayed, versions, using) : nothing();
    };
    const from = startOfDay(addDays(asked.until, 1 - FORETOLD_DAYS), asked.zone);
    const then = { ...using, organisations: throughTime(history, null) };
    const parts = [under(before, sent.before), under(after, sent.after), foretold(documents, from, then)] as const;
    const part = <T>(steps: Generator<number, T | null>, place: number) =>
      inSteps(steps, (share) => goOn((place + share) / parts.length));
    const was = await part(parts[0], 0);
    const is = was === STOPPED ? STOPPED : await part(parts[1], 1);
    const prediction = is === STOPPED ? STOPPED : await part(parts[2], 2);
    if (was === STOPPED || is === STOPPED || prediction === STOPPED) return null;
    return { before: was, after: is, prediction };
  },
};

const STOPPED = Symbol("stopped");

/** Is told which share of some work is done, and says whether it is to go on. */
type GoOn = (share: number) => Promise<boolean>;

function* nothing(): Generator<number, null> {
  yield 1;
  return null;
}

/** Goes through it step by step, as long as it is to go on. */
async function inSteps<T>(steps: InSteps<T>, goOn: GoOn): Promise<T | typeof STOPPED> {
  for (let step = steps.next(); ; step = steps.next()) {
    if (step.done) return step.value;
    if (!(await goOn(step.value))) return STOPPED;
  }
}

export type RehearsalWorker = typeof api;
expose(api);
