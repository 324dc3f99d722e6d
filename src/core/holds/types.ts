import { z } from "zod";
import type { Cause, HoldWhy } from "./reasons";

/** What a hold can keep from happening to a document once it is approved. */
export const BlockSchema = z.enum(["send", "post", "pay", "ship", "use"]);
export type Block = z.infer<typeof BlockSchema>;

export type HoldKind =
  /** The route cannot go on: nobody can approve until the cause is gone. */
  | "routing"
  /** A level of kind “check” has found something. */
  | "check"
  /** Placed by the policy since its condition is met. */
  | "policy"
  /** Placed by a person. */
  | "by hand";

/** How a hold ended: the approval, a person with a reason, its cause gone, or the document itself at an end or sent in anew. */
export type ReleasedHow = "approval" | "person" | "cause gone" | "document";

/** Something that stands in the way of a document, beside its status. */
export type Hold = {
  /** Counts the holds of a document: h1, h2. */
  id: string;
  kind: HoldKind;
  /** What it is called: by routing, or by the author of the policy. */
  code: string;
  why: HoldWhy;
  /** “approval” for holds of routing; else what of the document's further life. */
  blocks: readonly string[];
  level: string | null;
  /** Index among the holds of the policy version, for one placed by it. */
  rule: number | null;
  placedBy: string;
  placedAt: string;
  releasedAt: string | null;
  released: { how: ReleasedHow; by: string | null; why: Cause } | null;
};

export type PlacedHold = Pick<Hold, "kind" | "code" | "why" | "level" | "rule"> & { blocks: string[] };
