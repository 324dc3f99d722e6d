"use client";

import type { ReactNode } from "react";
import { useFieldArray, useFormContext, useWatch, type FieldValues } from "react-hook-form";
import type { Entry } from "@/core/lists";
import { Button } from "../primitives";
import { saidAbout } from "../refused";
import { DayOf, MoneyOf } from "./fields";
import { EntryField, useEmptyLine, useRates } from "./lists";
import { OwnLineFields } from "./own-fields";

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
  const emptyOwn = useEmptyLine();
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
            <OwnLineFields index={index} />
          </li>
        ))}
      </ol>
      <Button small className="mt-3" onClick={() => append({ ...empty(), own: emptyOwn() })}>
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
  money = false,
}: {
  name: string;
  label: string;
  index: number;
  bad: ReadonlySet<string | undefined>;
  right?: boolean;
  className?: string;
  type?: string;
  /** Whether it is an amount, of the currency of the document or of another. */
  money?: boolean | string;
  /** Another control than an input, given its name. */
  children?: ReactNode;
}) {
  const { register } = useFormContext();
  const path = `lines.${index}.${name}`;
  const wrong = bad.has(path);
  if (type === "date" || money)
    return (
      <div className={className}>
        <label htmlFor={path} className={index === 0 ? "text-sm text-soft" : "text-sm text-soft md:sr-only"}>
          {label}
        </label>
        {money ? (
          <MoneyOf name={path} wrong={wrong} currency={money === true ? undefined : money} />
        ) : (
          <DayOf name={path} wrong={wrong} />
        )}
      </div>
    );
  return (
    <label className={`block ${className}`}>
      <span className={index === 0 ? "text-sm text-soft" : "text-sm text-soft md:sr-only"}>{label}</span>
      {children ?? (
        <input
          id={path}
          type={type}
          {...register(path)}
          aria-invalid={wrong}
          aria-describedby={wrong ? saidAbout(path) : undefined}
          inputMode={right ? "decimal" : undefined}
          className={`field ${right ? "text-right" : ""} ${wrong ? "border-held!" : ""}`}
        />
      )}
    </label>
  );
}

/** A cell of a line that holds the key of an entry of a list; nothing where the list has nothing. */
export function EntryCell({
  name,
  list,
  label,
  index,
  bad,
  needed,
  onChosen,
}: {
  name: string;
  list: string;
  needed?: boolean;
  label: string;
  index: number;
  bad: ReadonlySet<string | undefined>;
  onChosen?(entry: Entry | undefined): void;
}) {
  const path = `lines.${index}.${name}`;
  return (
    <EntryField
      name={path}
      list={list}
      label={label}
      labelClass={index === 0 ? "text-sm text-soft" : "text-sm text-soft md:sr-only"}
      invalid={bad.has(path)}
      {...(needed && { needed })}
      {...(onChosen && { onChosen })}
    />
  );
}

/** The lists that a line may be charged to. */
export const CHARGED_TO = ["cost-centres", "projects"] as const;

/** What a line is charged to: its cost centre and its project, where the organisation keeps any. */
export function ChargedToCells({ index, bad }: { index: number; bad: ReadonlySet<string | undefined> }) {
  return (
    <>
      <EntryCell name="costCentre" list="cost-centres" label="Cost centre" index={index} bad={bad} />
      <EntryCell name="project" list="projects" label="Project" index={index} bad={bad} />
    </>
  );
}

/** The rate of tax of a line: one of the list where there is one, and else whatever is typed. */
export function TaxCell({ index, bad }: { index: number; bad: ReadonlySet<string | undefined> }) {
  const { register, control } = useFormContext();
  const path = `lines.${index}.taxPercent`;
  const value = (useWatch({ control, name: path }) ?? "") as string;
  const rates = useRates();
  if (rates.length === 0) return <LineCell name="taxPercent" label="Tax, %" index={index} bad={bad} right />;
  const known = rates.some(({ percent }) => percent === value) || value === "0";
  return (
    <LineCell name="taxPercent" label="Tax" index={index} bad={bad}>
      <select id={path} {...register(path)} aria-invalid={bad.has(path)} className="field">
        {!known && <option value={value}>{value} %</option>}
        {rates.map(({ percent, said }) => (
          <option key={said} value={percent}>
            {said}
          </option>
        ))}
        {!rates.some(({ percent }) => percent === "0") && <option value="0">none</option>}
      </select>
    </LineCell>
  );
}
