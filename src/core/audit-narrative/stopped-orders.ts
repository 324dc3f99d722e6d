import { formatMoney, type Money } from "../money";
import { joinWords, sayDate } from "../text";
import type { BarredReason } from "../approval";
import type { Reason } from "../refusal";
import type { AccountReason, OrderReason, WhyNone } from "../stopped-orders";
import { IDS, isRefusedCode, sayBy, sayKept, speak, type Names, type Wording } from "../words";
import { sayBarred } from "./refused";

/** Why no limit is asked for, and what to do, as a sentence. */
export function sayWhyNone(why: WhyNone, names: Names = IDS): string {
  return speak(said(why, names));
}

function said(why: WhyNone, names: Names): string {
  switch (why.code) {
    case "no rule":
      return "The policy for credit limits has no rule for stopped orders; ask for the limit by hand.";
    case "account not open":
      return `The account is ${why.status}; a limit is asked for when it is open.`;
    case "under way":
      return `${why.number} is under way.`;
    case "asked before":
      return `It was asked for once, in ${joinWords(why.numbers, "and")}; ask again by hand.`;
    case "limit reaches":
      return `The limit of ${formatMoney(why.limit)} reaches already; the orders go out as soon as the account is looked at again.`;
    case "overdue":
      return `It is ${why.days} days overdue, and nothing is asked for by itself after ${why.most}; ask by hand, or wait for its payment.`;
    case "above the most":
      return `It needs ${formatMoney(why.needed)}, and no more than ${formatMoney(why.most)} is asked for by itself; ask by hand.`;
    case "no rate":
      return `There is no rate from ${why.from} to ${why.to}; publish one, or ask by hand.`;
    case "too large":
      return "What it owes and has ordered is too large to be counted exactly; look at its books.";
    case "nobody sells":
      return "The order names nobody who sells, and the policy nobody in their place; ask by hand.";
    case "refused":
      return `It could not be asked for: ${why.why.map((one) => sayReason(one, names)).join("; ")}`;
  }
}

/** A reason that was kept of a command on a document, or of what was looked at before it. */
function sayReason(why: Reason, names: Names): string {
  if (isRefusedCode(why.code)) return sayKept(why, names);
  return sayBarred(why as BarredReason, { number: "It", document: null }, names).message;
}

const within = (limit: Money | null) => `within the limit of ${limit ? formatMoney(limit) : "none"}`;

const ORDERS = {
  "account not open": ({ status }) => `the account is ${status}`,
  "over the limit": ({ over, limit }) =>
    `${formatMoney(over)} over the limit of ${limit ? formatMoney(limit) : "none"}`,
  "freed by a document": ({ number, limit }) => `${number}: ${within(limit)}`,
  "freed by a change": ({ limit }) => `the limit was changed: ${within(limit)}`,
  "freed when looked at again": ({ limit }) => `looked at again: ${within(limit)}`,
  "freed when balances were read": ({ limit }) => `balances were read: ${within(limit)}`,
} satisfies Wording<OrderReason>;

/** Why a customer's order was stopped or goes out, after its state. */
export function sayOrderReason(why: OrderReason): string {
  return sayBy(ORDERS, why);
}

const ACCOUNTS = {
  "document approved": ({ number }) => `by ${number}, which was approved`,
  "import applied": () => "by an import, which the organisation lets apply at once",
  "approved before": ({ by, on }) =>
    `imported from a file, as approved by ${by} on ${sayDate(on)}, before there was Bandeira`,
  "not controlled": ({ byImport }) =>
    `${byImport ? "by an import" : "by hand"}, without an approval, which these fields need none of`,
} satisfies Wording<AccountReason>;

/** By what an account was changed or opened, as the end of a sentence. */
export function sayAccountReason(why: AccountReason): string {
  return sayBy(ACCOUNTS, why);
}
