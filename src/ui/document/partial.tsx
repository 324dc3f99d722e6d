"use client";

import type { Part, RefusedPart } from "@/core/documents";
import { formatAmount, formatMoney, typedMoney } from "@/core/money";
import type { Refusal } from "@/core/refusal";
import { refuse } from "@/core/words";
import { MoneyInput } from "../money-input";

/** What of each part is approved, as it is typed: all, none, or up to an amount. */
export type Typed = Record<string, { on: boolean; amount: string }>;

export function allOf(parts: readonly Part[]): Typed {
  return Object.fromEntries(
    parts.map((part) => [part.key, { on: true, amount: part.amount ? formatAmount(part.amount) : "" }]),
  );
}

/** Reads what was ticked and typed; an amount that is none is said with its part. */
export function readParts(parts: readonly Part[], typed: Typed): { refused: RefusedPart[]; problems: Refusal[] } {
  const refused: RefusedPart[] = [];
  const problems: Refusal[] = [];
  for (const part of parts) {
    const { on, amount } = typed[part.key] ?? { on: true, amount: "" };
    if (!on) refused.push({ part: part.key, allowed: null });
    else if (part.amount) {
      const parsed = typedMoney(amount, part.amount.currency);
      if (!parsed.ok) problems.push(refuse("typed amount", { what: part.label, why: parsed.why }));
      else if (parsed.money.minor !== part.amount.minor) {
        if (parsed.money.minor > part.amount.minor)
          problems.push(refuse("typed amount above what is asked", { what: part.label, most: part.amount }));
        else refused.push({ part: part.key, allowed: parsed.money.minor });
      }
    }
  }
  return { refused, problems };
}

/** The parts of a document with a tick for each, and an amount where less may be approved. */
export function PartialFields({
  parts,
  typed,
  cuttable,
  onChange,
}: {
  parts: readonly Part[];
  typed: Typed;
  cuttable: boolean;
  onChange(typed: Typed): void;
}) {
  return (
    <fieldset>
      <legend className="text-sm font-semibold">What you approve</legend>
      <ul className="max-h-56 overflow-y-auto">
        {parts.map((part) => {
          const { on, amount } = typed[part.key]!;
          return (
            <li key={part.key} className="flex flex-wrap items-center gap-x-3 border-b border-rule/70 py-1">
              <label className="flex min-h-9 flex-1 items-center gap-2">
                <input
                  type="checkbox"
                  className="size-4 accent-harbour"
                  checked={on}
                  onChange={(event) => onChange({ ...typed, [part.key]: { on: event.target.checked, amount } })}
                />
                <span className={on ? "" : "text-soft line-through"}>{part.label}</span>
              </label>
              {part.amount && cuttable && (
                <span className="flex items-center gap-2 text-sm text-soft">
                  up to
                  <MoneyInput
                    aria-label={`${part.label}: up to, in ${part.amount.currency}`}
                    className="w-32!"
                    currency={part.amount.currency}
                    disabled={!on}
                    value={amount}
                    onValue={(next) => onChange({ ...typed, [part.key]: { on, amount: next } })}
                  />
                </span>
              )}
              {part.amount && !cuttable && <span className="text-right">{formatMoney(part.amount)}</span>}
            </li>
          );
        })}
      </ul>
    </fieldset>
  );
}
