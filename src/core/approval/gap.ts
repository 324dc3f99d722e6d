import type { Money } from "../money";

/**
 * Why an approval does not cover what the document now is: it is another section, another amount, another party ...; a refused part is asked for again; or the
 * one who gave it may not decide on it as it is now, or was not among those whom the level asks.
 */
export type Gap = { level: string; by: string | null } & (
  | { code: "amount"; before: Money; after: Money | null }
  | { code: BoundFact; before: string | null; after: string | null }
  | { code: "field"; field: string }
  | {
      code:
        | "section"
        | "wording"
        | "lines"
        | "refused"
        | "not eligible"
        | "not asked"
        | "not verified"
        | "too few"
        | "repeated";
    }
);
/** What is always material: whose document it is, for whom, with whom, in which currency and of which day. */
export type BoundFact = "requester" | "onBehalfOf" | "unit" | "party" | "currency" | "date";
