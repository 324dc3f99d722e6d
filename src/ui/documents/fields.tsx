"use client";

import type { ComponentProps, ReactNode } from "react";
import { useController, useFormContext, useWatch } from "react-hook-form";
import { currencyCodes } from "@/core/money";
import { DateInput } from "../date-input";
import { saidAbout } from "../refused";
import { useOffered } from "./lists";
import { PersonPicker, type Picked } from "../people/person-picker";
import { MoneyInput } from "../money-input";

/** Inputs of a document’s form, registered by their path. */

export function Field({
  name,
  label,
  bad,
  hideLabel = false,
  className = "",
  ...rest
}: {
  name: string;
  label: ReactNode;
  bad?: ReadonlySet<string | undefined>;
  /** Said to screen readers only, where a heading above says it already. */
  hideLabel?: boolean;
} & ComponentProps<"input">) {
  const { register } = useFormContext();
  const wrong = bad?.has(name) ?? false;
  if (rest.type === "date")
    return (
      <div>
        <label htmlFor={name} className={hideLabel ? "text-sm text-soft md:sr-only" : "text-sm font-semibold"}>
          {label}
        </label>
        <DayOf name={name} wrong={wrong} />
      </div>
    );
  return (
    <label className="block">
      <span className={hideLabel ? "text-sm text-soft md:sr-only" : "text-sm font-semibold"}>{label}</span>
      <input
        id={name}
        {...register(name)}
        aria-invalid={wrong}
        aria-describedby={wrong ? saidAbout(name) : undefined}
        className={`field ${className} ${wrong ? "border-held!" : ""}`}
        {...rest}
      />
    </label>
  );
}

/** A day of a form, by its path. */
export function DayOf({
  name,
  wrong,
  describedBy,
}: {
  name: string;
  wrong: boolean;
  describedBy?: string | undefined;
}) {
  const { field } = useController({ name });
  return (
    <DateInput
      id={name}
      value={(field.value as string | null) ?? ""}
      onDay={field.onChange}
      aria-describedby={[wrong && saidAbout(name), describedBy].filter(Boolean).join(" ") || undefined}
      className={wrong ? "border-held!" : ""}
    />
  );
}

/** An amount of a form, by its path. */
export function MoneyOf({
  name,
  wrong = false,
  describedBy,
  ...rest
}: Omit<ComponentProps<typeof MoneyInput>, "value" | "onValue"> & {
  name: string;
  wrong?: boolean;
  describedBy?: string | undefined;
}) {
  const { field } = useController({ name });
  return (
    <MoneyInput
      {...rest}
      id={name}
      value={(field.value as string | null) ?? ""}
      onValue={field.onChange}
      onBlur={field.onBlur}
      aria-invalid={wrong}
      aria-describedby={[wrong && saidAbout(name), describedBy].filter(Boolean).join(" ") || undefined}
      className={`${rest.className ?? ""} ${wrong ? "border-held!" : ""}`}
    />
  );
}

export function Note({ label = "Note to whoever approves" }: { label?: string }) {
  const { register } = useFormContext();
  return (
    <label className="sm:col-span-2">
      <span className="text-sm font-semibold">{label}</span>
      <textarea {...register("note")} rows={1} maxLength={2000} className="field" />
    </label>
  );
}

/** The currencies of the organisation's list; all there are where it keeps none. */
export function Currencies() {
  const open = useOffered("currencies") ?? [];
  const codes = open.length > 0 ? open.map(({ key }) => key) : currencyCodes;
  return codes.map((code) => <option key={code}>{code}</option>);
}

export function CurrencyField() {
  const { register } = useFormContext();
  return (
    <label>
      <span className="text-sm font-semibold">Currency</span>
      <select {...register("currency")} className="field">
        <Currencies />
      </select>
    </label>
  );
}

export function PersonField({ name, label, none }: { name: string; label: string; none: string }) {
  const { setValue, control } = useFormContext();
  const value = (useWatch({ control, name }) ?? null) as Picked | null;
  return <PersonPicker label={label} value={value} onChange={(person) => setValue(name, person)} none={none} />;
}
