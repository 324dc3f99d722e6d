import { addDays } from "../calendar";
import { evaluate, fieldsCompared, type Facts } from "../conditions";
import { documentType, type AnyDocument, type EvaluationContext, type Remark } from "../documents";
import type { Policy } from "../policy";
import type { HoldWhy } from "./reasons";
import type { Block, Hold, PlacedHold } from "./types";

/** What the hold of a document is called that carries a date from too long ago. */
export const BACKDATED = "Backdated";

/** The holds that are on a document now. */
export function activeOf(holds: readonly Hold[]): Hold[] {
  return holds.filter((hold) => hold.releasedAt === null);
}

/** Active holds that keep something from happening. A hold that blocks nothing is a mark for the reader. */
export function blockingHolds(holds: readonly Hold[], what?: Block): Hold[] {
  return activeOf(holds).filter((hold) => (what ? hold.blocks.includes(what) : hold.blocks.length > 0));
}

type HoldRule = Policy["holds"][number];

/** Whether a hold of a policy has its cause now. Without a condition every document has; a condition that cannot be told counts as met. */
export function hasCause(rule: HoldRule, document: AnyDocument, looking: EvaluationContext): boolean {
  return meets(rule, documentType(document.documentType).facts(document, looking), looking);
}

function meets(rule: HoldRule, facts: Facts, looking: EvaluationContext): boolean {
  return !rule.when || evaluate(rule.when, facts, looking.toCurrency).outcome !== "not met";
}

/**
 * The holds a policy places on a document, each with what was found.
 * @param known indexes of rules that have been placed before and are not placed again: somebody may have released them
 */
export function holdsOfPolicy(
  policy: Policy,
  document: AnyDocument,
  looking: EvaluationContext,
  known: ReadonlySet<number> = new Set(),
): PlacedHold[] {
  if (policy.holds.length === 0) return [];
  const facts = documentType(document.documentType).facts(document, looking);
  return policy.holds.flatMap((rule, index): PlacedHold[] =>
    !known.has(index) && meets(rule, facts, looking)
      ? [
          {
            kind: "policy",
            code: rule.reason,
            why: whyOf(rule, document, looking),
            blocks: rule.blocks,
            level: null,
            rule: index,
          },
        ]
      : [],
  );
}

/**
 * The hold of a document that carries a date from longer ago than the organisation's rules let pass: an old date must not bring what a new one would not.
 * Somebody looks at it and releases it, or its date is mended.
 * @param entered the day on which it was sent in
 */
export function backdated(document: AnyDocument, entered: string, { around }: EvaluationContext): PlacedHold | null {
  const days = around.rules?.backdatedDays;
  if (days === undefined || document.date >= addDays(entered, -days)) return null;
  return {
    kind: "policy",
    code: BACKDATED,
    why: { code: "backdated", values: { dated: document.date, entered, days } },
    blocks: ["send", "post", "pay", "ship", "use"],
    level: null,
    rule: null,
  };
}

/** Why a hold is placed: what was found on the document for its condition, else that it is so for every document. */
function whyOf(rule: HoldRule, document: AnyDocument, looking: EvaluationContext): HoldWhy {
  const fields = rule.when ? fieldsCompared(rule.when) : [];
  if (fields.length === 0) return { code: "every document" };
  const remarks = documentType(document.documentType).remarks(document, looking);
  const fitting = remarks.filter((remark) => fields.some((field) => REMARKED[field]?.includes(remark.about)));
  if (fitting.length === 0) return { code: "condition met" };
  const found = fitting.map(({ why, line }) => ({ why, ...(line !== undefined && { line }) }));
  return { code: "found on the document", values: { remarks: found } };
}

/** Which remarks tell more about a field that a condition names. */
const REMARKED: Record<string, readonly Remark["about"][]> = {
  overSupplierLimit: ["supplier limit"],
  atSupplierLimit: ["supplier limit"],
  match: ["match", "not received", "no order"],
  notReceived: ["not received"],
  duplicateSuspected: ["duplicate"],
  arithmeticWrong: ["arithmetic"],
  bankDetailsChanged: ["bank details"],
  bankAccount: ["bank details"],
  supplierNotOpen: ["supplier not open"],
  missingReceipt: ["receipt missing"],
  sameReceipt: ["same receipt"],
  overCeiling: ["over a ceiling"],
  aboveRate: ["rate"],
  papersMissing: ["papers missing"],
  overLimitNow: ["over the limit", "overdue"],
  overdue: ["overdue"],
};
