import { formatMoney, type Converted, type Money, type ToCurrency } from "../money";
import type { Directory } from "./directory";
import type { Coded } from "../reason";
import type { AuthorityLimit, Holder, Limit } from "./schema";

/** @example sayLimit({ kind: "amount", minor: 2500000, currency: "EUR" }) // "up to 25,000.00 EUR" */
export function sayLimit(limit: Limit): string {
  if (limit.kind === "amount") return `up to ${formatMoney(limit)}`;
  return limit.kind === "unlimited" ? "unlimited" : "none";
}

/** Whose limit it is, for a sentence: "their own", "as Head of Fleet". */
export function sayHolder({ holder }: Pick<AuthorityLimit, "holder">, directory: Directory): string {
  return holder.kind === "person" ? "their own" : `as ${directory.position(holder.id)?.name ?? holder.id}`;
}

export type Coverage = { outcome: "covers" | "does not cover" | "cannot be told"; why: LimitReason };

/** What was compared with a limit: the amount, and what it comes to in the limit's currency; null where no rate leads there. */
export type Compared = { amount: Money; as: Converted | null };

/** Why a limit covers an amount or not. */
export type LimitReason = Coded<{
  "no limit": null;
  "unlimited limit": { holder: Holder };
  limit: { limit: Money; holder: Holder; compared: Compared };
}>;

/**
 * Whether a person may decide an amount by their own limit or by one of a position they hold; the exact amount of a limit is within it.
 * Without any limit nothing is covered.
 * @param amount as the document has it: what is compared has then been rounded once, on the way to the limit's currency
 */
export function coverage(
  person: string,
  documentType: string,
  amount: Money,
  directory: Directory,
  toCurrency: ToCurrency,
): Coverage {
  const limits = directory.limitsOf(person, documentType).filter(({ limit }) => limit.kind !== "none");
  if (limits.length === 0) return { outcome: "does not cover", why: { code: "no limit" } };
  const judged = limits.map((one) => judge(one, amount, toCurrency));
  return (
    judged.find(({ outcome }) => outcome === "covers") ??
    judged.find(({ outcome }) => outcome === "cannot be told") ??
    judged[0]!
  );
}

/** The limit that decides; one of an amount counts with its exact amount. */
function judge({ limit, holder }: AuthorityLimit, amount: Money, toCurrency: ToCurrency): Coverage {
  if (limit.kind !== "amount") return { outcome: "covers", why: { code: "unlimited limit", values: { holder } } };
  const { kind: _, ...most } = limit;
  const as = toCurrency(amount, most.currency);
  const outcome = !as ? "cannot be told" : as.minor <= most.minor ? "covers" : "does not cover";
  return { outcome, why: { code: "limit", values: { limit: most, holder, compared: { amount, as } } } };
}
