import { formatAmount, isCurrency, typedMoney } from "@/core/money";
import type { Limit } from "@/core/people";
import type { Result } from "@/core/refusal";
import { refused } from "@/core/words";

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

const limit = (value: Limit): Result<Limit> => ({ ok: true, value });

/**
 * What was typed as a limit, or what is wrong with it.
 * @param what whose limit it is, for the refusal
 * @example readLimit("20,000 gbp", "EUR", "Director, orders") // { ok: true, value: { kind: "amount", minor: 2000000, currency: "GBP" } }
 */
export function readLimit(text: string, home: string, what: string): Result<Limit> {
  const words = text.trim();
  if (words === "" || /^(none|–|-)$/i.test(words)) return limit({ kind: "none" });
  if (/^unlimited$/i.test(words)) return limit({ kind: "unlimited" });
  const [, amount = "", written] = /^([\d\s.,']*(?:[km](?![a-z]))?)\s*(\D*)$/i.exec(words) ?? [];
  const currency = written?.trim().toUpperCase() || home;
  if (amount.trim() === "" || !isCurrency(currency)) return refused("typed limit", { what, typed: words });
  const parsed = typedMoney(amount.trim(), currency);
  if (!parsed.ok) return refused("typed amount", { what, why: parsed.why });
  return parsed.money.minor < 0
    ? refused("typed amount below zero", { what })
    : limit({ kind: "amount", ...parsed.money });
}
