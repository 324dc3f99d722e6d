import type { AmountReason } from "../money";
import { sayBy, type Wording } from "./wording";

/** @example example(2) // "2,500.00" */
const example = (digits: number) => (digits === 0 ? "2,500" : `2,500.${"0".repeat(digits)}`);

const AMOUNTS = {
  "not an amount": ({ typed, digits }) => `“${typed}” is not an amount: write it like ${example(digits)}`,
  "more decimals": ({ currency, digits }) =>
    `${currency} has ${digits === 0 ? "no decimals" : `${digits} decimals`}: write it like ${example(digits)}`,
  "two amounts": ({ typed, whole, digits }) =>
    `“${typed}” can be read as two amounts: write ${whole}, or ${digits} decimals after the point`,
  "another currency": ({ written, currency }) => `“${written}” is another currency: write an amount in ${currency}`,
  "too large": () => "The amount is too large to be counted exactly",
} satisfies Wording<AmountReason>;

/** Why what was typed is no amount, with what to write. */
export function sayNoAmount(why: AmountReason): string {
  return sayBy(AMOUNTS, why);
}
