"use client";

import type { ReactNode } from "react";
import { useFieldArray, useFormContext, useWatch, type FieldValues } from "react-hook-form";
import { Chooser } from "../chooser";
import { Button } from "../primitives";

/** Rows of a document’s lines: a row each on a wide screen, blocks on a phone, with headings above the first. */
export function LineRows({
  columns,
  empty,
  renderRow,
}: {
  /** Tailwind template of the columns at the width of a desk. */
  columns: string;
  empty(): FieldValues;
  renderRow(index: number): ReactNode;
}) {
  const { control } = useFormContext<{ lines: FieldValues[] }>();
  const { fields, append, remove } = useFieldArray({ control, name: "lines" });
  return (
    <fieldset className="mt-6">
      <legend className="mb-1 text-sm font-semibold">Lines</legend>
      <ol className="flex flex-col gap-y-2">
        {fields.map((field, index) => (
          <li
            key={field.id}
            className={`grid grid-cols-2 items-end gap-2 border-b border-rule pb-3 md:border-0 md:pb-0 ${columns}`}
          >
            {renderRow(index)}
            <Button
              look="quiet"
              small
              aria-label={`Remove line ${index + 1}`}
              disabled={fields.length === 1}
              onClick={() => remove(index)}
              className="justify-self-end no-underline! md:min-h-9"
            >
              ✕
            </Button>
          </li>
        ))}
      </ol>
      <Button small className="mt-3" onClick={() => append(empty())}>
        Add a line
      </Button>
    </fieldset>
  );
}

/** A cell of a line; its label stands above the first line only, where there is room for a row. */
export function LineCell({
  name,
  label,
  index,
  bad,
  right = false,
  children,
  className = "",
  type,
}: {
  name: string;
  label: string;
  index: number;
  bad: ReadonlySet<string | undefined>;
  right?: boolean;
  className?: string;
  type?: string;
  /** Another control than an input, given its name. */
  children?: ReactNode;
}) {
  const { register } = useFormContext();
  const path = `lines.${index}.${name}`;
  const wrong = bad.has(path);
  return (
    <label className={`block ${className}`}>
      <span className={index === 0 ? "text-sm text-soft" : "text-sm text-soft md:sr-only"}>{label}</span>
      {children ?? (
        <input
          id={path}
          type={type}
          {...register(path)}
          aria-invalid={wrong}
          inputMode={right ? "decimal" : undefined}
          className={`field ${right ? "text-right" : ""} ${wrong ? "border-held!" : ""}`}
        />
      )}
    </label>
  );
}

/** The cost centre of a line: one that is known, by a few letters of it or of its owner, or another. */
export function CostCentreCell({ index, bad }: { index: number; bad: ReadonlySet<string | undefined> }) {
  const { setValue, control } = useFormContext();
  const path = `lines.${index}.costCentre`;
  const value = (useWatch({ control, name: path }) ?? "") as string;
  const set = (text: string) => setValue(path, text, { shouldDirty: true });
  return (
    <Chooser
      label="Cost centre"
      labelClass={index === 0 ? "text-sm text-soft" : "text-sm text-soft md:sr-only"}
      name={path}
      value={value}
      maxLength={40}
      onType={set}
      onChoose={({ name }) => set(name)}
      find={costCentres}
      invalid={bad.has(path)}
      unknown="Not known yet"
    />
  );
}

async function costCentres(text: string, signal: AbortSignal) {
  const response = await fetch(`/api/cost-centres?q=${encodeURIComponent(text)}`, { signal });
  const found = response.ok ? ((await response.json()) as { key: string; owner: string | null }[]) : [];
  return found.map(({ key, owner }) => ({ id: key, name: key, about: owner ?? "" }));
}
