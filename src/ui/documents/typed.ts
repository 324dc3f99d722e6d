import { formatAmount, money, typedMoney } from "@/core/money";
import type { Refusal } from "@/core/refusal";
import { refuse } from "@/core/words";

/** Reads typed text exactly, and keeps what cannot be read with its path. */
export class Typed {
  readonly problems: Refusal[] = [];

  bad(problem: Refusal): void {
    this.problems.push(problem);
  }

  /** An amount in minor units; null when nothing is typed. */
  amount(text: string, currency: string, path: string, what: string): number | null {
    if (text.trim() === "") return null;
    const parsed = typedMoney(text, currency);
    if (!parsed.ok) this.bad(refuse("typed amount", { what, why: parsed.why }, path));
    else if (parsed.money.minor < 0) this.bad(refuse("typed amount below zero", { what }, path));
    else return parsed.money.minor;
    return null;
  }

  quantity(text: string, path: string, what: string): string {
    const plain = text.trim().replace(",", ".");
    if (/^\d{1,9}(\.\d{1,4})?$/.test(plain)) return plain;
    this.bad(refuse("typed quantity", { what }, path));
    return "1";
  }

  percent(text: string, path: string, what: string): string {
    const plain = text.trim().replace(",", ".") || "0";
    if (/^\d{1,2}(\.\d{1,2})?$/.test(plain)) return plain;
    this.bad(refuse("typed percentage", { what }, path));
    return "0";
  }
}

/** An amount as it is typed; nothing for none. */
export function typedAmount(minor: number | null, currency: string): string {
  return minor === null ? "" : formatAmount(money(minor, currency));
}
