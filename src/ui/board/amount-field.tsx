"use client";

import { useState } from "react";
import { formatAmount, typedMoney } from "@/core/money";
import { MoneyInput } from "../money-input";

/** An amount as it is typed, taken over as soon as it can be read; what cannot be is refused where it is typed. */
export function AmountField({
  label,
  minor,
  currency,
  least,
  onChange,
}: {
  label: string;
  minor: number;
  currency: string;
  /** In minor units; without it an amount may be less than nothing, as that of a credit note is. */
  least?: number;
  onChange(minor: number): void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const parsed = typed === null ? null : typedMoney(typed, currency);
  const isLess = (amount: number) => least !== undefined && amount < least;
  return (
    <span className="flex items-start gap-2">
      <MoneyInput
        aria-label={label}
        className="w-36! text-sm"
        currency={currency}
        value={typed ?? formatAmount({ minor, currency })}
        problem={
          parsed?.ok && isLess(parsed.money.minor) ? `Not less than ${formatAmount({ minor: least!, currency })}` : ""
        }
        onValue={(text) => {
          setTyped(text);
          const next = typedMoney(text, currency);
          if (next.ok && !isLess(next.money.minor)) onChange(next.money.minor);
        }}
        onBlur={() => setTyped(null)}
      />
      <span className="py-1.5">{currency}</span>
    </span>
  );
}
