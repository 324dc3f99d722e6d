"use client";

import { useId, useState } from "react";
import { formatAmount, parseMoney } from "@/core/money";
import { sayNoAmount } from "@/core/words";

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
  const id = useId();
  const [typed, setTyped] = useState<string | null>(null);
  const read = (text: string) => {
    const parsed = parseMoney(text, currency);
    return parsed.ok && least !== undefined && parsed.money.minor < least
      ? { ok: false as const, message: `Not less than ${formatAmount({ minor: least, currency })}` }
      : parsed.ok
        ? parsed
        : { ok: false as const, message: sayNoAmount(parsed.why) };
  };
  const parsed = typed === null ? null : read(typed);
  return (
    <span className="block">
      <span className="flex items-center gap-2">
        <input
          aria-label={label}
          inputMode="decimal"
          className="field w-36! text-right text-sm"
          value={typed ?? formatAmount({ minor, currency })}
          aria-invalid={parsed?.ok === false}
          aria-describedby={parsed?.ok === false ? id : undefined}
          onChange={(event) => {
            setTyped(event.target.value);
            const next = read(event.target.value);
            if (next.ok) onChange(next.money.minor);
          }}
          onBlur={() => setTyped(null)}
        />
        {currency}
      </span>
      {parsed?.ok === false && (
        <span id={id} className="block text-sm text-held">
          {parsed.message}
        </span>
      )}
    </span>
  );
}
