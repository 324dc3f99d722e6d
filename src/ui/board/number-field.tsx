"use client";

import { useId, useState } from "react";

/** A number as it is typed, taken over as soon as it is one that can be; what cannot be is refused where it is typed. */
export function NumberField({
  label,
  value,
  least,
  most,
  whole = false,
  decimals,
  placeholder,
  after,
  onChange,
  onEmpty,
}: {
  label: string;
  value: number | undefined;
  least: number;
  most: number;
  whole?: boolean;
  /** How many decimals it may have; any without it. */
  decimals?: number;
  placeholder?: string;
  /** What stands behind the number: its unit. */
  after?: string;
  onChange(value: number): void;
  /** What an empty field means; without it a number is needed. */
  onEmpty?(): void;
}) {
  const id = useId();
  const [typed, setTyped] = useState<string | null>(null);
  const problem = typed === null ? null : whyNot(typed);
  function whyNot(text: string): string | null {
    if (text.trim() === "") return onEmpty ? null : "Give a number";
    const read = Number(text.trim().replace(",", "."));
    if (!Number.isFinite(read)) return `“${text.trim()}” is no number`;
    if (whole && !Number.isInteger(read)) return "Give a whole number";
    if (decimals !== undefined && (text.trim().split(/[.,]/)[1] ?? "").length > decimals)
      return `Not more than ${decimals} decimals`;
    if (read < least) return `Not less than ${least}`;
    return read > most ? `Not more than ${most}` : null;
  }
  const type = (text: string) => {
    setTyped(text);
    if (whyNot(text)) return;
    if (text.trim() === "") onEmpty?.();
    else onChange(Number(text.trim().replace(",", ".")));
  };
  return (
    <span className="block">
      <label className="flex items-center gap-2 text-sm">
        <span className="sr-only">{label}</span>
        <input
          inputMode={whole ? "numeric" : "decimal"}
          className="field w-24! text-right"
          placeholder={placeholder}
          value={typed ?? (value === undefined ? "" : String(value))}
          aria-invalid={problem !== null}
          aria-describedby={problem ? id : undefined}
          onChange={(event) => type(event.target.value)}
          onBlur={() => setTyped(null)}
        />
        {after}
      </label>
      {problem && (
        <span id={id} className="block text-sm text-held">
          {problem}
        </span>
      )}
    </span>
  );
}
