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
  const field = useTypedAmount(minor, currency);
  const isLess = (amount: number) => least !== undefined && amount < least;
  return (
    <span className="flex items-start gap-2">
      <MoneyInput
        aria-label={label}
        className="w-36! text-sm"
        currency={currency}
        value={field.text}
        problem={
          field.read !== null && isLess(field.read) ? `Not less than ${formatAmount({ minor: least!, currency })}` : ""
        }
        onValue={(text) => {
          const next = field.type(text, (amount) => !isLess(amount));
          if (next !== null && !isLess(next)) onChange(next);
        }}
      />
      <span className="py-1.5">{currency}</span>
    </span>
  );
}

/**
 * What is typed over an amount that is changed elsewhere too, and is taken over as it is typed: it stays, also where it could not be taken over, until the amount becomes another.
 * @param minor the amount as it is now
 */
export function useTypedAmount(minor: number, currency: string) {
  const [typed, setTyped] = useState<{ text: string; over: number } | null>(null);
  const mine = typed?.over === minor ? typed.text : null;
  const readOf = (text: string) => {
    const parsed = typedMoney(text, currency);
    return parsed.ok ? parsed.money.minor : null;
  };
  return {
    text: mine ?? formatAmount({ minor, currency }),
    /** In minor units; null while nothing is typed that can be read. */
    read: mine === null ? null : readOf(mine),
    /** @returns what it comes to in minor units, null where it cannot be read @param taken whether the amount becomes what was read */
    type(text: string, taken: (minor: number) => boolean = () => true): number | null {
      const next = readOf(text);
      setTyped({ text, over: next !== null && taken(next) ? next : minor });
      return next;
    },
  };
}
