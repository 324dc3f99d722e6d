import { formatMoney, type Money } from "../money";
import type { Directory } from "./directory";
import type { AuthorityLimit, Limit } from "./schema";

/** Turns an amount into another currency at the rate that counts; null when there is none. `steps` says how it came about. */
export type ToCurrency = (amount: Money, currency: string) => (Money & { steps?: string }) | null;

/** @example sayLimit({ kind: "amount", minor: 2500000, currency: "EUR" }) // "up to 25,000.00 EUR" */
export function sayLimit(limit: Limit): string {
  if (limit.kind === "amount") return `up to ${formatMoney(limit)}`;
  return limit.kind === "unlimited" ? "unlimited" : "none";
}

/** Whose limit it is, for a sentence: "their own", "as Head of Fleet". */
export function sayHolder({ holder }: AuthorityLimit, directory: Directory): string {
  return holder.kind === "person" ? "their own" : `as ${directory.position(holder.id)?.name ?? holder.id}`;
}

export type Coverage = { outcome: "covers" | "does not cover" | "cannot be told"; reason: string };

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
  if (limits.length === 0) return { outcome: "does not cover", reason: "has no limit for this type" };
  const judged = limits.map((one) => judge(one, amount, directory, toCurrency));
  return (
    judged.find(({ outcome }) => outcome === "covers") ??
    judged.find(({ outcome }) => outcome === "cannot be told") ??
    judged[0]!
  );
}

/** @example sayCompared(nok, { ...eur, steps: "÷ 11.5 of 2026-03-09, ECB" }) // "2,300.00 NOK = 200.00 EUR (÷ 11.5 of 2026-03-09, ECB)" */
export function sayCompared(amount: Money, compared: Money & { steps?: string }): string {
  if (compared.currency === amount.currency) return formatMoney(amount);
  return `${formatMoney(amount)} = ${formatMoney(compared)}${compared.steps ? ` (${compared.steps})` : ""}`;
}

function judge(one: AuthorityLimit, amount: Money, directory: Directory, toCurrency: ToCurrency): Coverage {
  const which = `limit ${sayLimit(one.limit)} (${sayHolder(one, directory)})`;
  if (one.limit.kind !== "amount") return { outcome: "covers", reason: which };
  const compared = toCurrency(amount, one.limit.currency);
  if (!compared)
    return { outcome: "cannot be told", reason: `${which} cannot be compared without a rate from ${amount.currency}` };
  const covers = compared.minor <= one.limit.minor;
  return {
    outcome: covers ? "covers" : "does not cover",
    reason: `${which} ${covers ? "covers" : "does not cover"} ${sayCompared(amount, compared)}`,
  };
}
