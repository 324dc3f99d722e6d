import type { UnmeasuredReason } from "../documents";
import type { ConversionReason } from "../money";
import type { Candidate, GapReason, LimitReason } from "../people";
import type { ScopeReason } from "../policy";
import type { Coded } from "../reason";

/** Why a policy was chosen for a document or not. `below` says that the unit is one above the document's own. */
export type ConsideredReason =
  | ScopeReason
  | Coded<{
      "another unit": { unit: string };
      applies: { unit: string; below: boolean };
      "nearer elsewhere": { unit: string; below: boolean };
      "as another does": { unit: string; below: boolean };
    }>;

/** Why a level has the part in a document that it has. */
export type LevelReason = Coded<{
  /** Its mark in the band says so; `conditional` where a condition of its own is met besides. */
  "approves in the band": { conditional: boolean };
  "has its task in the band": { conditional: boolean };
  "verified in the band": { conditional: boolean };
  "told in the band": null;
  "no part in the band": null;
  "condition not met": null;
  /** Whether it is asked, or whom, turns on fields that a level before it fills in. */
  "awaits fields": { fields: string[] };
  "left to the next level": null;
  "within the requester’s own limit": { why: LimitReason };
}>;

/** Somebody whom a level looked at and who may not decide there. */
export type PersonConsidered = Pick<Candidate, "person" | "why">;

/** Why the people of a level cannot come to a decision. */
export type BlockedReason =
  | GapReason
  | Coded<{
      "nobody eligible": { people: PersonConsidered[] };
      "too few eligible": { eligible: number; needed: number; twice: boolean; away: number };
      "condition cannot be told": null;
    }>;

/** Why a document cannot go on. Ids of policies, sections and levels. */
export type HeldReason =
  | UnmeasuredReason
  | ConversionReason
  | Coded<{
      "no policy in force": { type: string; unit: string };
      "two policies claim it": { type: string; policies: string[] };
      "measure not carried out": { measure: string };
      "section cannot be told": { section: string };
      "no section fits": null;
      "level blocked": { level: string; why: BlockedReason };
      "same people asked": { levels: string[] };
      "no level approves": null;
      "every level passed over": null;
      "approvals do not cover it": null;
      "version not found": { level: string; version: number };
      "too few there": { level: string };
      "too few left": { level: string };
      "too few beside": { level: string; beside: string[] };
    }>;
