"use client";

import { useId, type ComponentProps, type ReactNode } from "react";
import type { Refusal } from "@/core/refusal";
import { DateInput } from "./date-input";
import { MoneyInput } from "./money-input";
import { Refusals } from "./primitives";
import { RefusedIn } from "./refused";
import { SentForm } from "./sent-form";

/** A select with its label beside it and not around it, so that its name is the label alone and not the choices as well. */
export function Choice({
  label,
  hidden = false,
  value,
  onChange,
  refused,
  children,
}: {
  label: string;
  hidden?: boolean;
  value: string;
  onChange(value: string): void;
  /** What describes why it was refused. */
  refused?: string | undefined;
  children: ReactNode;
}) {
  const id = useId();
  return (
    <div>
      <label htmlFor={id} className={hidden ? "sr-only" : "text-sm font-semibold"}>
        {label}
      </label>
      <select
        id={id}
        className="field"
        value={value}
        aria-invalid={refused ? true : undefined}
        aria-describedby={refused}
        onChange={(event) => onChange(event.target.value)}
      >
        {children}
      </select>
    </div>
  );
}

const withoutType = ({ type: _, defaultValue: __, ...rest }: Omit<ComponentProps<"input">, "value" | "onChange">) =>
  rest;

/** An input with its label above it and, where it helps, a word below. */
export function Entry({
  label,
  hint,
  value,
  onChange,
  refused,
  currency,
  ...rest
}: {
  label: string;
  hint?: ReactNode;
  /** Of an amount, which is typed as amounts are. */
  currency?: string | undefined;
  value: string;
  onChange(value: string): void;
  /** What describes why it was refused. */
  refused?: string | undefined;
} & Omit<ComponentProps<"input">, "value" | "onChange" | "id">) {
  const id = useId();
  const described = [refused, hint && `${id}-hint`].filter(Boolean).join(" ") || undefined;
  return (
    <div>
      <label htmlFor={id} className="text-sm font-semibold">
        {label}
      </label>
      {rest.type === "date" ? (
        <DateInput
          id={id}
          value={value}
          onDay={onChange}
          aria-describedby={described}
          aria-invalid={refused ? true : undefined}
          {...withoutType(rest)}
        />
      ) : currency ? (
        <MoneyInput
          id={id}
          currency={currency}
          value={value}
          onValue={onChange}
          aria-describedby={described}
          aria-invalid={refused ? true : undefined}
          {...withoutType(rest)}
        />
      ) : (
        <input
          id={id}
          className="field"
          value={value}
          onChange={(event) => onChange(event.target.value)}
          aria-describedby={described}
          aria-invalid={refused ? true : undefined}
          {...rest}
        />
      )}
      {hint && (
        <p id={`${id}-hint`} className="mt-0.5 text-sm text-soft">
          {hint}
        </p>
      )}
    </div>
  );
}

/** A box to tick with its label beside it. */
export function Tick({
  label,
  checked,
  onChange,
}: {
  label: ReactNode;
  checked: boolean;
  onChange(on: boolean): void;
}) {
  return (
    <label className="flex min-h-9 items-center gap-2">
      <input
        type="checkbox"
        checked={checked}
        onChange={(event) => onChange(event.target.checked)}
        className="size-4 accent-harbour"
      />
      {label}
    </label>
  );
}

/** A form that a script sends, with what was refused at its top. */
export function Form({
  refusals,
  onSave,
  className = "",
  children,
}: {
  refusals: readonly Refusal[];
  onSave(): unknown;
  className?: string;
  children: ReactNode;
}) {
  return (
    <SentForm
      className={`flex flex-col gap-3 ${className}`}
      onSend={() => {
        void onSave();
      }}
    >
      <Refusals refusals={refusals} />
      <RefusedIn value={refusals}>{children}</RefusedIn>
    </SentForm>
  );
}
