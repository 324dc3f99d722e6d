import { formatAmount, isCurrency, parseMoney } from "@/core/money";
import type { Limit } from "@/core/people";

/** A cell of the matrix of limits, as the server says it. */
export type Cell = {
  words: string;
  minor: number | null;
  currency: string;
  kind: "amount" | "unlimited" | "none";
  later: string;
};

/** What stands in a cell when it is opened to be typed into. */
export function textOf(cell: Cell, home: string): string {
  if (cell.kind !== "amount") return cell.kind === "none" ? "" : "unlimited";
  const amount = formatAmount({ minor: cell.minor!, currency: cell.currency });
  return cell.currency === home ? amount : `${amount} ${cell.currency}`;
}

/**
 * What was typed as a limit, or what is wrong with it.
 * @example readLimit("20,000 gbp", "EUR") // { kind: "amount", minor: 2000000, currency: "GBP" }
 */
export function readLimit(text: string, home: string): Limit | { message: string } {
  const words = text.trim();
  if (words === "" || /^(none|–|-)$/i.test(words)) return { kind: "none" };
  if (/^unlimited$/i.test(words)) return { kind: "unlimited" };
  const [, amount = "", written] = /^([\d\s.,']*)\s*(\D*)$/.exec(words) ?? [];
  const currency = written?.trim().toUpperCase() || home;
  if (amount.trim() === "" || !isCurrency(currency))
    return { message: `“${words}” is no limit; write 5,000 or 5,000 GBP, unlimited, or nothing` };
  const parsed = parseMoney(amount.trim(), currency);
  if (!parsed.ok) return { message: parsed.message };
  return parsed.money.minor < 0 ? { message: "a limit is not below zero" } : { kind: "amount", ...parsed.money };
}
