import type { Coded } from "../reason";
import type { BlockedReason } from "../routing";
import type { ApproverRule } from "../people";
import type { NotReadyReason, Policy } from "../policy";

/** Why nobody can decide at a level for somebody. */
export type DeadEndReason =
  | Exclude<BlockedReason, { code: "line ends" }>
  | Coded<{
      "nobody but the requester": null;
      /** The reporting line of each of them, whoever it is. */
      "their line ends": { last: string };
    }>;

/** What would help at a level at which nobody can decide; the first that does. */
export type DeadEndHelp =
  "ask for fewer" | "fill the position" | "name a second person" | "name somebody active" | "name more people";

/** What a comparison names and nothing has: a text that is empty, choices that are gone, a name that nobody has. */
export type UnknownName = { field: string } & Coded<{
  "empty text": null;
  "no such choice": { choices: readonly string[] };
  "no such name": { is: "equal to" | "containing" | "starting with"; text: string };
}>;

/** Why a step after the approval cannot be carried out. */
export type StepReason = Coded<{
  "does nothing": null;
  "not posted before": null;
  "nobody told": { note: string };
}>;

/** Why nobody can be asked what a policy means. */
export type OwnerReason = Coded<{
  none: null;
  unknown: null;
  inactive: { person: string };
  leaves: { person: string };
}>;

/** The limit that surely stands behind a decision, in minor units of the policy's currency, null without an end; and whose it is at the least. */
export type LimitBehind = { minor: number | null; people: readonly string[] };

/** What can be wrong with a policy. Persons, levels, sections and policies are ids, bands indices, amounts minor units of the policy's currency. */
export type FindingReason = Coded<{
  "not carried out": { why: NotReadyReason };
  "unknown reference": { why: NotReadyReason };
  "no approving level": null;
  "conditional levels only": null;
  /** `itself`: by its own condition alone; `last`: the section for everything else. */
  "section never applies": { itself: boolean; last: boolean };
  "level never applies": null;
  /** `hold` is the name of the hold whose condition it is; null where the place says whose. */
  "unknown name": { hold: string | null; why: UnknownName };
  /** Nothing new says anything in it. ISO date of its last day. */
  "field ended": { field: string; lastDay: string };
  "choice skips authority": { chosen: string; weak: readonly string[]; top: number; open: boolean };
  "level without part": null;
  "sections overlap": { first: string };
  "scope left over": { people: readonly string[] };
  /** `from` is an ISO date-time. */
  "claims the same": { policy: string; from: string };
  "dead end": {
    people: readonly string[];
    /** Whether it is so for everybody who asks. */
    everybody: boolean;
    bands: readonly number[];
    why: DeadEndReason;
    help: DeadEndHelp;
  };
  /** ISO date-times: when it begins, and when the last absence that makes it ends. */
  "passing dead end": { people: readonly string[]; from: string; until: string | null; why: DeadEndReason };
  "same people": { levels: readonly string[]; people: readonly string[] };
  "known per document": { by: Extract<ApproverRule, { kind: "owner" | "namedOnDocument" }> };
  "limit too low": { weak: readonly string[]; top: number; open: boolean };
  inversion: { lower: number };
  "falling authority": { lower: number; before: LimitBehind; after: LimitBehind };
  /** Levels that are sure to approve this amount, and an order of the same. */
  "easier than its order": { minor: number; levels: number; order: string; orderLevels: number };
  /** Parts of one. */
  "decides alone": { person: string; share: number; most: number };
  lapse: null;
  "escalation circle": { person: string };
  "inactive person": { person: string; as: "approver" | "member" | "seller" };
  /** ISO date of the last day. */
  leaving: { person: string; after: string };
  /** `step` counts from 1. */
  "step not possible": { step: number; kind: Policy["afterApproval"][number]["kind"]; why: StepReason };
  "stopped orders stay": null;
  "no owner": { why: OwnerReason };
  "nobody next": null;
  "escalation without role": { person: string };
  "no rate": { from: readonly string[]; to: string };
}>;

export type FindingCode = FindingReason["code"];
