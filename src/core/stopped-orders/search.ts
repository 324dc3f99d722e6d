import type { Reason } from "../refusal";
import type { AccountStatus } from "../documents";
import { minorDigits, money, type Money } from "../money";
import type { StoppedOrdersRule } from "../policy";

/** A customer with orders that are stopped, and what it owes; amounts in the currency of its account. */
export type Stopped = {
  customer: string;
  status: AccountStatus;
  limit: Money | null;
  receivables: Money;
  openOrders: Money;
  stoppedOrders: Money;
  daysOverdue: number;
  /** Those that are stopped, the oldest first; `asked`: the number of the change that was asked for because of it. */
  orders: readonly { id: string; asked: string | null }[];
  /** The number of a change of its limit that nobody has decided on yet. */
  underWay: string | null;
};

/** Why nothing is asked for. */
export type WhyNone =
  | { code: "no rule" }
  | { code: "account not open"; status: AccountStatus }
  | { code: "under way"; number: string }
  | { code: "asked before"; numbers: readonly string[] }
  | { code: "limit reaches"; limit: Money }
  | { code: "overdue"; days: number; most: number }
  | { code: "above the most"; needed: Money; most: Money }
  | { code: "no rate"; from: string; to: string }
  | { code: "too large" }
  | { code: "nobody sells" }
  | { code: "refused"; why: Reason[] };

export type Found = { ask: Money; orders: readonly string[] } | { none: WhyNone };

/**
 * The limit a customer needs for all of its orders: what it owes and has ordered, the headroom of the rule on it, up to the next round amount.
 * @returns in the currency of the account; null where it is too large to be counted exactly
 */
export function limitNeeded(
  { receivables, openOrders, stoppedOrders }: Pick<Stopped, "receivables" | "openOrders" | "stoppedOrders">,
  { headroomPercent, roundTo }: Pick<StoppedOrdersRule, "headroomPercent" | "roundTo">,
): Money | null {
  const { currency } = receivables;
  const owed = BigInt(receivables.minor) + BigInt(openOrders.minor) + BigInt(stoppedOrders.minor);
  const step = BigInt(roundTo) * 10n ** BigInt(minorDigits(currency));
  // In hundredths, so that nothing is lost before the one rounding, which is upwards: a limit a cent too low frees no order.
  const wanted = owed * BigInt(100 + headroomPercent);
  const rounded = ((wanted + 100n * step - 1n) / (100n * step)) * step;
  const minor = Number(rounded);
  return Number.isSafeInteger(minor) ? money(minor, currency) : null;
}

/**
 * Whether a limit is asked for by itself because of a customer's stopped orders, and which; each order is asked for once.
 * @param policy the currency in which `most` is, with its rule; without one nothing is asked for
 * @param toCurrency with the rates of the day; null where there is none
 */
export function searchCustomer(
  stopped: Stopped,
  policy: { currency: string; stoppedOrders?: StoppedOrdersRule | undefined },
  toCurrency: (amount: Money, currency: string) => Money | null,
): Found {
  const { stoppedOrders: rule, currency } = policy;
  const none = (why: WhyNone): Found => ({ none: why });
  if (!rule) return none({ code: "no rule" });
  if (stopped.status !== "open") return none({ code: "account not open", status: stopped.status });
  if (stopped.underWay) return none({ code: "under way", number: stopped.underWay });
  if (stopped.orders.every(({ asked }) => asked !== null))
    return none({ code: "asked before", numbers: [...new Set(stopped.orders.map(({ asked }) => asked!))] });
  if (rule.overdueDays !== undefined && stopped.daysOverdue > rule.overdueDays)
    return none({ code: "overdue", days: stopped.daysOverdue, most: rule.overdueDays });
  const ask = limitNeeded(stopped, rule);
  if (!ask) return none({ code: "too large" });
  if (stopped.limit && stopped.limit.minor >= ask.minor) return none({ code: "limit reaches", limit: stopped.limit });
  if (rule.most !== undefined) {
    const compared = toCurrency(ask, currency);
    if (!compared) return none({ code: "no rate", from: ask.currency, to: currency });
    if (compared.minor > rule.most)
      return none({ code: "above the most", needed: ask, most: money(rule.most, currency) });
  }
  return { ask, orders: stopped.orders.map(({ id }) => id) };
}
