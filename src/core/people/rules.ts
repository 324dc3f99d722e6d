import { z } from "zod";
import { IdSchema } from "../ids";

const steps = z.int().min(1).max(10);

/** Who a level asks. */
export const ApproverRuleSchema = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("people"), people: z.array(IdSchema).min(1) }),
  z.strictObject({ kind: z.literal("group"), group: IdSchema }),
  z.strictObject({ kind: z.literal("manager"), up: steps.default(1) }),
  z.strictObject({ kind: z.literal("headOfUnit"), up: z.int().min(0).max(10).default(0) }),
  z.strictObject({ kind: z.literal("position"), position: IdSchema }),
  z.strictObject({ kind: z.literal("lineByLimit"), climb: z.enum(["one by one", "straight"]) }),
  z.strictObject({ kind: z.literal("owner"), of: z.enum(["costCentre", "customer", "supplier"]) }),
  z.strictObject({ kind: z.literal("namedOnDocument"), field: z.string().min(1) }),
]);
export type ApproverRule = z.infer<typeof ApproverRuleSchema>;

export type RuleKind = ApproverRule["kind"];
