import type { Condition } from "../conditions";
import type { ApproverRule } from "../people";
import type { StepKind } from "./steps";

/** A policy to begin with for a type of document: what it is for, and the reasoning behind its bands. The amounts are there to be moved. */
export type StartingPlan = {
  key: string;
  title: string;
  about: string;
  /** Key of the measure that bands are compared with. */
  measure: string;
  sections: readonly StartingSection[];
  holds?: readonly { reason: string; blocks: readonly ("send" | "post" | "pay" | "ship" | "use")[]; when: Condition }[];
  afterApproval?: readonly StepKind[];
};

/** Kinds of organisation that one can begin as. */
export type OrganisationKind = "trade" | "services" | "public-body" | "association";

export type StartingSection = {
  name: string;
  when: Condition | "otherwise";
  /** In whole units of the policy's currency; the exact amount lies below. */
  thresholds: readonly number[];
  /** So many bands from below need nobody. */
  none?: number;
  /** One after the other; a mark for each band. */
  levels: readonly { name: string; marks: readonly ("none" | "approves")[]; approvers: ApproverRule }[];
};

type StartingLevel = StartingSection["levels"][number];

const level =
  (name: string, approvers: ApproverRule) =>
  (...marks: StartingLevel["marks"]): StartingLevel => ({ name, marks, approvers });

export const lineManager = level("Line manager", { kind: "manager", up: 1 });
export const headAbove = level("Head of the unit above", { kind: "headOfUnit", up: 1 });
export const firstWithLimit = level("First with the limit", { kind: "lineByLimit", climb: "straight" });

/** A section's condition: the category is one of these. */
export const ofCategory = (...values: string[]): Condition => ({
  kind: "choice",
  field: "category",
  is: "one of",
  values,
});

/** The section of what no other takes. @param none so many bands from below need nobody */
export const otherwise = (
  thresholds: readonly number[],
  levels: readonly StartingLevel[],
  none = 0,
): StartingSection => ({
  name: "Everything else",
  when: "otherwise",
  thresholds,
  levels,
  ...(none && { none }),
});
