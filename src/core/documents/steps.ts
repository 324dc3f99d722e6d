/** What can be done with a document after its last approval, in an order that a policy says. */
export const STEP_KINDS = [
  "release holds",
  "apply changes",
  "send to supplier",
  "post",
  "next payment run",
  "tell",
  "call address",
] as const;
export type StepKind = (typeof STEP_KINDS)[number];

/** Steps that can be done with a document of any type. */
export const STEPS_OF_ALL: readonly StepKind[] = ["release holds", "tell", "call address"];
