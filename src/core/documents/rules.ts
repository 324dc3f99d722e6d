import { z } from "zod";
import { ControlledSchema } from "./account-fields";
import { MoneySchema } from "../money";
import { accountFault } from "../payments";
import { DutyRuleSchema, USUAL_DUTIES } from "../segregation";

const Percent = z.number().min(0).max(100);

/**
 * The organisation's rules that documents are checked against, whatever policy applies: tolerances of the match, what counts as a likely
 * duplicate, and what an import does to a customer's controlled fields.
 */
export const RulesSchema = z.strictObject({
  matching: z
    .strictObject({
      percent: Percent.meta({ description: "A difference up to this share of the order is within tolerance" }),
      amount: MoneySchema.meta({ description: "and up to this amount a line; the lesser of the two counts" }),
    })
    .meta({ description: "Where nobody has said otherwise, a price may differ by nothing" }),
  duplicates: z
    .strictObject({ days: z.int().min(0).max(366) })
    .default({ days: 30 })
    .meta({ description: "The same supplier and amount within these days is a likely duplicate" }),
  bankChangeDays: z.int().min(0).max(366).default(30),
  backdatedDays: z.int().min(0).max(3660).default(90).meta({
    description:
      "A document dated more than this many days before it is entered is held until somebody has looked at it",
  }),
  duties: z
    .array(DutyRuleSchema)
    .max(40)
    .default(() => [...USUAL_DUTIES])
    .meta({
      description: "Acts about one document or supplier that should not meet in one person: refused, or marked",
    }),
  letterhead: z
    .strictObject({
      address: z
        .string()
        .trim()
        .max(300)
        .meta({ description: "Where orders are delivered and invoices sent, in lines" }),
      taxNumber: z.string().trim().max(40),
      email: z.union([z.literal(""), z.email("is no e-mail address")]).meta({ description: "Where suppliers ask" }),
    })
    .default({ address: "", taxNumber: "", email: "" })
    .meta({ description: "What suppliers read on an order" }),
  payments: z
    .strictObject({
      weekday: z.int().min(1).max(7).meta({ description: "On which day of the week is paid: 1 Monday to 7 Sunday" }),
      payer: z.string().trim().max(70).meta({ description: "Holder of the account that is paid from" }),
      account: z
        .string()
        .trim()
        .max(42)
        .refine((text) => text === "" || accountFault(text) === null, "is no account number; compare each digit")
        .meta({ description: "The organisation's own account: an IBAN, or another number; empty while none is set" }),
      bic: z
        .string()
        .trim()
        .regex(/^([A-Z]{6}[A-Z0-9]{2}([A-Z0-9]{3})?)?$/, "is a bank's code of 8 or 11 signs, or empty")
        .meta({ description: "BIC (ISO 9362) of its bank, where the bank asks for it" }),
    })
    .default({ weekday: 5, payer: "", account: "", bic: "" }),
  controlled: ControlledSchema.meta({
    description: "Fields of customers and suppliers of which a change is approved before it counts",
  }),
  customerImport: z.enum(["apply", "refuse", "propose"]).default("propose").meta({
    description: "What an import does where it would change a controlled field of a customer",
  }),
});
export type Rules = z.infer<typeof RulesSchema>;

/** The rules before anybody has set any, in the organisation's own currency. */
export function usualRules(currency: string): Rules {
  return RulesSchema.parse({ matching: { percent: 0, amount: { minor: 0, currency } } });
}
