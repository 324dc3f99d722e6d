import { z } from "zod";
import { IdSchema } from "../ids";
import { CurrencySchema, MinorSchema, PercentSchema } from "../money";

const Amount = z.strictObject({ minor: MinorSchema.min(0), currency: CurrencySchema });

/**
 * What an entry of a list may say besides its name, each with its schema. A list says which of them it has (`LISTS`, or, for a list of the organisation's own,
 * `OWN_LIST`).
 */
export const ATTRIBUTES = {
  owner: IdSchema.meta({ description: "Person who answers for it, whom a level may ask" }),
  unit: IdSchema.meta({ description: "Unit that it belongs to" }),
  percent: PercentSchema.meta({ description: "Rate of tax, in per cent" }),
  country: z
    .string()
    .regex(/^[A-Z]{2}$/, "is no country's code of two letters")
    .meta({ description: "Country by ISO 3166-1, two letters" }),
  days: z.int().min(0).max(3660).meta({ description: "Days from the date of the invoice until it is due" }),
  usual: z.literal(true).meta({ description: "A line begins with it" }),
  tax: z.string().max(40).meta({ description: "Key of the rate of tax that a line begins with" }),
  ceiling: Amount.meta({ description: "Most that one line may come to" }),
  receiptFrom: Amount.meta({ description: "A line over this amount needs a receipt" }),
  allowance: Amount.meta({ description: "Most that a day's allowance may come to; it is paid without receipts" }),
  inAllowance: z.literal(true).meta({ description: "Is contained in an allowance of the same day" }),
  firstLimit: z.literal(true).meta({ description: "Is needed for a customer's first limit" }),
  newSupplier: z.literal(true).meta({ description: "Is needed for a new supplier" }),
} as const;
export type Attribute = keyof typeof ATTRIBUTES;
export type Attributes = { [A in Attribute]?: z.infer<(typeof ATTRIBUTES)[A]> };

/** `with`: what its entries say besides their names. `free`: while it has no entry at all, anything may stand on a document. */
type ListKind = { with: readonly Attribute[]; free?: true };

/** The lists every organisation keeps, by their ids. What stands in them is the organisation's alone. */
export const LISTS = {
  "order-categories": { with: ["tax"] },
  "claim-categories": {
    with: ["tax", "ceiling", "receiptFrom", "allowance", "inAllowance"],
  },
  "cost-centres": { with: ["owner", "unit"] },
  projects: { with: ["owner", "unit"] },
  "tax-rates": { with: ["percent", "country", "usual"] },
  "payment-terms": { with: ["days"] },
  papers: { with: ["firstLimit", "newSupplier"] },
  currencies: { with: [], free: true },
  "hold-reasons": { with: [] },
  "release-reasons": { with: [] },
  "decline-reasons": { with: [] },
  "send-back-reasons": { with: [] },
} as const satisfies Record<string, ListKind>;
export type ListId = keyof typeof LISTS;
export const LIST_IDS = Object.keys(LISTS) as ListId[];

/** An entry chosen from a list of everybody's, beside what was typed; `at` is when, ISO date-time in UTC, since it is called then what it was called then. */
export type Listed = { list: ListId; key: string; at: string };

/** A list that the organisation has made itself, for fields of its own. */
export const OWN_LIST: ListKind = { with: ["owner", "unit"] };

/** What a list is, one of everybody's or one of the organisation's own. */
export function kindOf(list: string): ListKind {
  return Object.hasOwn(LISTS, list) ? LISTS[list as ListId] : OWN_LIST;
}
