import type { Attachment } from "@/core/documents";
import type { Refusal } from "@/core/refusal";
import { parseMoney } from "@/core/money";
import { typedAmount } from "./typed";

export type Value = string | { minor: number; currency: string } | null;

/** Fields of an account as they are now and as they are typed to be; what is equal is no change. */
export type TypedAccount = {
  account: { id: string; name: string; status: string; currency: string } | null;
  now: Record<string, Value>;
  to: Record<string, string>;
  note: string;
  papers: Record<string, string>;
  attachments: Attachment[];
};

export const emptyAccount = (): TypedAccount => ({
  account: null,
  now: {},
  to: {},
  note: "",
  papers: {},
  attachments: [],
});

export function typeValue(value: Value | undefined): string {
  if (value === null || value === undefined) return "";
  return typeof value === "string" ? value : typedAmount(value.minor, value.currency);
}

type Change = { field: string; before: Value; after: Value };

/** The fields that differ from what the account says now. */
export function readChanges(
  typed: TypedAccount,
  fields: Readonly<Record<string, string>>,
  isAmount: (field: string) => boolean,
): { changes: Change[]; problems: Refusal[] } {
  const problems: Refusal[] = [];
  const currency = typed.account?.currency ?? "EUR";
  const changes = Object.keys(fields).flatMap((field): Change[] => {
    const before = typed.now[field] ?? null;
    const text = (typed.to[field] ?? typeValue(before)).trim();
    if (text === typeValue(before).trim()) return [];
    if (!isAmount(field)) return [{ field, before, after: text }];
    if (!text) return [{ field, before, after: null }];
    const parsed = parseMoney(text, currency);
    if (!parsed.ok || parsed.money.minor < 0) {
      const message = parsed.ok ? "an amount is not below zero" : parsed.message;
      problems.push({ code: "invalid", path: `to.${field}`, message: `${fields[field]}: ${message}` });
      return [];
    }
    return [{ field, before, after: parsed.money }];
  });
  return { changes, problems };
}
