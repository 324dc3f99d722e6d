"use client";

import { createContext, useContext, useId, useState, type ComponentProps, type ReactNode } from "react";
import { formatAmount, formatMoney, isCurrency, typedMoney } from "@/core/money";
import { sayNoAmount } from "@/core/words";
import { useBegun } from "./begun";

const Currency = createContext("");

/** Of which currency amounts below it are, where a field does not say: the organisation’s, or that of the document whose form it is. */
export function AmountsIn({ currency, children }: { currency: string | undefined; children: ReactNode }) {
  const usual = useContext(Currency);
  return <Currency value={currency || usual}>{children}</Currency>;
}

type Props = Omit<ComponentProps<"input">, "value" | "defaultValue" | "onChange" | "type" | "inputMode"> & {
  currency?: string | undefined;
  /** As it is typed; without it the field keeps what is typed itself. */
  value?: string;
  defaultValue?: string | undefined;
  onValue?(text: string): void;
  /** Why an amount that can be read cannot be taken; empty where it can. */
  problem?: string;
};

/**
 * An amount as it is typed by anybody, `12,500.00`, `12.500,00`, `12500` or `12.5k`: what it is understood as stands under it while it is typed, and in it once the field is left. What is
 * no amount, or cannot be taken, is said when the field is left. Every field for an amount is this one.
 */
export function MoneyInput({
  currency: given,
  value,
  defaultValue = "",
  onValue,
  problem = "",
  className = "",
  onFocus,
  onBlur,
  ...rest
}: Props) {
  const id = useId();
  const usual = useContext(Currency);
  const currency = given && isCurrency(given) ? given : usual;
  const [own, setOwn] = useBegun(defaultValue);
  const [typing, setTyping] = useState(false);
  const text = value ?? own;
  const parsed = text.trim() === "" ? null : typedMoney(text, currency);
  const read = parsed?.ok ? parsed.money : null;
  const understood = typing && read && formatAmount(read) !== text.trim() ? formatMoney(read) : "";
  const refused = typing ? "" : problem || (parsed?.ok === false ? sayNoAmount(parsed.why) : "");
  const take = (next: string) => {
    setOwn(next);
    onValue?.(next);
  };
  const described = [rest["aria-describedby"], (understood || refused) && id].filter(Boolean).join(" ");
  return (
    <span className="relative block">
      <input
        {...rest}
        inputMode="decimal"
        autoComplete="off"
        className={`field text-right ${className}`}
        value={text}
        aria-invalid={rest["aria-invalid"] === true || refused !== ""}
        aria-describedby={described || undefined}
        onChange={(event) => {
          setTyping(true);
          take(event.target.value);
        }}
        onFocus={onFocus}
        onBlur={(event) => {
          if (typing && read) take(formatAmount(read));
          setTyping(false);
          onBlur?.(event);
        }}
      />
      {understood && (
        // Above what stands below, which does not move while somebody types.
        <span
          id={id}
          className="pointer-events-none absolute top-full right-0 z-10 border border-rule bg-paper px-1.5 text-sm whitespace-nowrap text-soft"
        >
          {understood}
        </span>
      )}
      {refused && (
        <span id={id} className="block text-sm text-held">
          {refused}
        </span>
      )}
    </span>
  );
}
