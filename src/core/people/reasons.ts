import type { Money } from "../money";
import type { Coded } from "../reason";
import type { Compared, LimitReason } from "./limits";

/** Why somebody may never decide on a document, whoever asks them. */
export type ExclusionReason = Coded<{
  "entered it": null;
  "edited it last": null;
  "is paid by it": null;
  "decided elsewhere": { level: string };
}>;

/** How somebody came to be asked, or why they may not decide. Ids of people; moments are ISO in UTC and half open. */
export type CandidateReason =
  | ExclusionReason
  | LimitReason
  | Coded<{
      "unknown person": null;
      "is the requester": null;
      inactive: null;
      "no approver": null;
      succeeded: { by: string };
      away: { until: string | null; standIn: string | null; covered: boolean };
      "stands in for": { principal: string; until: string | null; through: string[] };
      "holds a delegation of": { principal: string; until: string | null; through: string[] };
      "took over from": { person: string };
      "over their cap": { cap: Money; compared: Compared | null };
      "has decided already": null;
      "is asked already": null;
      "amount unknown": null;
      /** On the way up a reporting line: whose limit it is that was looked at. */
      "limit of": { person: string; why: LimitReason };
    }>;

/** Why a rule leads to nobody. Ids of units, positions, groups and people. */
export type GapReason = Coded<{
  "nobody named": null;
  "unknown group": { group: string };
  "empty group": { group: string };
  "unknown position": { position: string };
  "vacant position": { position: string };
  "reports to nobody": { person: string };
  "no unit above": { unit: string; up: number };
  "vacant head": { unit: string };
  "nothing owned": { of: string };
  "no owner": { of: string; key: string };
  "not named on the document": { field: string };
  "amount unknown": null;
  "line ends": { requester: string; last: string };
}>;
