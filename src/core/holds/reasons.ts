import type { Remark, RemarkReason } from "../documents";
import type { Listed } from "../lists";
import type { Coded } from "../reason";
import type { HeldReason } from "../routing";

/** What a check finds wrong; `line` counts from 1. */
export type CheckReason = Coded<{
  "does not add up": { line: number | null; why: RemarkReason };
  "paper not attached": { paper: string };
  "field empty": { type: string; field: string };
}>;

/** A remark as a hold keeps it. */
export type HeldRemark = Pick<Remark, "why" | "line">;

/** Why a document is held; `said` is what the person who placed it wrote. Dates are ISO. */
export type HoldWhy =
  | HeldReason
  | Coded<{
      "check found": { level: string; wrong: CheckReason[] };
      "found on the document": { remarks: HeldRemark[] };
      "condition met": null;
      "every document": null;
      backdated: { dated: string; entered: string; days: number };
      "placed by hand": { said: string; listed?: Listed };
    }>;

/** Why a hold went, or a held document was looked at again. Numbers are of documents; `said` is what a person wrote. */
export type Cause = Coded<{
  approved: null;
  edited: null;
  "sent in again": null;
  withdrawn: null;
  declined: null;
  "sent back": null;
  "gone back a level": null;
  "routed again": null;
  "released by a step": null;
  "something else missing": null;
  "nothing missing": null;
  "enough can decide": null;
  "enough have approved": null;
  "part not approved": null;
  "receipt supplied": { line: number };
  "receipt posted": { line: number; order: string };
  "rate arrived": { rates: { from: string; to: string; rate: string }[] };
  "rates changed": null;
  "people changed": null;
  "looked through": null;
  "policy changed": null;
  "something began or ended": null;
  /** By which document; null where it was changed at once. */
  "account changed": { account: string; by: string | null };
  said: { said: string; listed?: Listed };
}>;
