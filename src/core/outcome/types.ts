import type { StepResult } from "../approval";
import type { Money } from "../money";
import type { PaymentState } from "../payments";

export type Named = { id: string; number: string };

/** What became of a document after it was decided, as facts. */
export type Outcome =
  | { code: "closed"; status: "declined" | "withdrawn" }
  | { code: "step"; kind: string; status: "waiting" | "failed" | "done" | "skipped"; result: StepResult | null }
  | { code: "kept back"; holds: readonly string[] }
  | { code: "payment"; payment: PaymentState; amount: Money }
  | { code: "changed by" | "changes"; order: Named }
  /** How many lines of an order there are, and how many have come in whole. */
  | { code: "came in"; lines: number; whole: number; any: boolean }
  | { code: "charged"; by: readonly Named[]; amount: Money; of: Money };
