"use client";

import { useId } from "react";
import type { Comparison } from "@/core/conditions";
import type { Field } from "@/core/documents";
import { entriesOf } from "@/core/lists";
import type { Directory } from "@/core/people";
import { fieldsIn, type Policy } from "@/core/policy";
import { AmountField } from "./amount-field";
import { DateInput } from "../date-input";
import { NumberField } from "./number-field";

export type Where = {
  /** With its id where its board is open, to which whoever adds a field comes back. */
  policy: Pick<Policy, "documentType" | "currency"> & { id?: string };
  directory: Directory;
  /** Whether a field may be named here; every one may where it is not given. */
  may?(field: Field): boolean;
};

/** Whether a field says something as soon as a document is sent. */
const isOfRequester = ({ byApprovers }: Field) => !byApprovers;

/** The fields that a condition may name here: those that are filled in by whoever sends the document, where nothing else is said. */
export function fieldsHere({ policy, directory, may = isOfRequester }: Where): readonly Field[] {
  return fieldsIn(policy.documentType, directory).filter(may);
}

/** What a field is compared with to begin with. */
export function startOf(field: Field, policy: Pick<Policy, "currency">): Comparison {
  switch (field.kind) {
    case "choice":
      return { kind: "choice", field: field.key, is: "one of", values: Object.keys(field.choices ?? {}).slice(0, 1) };
    case "amount":
      return { kind: "amount", field: field.key, is: "over", amount: { minor: 100_000, currency: policy.currency } };
    case "date":
      return { kind: "date", field: field.key, is: "on or after", date: "2026-01-01" };
    case "number":
      return { kind: "number", field: field.key, is: "over", value: "0" };
    case "flag":
      return { kind: "flag", field: field.key, is: true };
    case "text":
      return { kind: "text", field: field.key, is: "containing", value: "" };
  }
}

/** What a field can be: what the organisation says, or the currencies that it keeps. */
function choicesOf({ choices, key }: Field, { directory, policy }: Where): readonly (readonly [string, string])[] {
  if (choices) return Object.entries(choices);
  if (key !== "currency") return [];
  const kept = entriesOf(directory.organisation.lists, "currencies").map((entry) => entry.key);
  return [...new Set([policy.currency, ...kept])].map((code) => [code, code] as const);
}

/** One comparison: which field, how, and with what. */
export function ComparisonEditor({
  comparison,
  onChange,
  ...where
}: Where & { comparison: Comparison; onChange(comparison: Comparison): void }) {
  const id = useId();
  const fields = fieldsHere(where);
  const field = fields.find(({ key }) => key === comparison.field) ?? fields[0]!;
  return (
    <div className="flex flex-col gap-1">
      <label htmlFor={id} className="sr-only">
        Field
      </label>
      <select
        id={id}
        className="field text-sm"
        value={field.key}
        onChange={(event) =>
          onChange(
            startOf(
              fields.find(({ key }) => key === event.target.value)!,
              where.policy,
            ),
          )
        }
      >
        {fields.map(({ key, label, many, several, anyLine }) => (
          <option key={key} value={key}>
            {label}
            {(many && !several) || anyLine ? " of a line" : ""}
          </option>
        ))}
      </select>
      <Comparator field={field} comparison={comparison} onChange={onChange} {...where} />
    </div>
  );
}

const CHANGES = ["changed", "rose", "fell", "rose by more than"] as const;
const IS: Record<string, readonly string[]> = {
  text: ["equal to", "not equal to", "containing", "starting with", "empty", "filled in"],
  choice: ["one of", "none of"],
  amount: ["over", "at least", "under", "at most", "exactly"],
  number: ["over", "at least", "under", "at most", "exactly"],
  date: ["before", "on or before", "on", "on or after", "after"],
};

/** How a field is compared, and with what. */
function Comparator({
  field,
  comparison,
  onChange,
  ...where
}: Where & { field: Field; comparison: Comparison; onChange(comparison: Comparison): void }) {
  const id = useId();
  if (comparison.kind === "flag")
    return (
      <select
        aria-label={`Whether the ${field.label} is set`}
        className="field text-sm"
        value={String(comparison.is)}
        onChange={(event) => onChange({ ...comparison, is: event.target.value === "true" })}
      >
        <option value="true">is set</option>
        <option value="false">is not set</option>
      </select>
    );
  const changes = field.controlled ? CHANGES.filter((one) => one === "changed" || field.kind === "amount") : [];
  const choose = (is: string) => {
    if ((CHANGES as readonly string[]).includes(is))
      return onChange({
        kind: "change",
        field: field.key,
        is: is as (typeof CHANGES)[number],
        ...(is === "rose by more than" && { percent: 10 }),
      });
    const plain = comparison.kind === "change" ? startOf(field, where.policy) : comparison;
    onChange({ ...plain, is } as Comparison);
  };
  return (
    <>
      <label htmlFor={id} className="sr-only">
        How it is compared
      </label>
      <select id={id} className="field text-sm" value={comparison.is} onChange={(event) => choose(event.target.value)}>
        {[...(IS[field.kind] ?? []), ...changes].map((is) => (
          <option key={is}>{is}</option>
        ))}
      </select>
      <Wanted field={field} comparison={comparison} onChange={onChange} {...where} />
    </>
  );
}

function Wanted({
  field,
  comparison,
  onChange,
  ...where
}: Where & { field: Field; comparison: Comparison; onChange(comparison: Comparison): void }) {
  switch (comparison.kind) {
    case "text":
      return comparison.is === "empty" || comparison.is === "filled in" ? null : (
        <input
          aria-label={`Text of the ${field.label}`}
          className="field text-sm"
          value={comparison.value}
          onChange={(event) => onChange({ ...comparison, value: event.target.value })}
        />
      );
    case "choice":
      return (
        <fieldset className="max-h-36 overflow-y-auto rounded-sm border border-rule px-2 py-1">
          <legend className="sr-only">Choices of the {field.label}</legend>
          {choicesOf(field, where).map(([value, label]) => {
            const checked = comparison.values.includes(value);
            return (
              <label key={value} className="flex min-h-7 items-center gap-2 text-sm">
                <input
                  type="checkbox"
                  className="accent-harbour"
                  checked={checked}
                  disabled={checked && comparison.values.length === 1}
                  onChange={() =>
                    onChange({
                      ...comparison,
                      values: checked
                        ? comparison.values.filter((one) => one !== value)
                        : [...comparison.values, value],
                    })
                  }
                />
                {label}
              </label>
            );
          })}
        </fieldset>
      );
    case "amount":
      return (
        <AmountField
          label={`Amount of the ${field.label}`}
          minor={comparison.amount.minor}
          currency={comparison.amount.currency}
          onChange={(minor) => onChange({ ...comparison, amount: { ...comparison.amount, minor } })}
        />
      );
    case "number":
      return (
        <NumberField
          label={`Number of the ${field.label}`}
          value={Number(comparison.value)}
          least={-99_999_999_999}
          most={99_999_999_999}
          decimals={4}
          onChange={(value) => onChange({ ...comparison, value: String(value) })}
        />
      );
    case "date":
      return (
        <DateInput
          aria-label={`Date of the ${field.label}`}
          className="text-sm"
          value={comparison.date}
          onDay={(date) => date && onChange({ ...comparison, date })}
        />
      );
    case "change":
      return comparison.is === "rose by more than" ? (
        <RoseBy comparison={comparison} currency={where.policy.currency} onChange={onChange} />
      ) : null;
    default:
      return null;
  }
}

type Change = Extract<Comparison, { kind: "change" }>;

/** By how much something has to rise: in per cent of what it was, or as an amount. */
function RoseBy({
  comparison,
  currency,
  onChange,
}: {
  comparison: Change;
  currency: string;
  onChange(comparison: Change): void;
}) {
  const { field, is, percent, amount } = comparison;
  const by = (more: Pick<Change, "percent" | "amount">) => onChange({ kind: "change", field, is, ...more });
  return (
    <div className="flex flex-wrap items-start gap-2">
      {amount ? (
        <AmountField
          label="By more than this amount"
          minor={amount.minor}
          currency={amount.currency}
          least={0}
          onChange={(minor) => by({ amount: { ...amount, minor } })}
        />
      ) : (
        <NumberField
          label="By more than so many per cent"
          value={percent ?? 10}
          least={0.01}
          most={10_000}
          onChange={(next) => by({ percent: next })}
        />
      )}
      <select
        aria-label="Per cent or amount"
        className="field w-auto! text-sm"
        value={amount ? "amount" : "percent"}
        onChange={(event) =>
          by(event.target.value === "amount" ? { amount: { minor: 100_000, currency } } : { percent: 10 })
        }
      >
        <option value="percent">per cent</option>
        <option value="amount">as an amount</option>
      </select>
    </div>
  );
}
