import { formatAmount, money, parseMoney } from "@/core/money";
import type { Refusal } from "@/core/refusal";

/** Reads typed text exactly, and keeps what cannot be read with its path. */
export class Typed {
  readonly problems: Refusal[] = [];

  bad(path: string, message: string): void {
    this.problems.push({ code: "invalid", path, message });
  }

  /** An amount in minor units; null when nothing is typed. */
  amount(text: string, currency: string, path: string, what: string): number | null {
    if (text.trim() === "") return null;
    const parsed = parseMoney(text, currency);
    if (!parsed.ok) this.bad(path, `${what}: ${parsed.message}`);
    else if (parsed.money.minor < 0) this.bad(path, `${what}: not below zero`);
    else return parsed.money.minor;
    return null;
  }

  quantity(text: string, path: string, what: string): string {
    const plain = text.trim().replace(",", ".");
    if (/^\d{1,9}(\.\d{1,4})?$/.test(plain)) return plain;
    this.bad(path, `${what}: write the quantity like 3 or 2.5`);
    return "1";
  }

  percent(text: string, path: string, what: string): string {
    const plain = text.trim().replace(",", ".") || "0";
    if (/^\d{1,2}(\.\d{1,2})?$/.test(plain)) return plain;
    this.bad(path, `${what}: write the percentage like 23 or 6.5`);
    return "0";
  }
}

/** An amount as it is typed; nothing for none. */
export function typedAmount(minor: number | null, currency: string): string {
  return minor === null ? "" : formatAmount(money(minor, currency));
}
