/** Replays documents of the past under two versions of a policy, off the page's thread. */
import { expose } from "comlink";
import type { Rate } from "@/core/money";
import { historyFrom, throughTime, type HistoryLists } from "@/core/organisation-history";
import type { Policy, PolicyVersion } from "@/core/policy";
import {
  rehearsalOf,
  type Found,
  type MinutesOf,
  type PastDocument,
  type Rehearsal,
  type RehearsalAnswer,
  type Wanted,
} from "@/core/rehearsal";

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

const MOST_LISTED = 200;
let rehearsal: Rehearsal | null = null;

const api = {
  give({ today, history, ...given }: Given): void {
    rehearsal = rehearsalOf({ ...given, at: today, organisations: throughTime(historyFrom(history), today) });
  },

  /** Compares two versions of a policy over the documents that were given; null for that there is no such policy. */
  compare(before: Policy | null, after: Policy | null, minutes: MinutesOf): RehearsalAnswer | null {
    return rehearsal?.compare(before, after, minutes, MOST_LISTED) ?? null;
  },

  /** Better thresholds for one section of a version, over the documents that were given. */
  find(policy: Policy, wanted: Wanted, minutes: MinutesOf): Found | null {
    return rehearsal?.find(policy, wanted, minutes) ?? null;
  },
};

export type RehearsalWorker = typeof api;
expose(api);
