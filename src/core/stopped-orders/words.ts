import { formatMoney } from "../money";
import { joinWords } from "../text";
import type { WhyNone } from "./search";

/** Why no limit is asked for, and what to do, as a sentence. */
export function sayWhyNone(why: WhyNone): string {
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
      return `It could not be asked for: ${why.words}`;
  }
}
