import { z } from "zod";
import { MinorSchema } from "../money";
import { IdSchema } from "../people";

/** How a policy of credit-limit changes deals with customers' orders that are stopped for credit: what is asked for, when, and for whom it is not. */
export const StoppedOrdersSchema = z.strictObject({
  at: z
    .string()
    .regex(/^([01]\d|2[0-3]):[0-5]\d$/, "is a time of day such as 07:00")
    .meta({ description: "When they are looked for each day, by the clock of the organisation" }),
  headroomPercent: z
    .int()
    .min(0)
    .max(500)
    .meta({ description: "What is asked for beyond what is owed and ordered, in per cent of it" }),
  roundTo: z.int().positive().max(1_000_000).meta({
    description: "The limit asked for is the next multiple of so many whole units of the customer’s currency",
  }),
  most: MinorSchema.positive()
    .optional()
    .meta({ description: "In the policy’s currency; a higher limit is asked for by somebody, not by itself" }),
  overdueDays: z
    .int()
    .min(0)
    .max(3650)
    .optional()
    .meta({ description: "For customers with something overdue by more days nothing is asked for by itself" }),
  seller: IdSchema.optional().meta({
    description: "In whose name it is asked where an order names nobody who sells, or somebody who has left",
  }),
});
/** The rule by which limits are asked for that stopped orders need. */
export type StoppedOrdersRule = z.infer<typeof StoppedOrdersSchema>;
