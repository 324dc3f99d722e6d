"use client";

import { useId, type ReactNode } from "react";

/** A select with its label beside it and not around it, so that its name is the label alone and not the choices as well. */
export function Choice({
  label,
  hidden = false,
  value,
  onChange,
  children,
}: {
  label: string;
  hidden?: boolean;
  value: string;
  onChange(value: string): void;
  children: ReactNode;
}) {
  const id = useId();
  return (
    <div>
      <label htmlFor={id} className={hidden ? "sr-only" : "text-sm font-semibold"}>
        {label}
      </label>
      <select id={id} className="field" value={value} onChange={(event) => onChange(event.target.value)}>
        {children}
      </select>
    </div>
  );
}
