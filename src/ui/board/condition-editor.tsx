"use client";

import { useId, useState } from "react";
import type { Comparison, Condition, Group } from "@/core/conditions";
import { sayCondition } from "@/core/conditions";
import { typeWords, type Field } from "@/core/documents";
import { formatAmount, parseMoney } from "@/core/money";
import type { Directory } from "@/core/people";
import { vocabularyIn, type Policy } from "@/core/policy";
import { capital } from "../format";
import { Button } from "../primitives";

type Where = { policy: Policy; directory: Directory };

/** A first comparison to begin with: the type's first field of choices. */
export function firstCondition(policy: Policy): Condition {
  const fields = typeWords(policy.documentType).fields;
  return startOf(fields.find(({ choices }) => choices) ?? fields[0]!, policy);
}

function startOf(field: Field, policy: Policy): Comparison {
  switch (field.kind) {
    case "choice":
      return { kind: "choice", field: field.key, is: "one of", values: Object.keys(field.choices ?? {}).slice(0, 1) };
    case "amount":
      return { kind: "amount", field: field.key, is: "over", amount: { minor: 100_000, currency: policy.currency } };
    case "date":
      return { kind: "date", field: field.key, is: "on or after", date: "2026-01-01" };
    case "flag":
      return { kind: "flag", field: field.key, is: true };
    case "text":
      return { kind: "text", field: field.key, is: "containing", value: "" };
  }
}

/** Choices of fields that the organisation gives: its units, its people, the currencies in use. */
function choicesOf(field: Field, { directory, policy }: Where): readonly (readonly [string, string])[] {
  if (field.choices) return Object.entries(field.choices);
  const { people, units } = directory.organisation;
  if (field.key === "unit") return units.map(({ id, name }) => [id, name] as const);
  if (field.key === "requester") return people.map(({ id, name }) => [id, name] as const);
  return [...new Set([policy.currency, "EUR", "GBP", "NOK", "USD", "CHF"])].map((code) => [code, code] as const);
}

const GROUPS: readonly [Group["kind"], string][] = [
  ["all", "all of these"],
  ["any", "any of these"],
  ["none", "none of these"],
];

/** A condition as a tree of comparisons, with the sentence it makes. */
export function ConditionEditor({
  condition,
  onChange,
  ...where
}: Where & { condition: Condition; onChange(condition: Condition): void }) {
  const { policy } = where;
  // A single comparison is shown as a group of one, so that another can be added beside it.
  const group: Group = "of" in condition ? condition : { kind: "all", of: [condition] };
  const simple = (next: Group): Condition => (next.kind !== "none" && next.of.length === 1 ? next.of[0]! : next);
  return (
    <div className="flex flex-col gap-2">
      <GroupEditor {...where} group={group} depth={0} onChange={(next) => onChange(simple(next))} />
      <p className="border-l-2 border-harbour pl-2 text-sm text-harbour">
        {capital(sayCondition(condition, vocabularyIn(policy.documentType, where.directory)))}.
      </p>
    </div>
  );
}

function GroupEditor({
  group,
  depth,
  onChange,
  ...where
}: Where & { group: Group; depth: number; onChange(group: Group): void }) {
  const id = useId();
  const replace = (index: number, part: Condition) => onChange({ ...group, of: group.of.with(index, part) });
  const remove = (index: number) => onChange({ ...group, of: group.of.toSpliced(index, 1) });
  return (
    <fieldset className={depth > 0 ? "border-l-2 border-rule pl-2" : ""}>
      <legend className="sr-only">Conditions</legend>
      <label htmlFor={id} className="sr-only">
        How the conditions are joined
      </label>
      <select
        id={id}
        className="field mb-1 w-auto! text-sm"
        value={group.kind}
        onChange={(event) => onChange({ ...group, kind: event.target.value as Group["kind"] })}
      >
        {GROUPS.map(([kind, label]) => (
          <option key={kind} value={kind}>
            {label}
          </option>
        ))}
      </select>
      <ul className="flex flex-col gap-1.5">
        {group.of.map((part, index) => (
          <li key={index} className="rounded-sm border border-rule bg-white p-1.5">
            {"of" in part ? (
              <GroupEditor {...where} group={part} depth={depth + 1} onChange={(next) => replace(index, next)} />
            ) : (
              <ComparisonEditor {...where} comparison={part} onChange={(next) => replace(index, next)} />
            )}
            {group.of.length > 1 && (
              <button type="button" className="min-h-7 text-sm text-harbour underline" onClick={() => remove(index)}>
                Take out
              </button>
            )}
          </li>
        ))}
      </ul>
      <div className="mt-1 flex flex-wrap gap-1">
        <Button small onClick={() => onChange({ ...group, of: [...group.of, firstCondition(where.policy)] })}>
          Add a condition
        </Button>
        {depth < 3 && (
          <Button
            small
            onClick={() =>
              onChange({ ...group, of: [...group.of, { kind: "any", of: [firstCondition(where.policy)] }] })
            }
          >
            Add a group
          </Button>
        )}
      </div>
    </fieldset>
  );
}

function ComparisonEditor({
  comparison,
  onChange,
  ...where
}: Where & { comparison: Comparison; onChange(comparison: Comparison): void }) {
  const id = useId();
  const { fields } = typeWords(where.policy.documentType);
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
        {fields.map(({ key, label, many }) => (
          <option key={key} value={key}>
            {label}
            {many ? " of a line" : ""}
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
    case "date":
      return (
        <input
          type="date"
          aria-label={`Date of the ${field.label}`}
          className="field text-sm"
          value={comparison.date}
          onChange={(event) => event.target.value && onChange({ ...comparison, date: event.target.value })}
        />
      );
    case "change":
      return comparison.is === "rose by more than" ? (
        <label className="flex items-center gap-2 text-sm">
          <input
            type="number"
            min={0.1}
            step="any"
            className="field w-24! text-right"
            value={comparison.percent ?? 10}
            onChange={(event) =>
              Number(event.target.value) > 0 &&
              onChange({
                kind: "change",
                field: comparison.field,
                is: comparison.is,
                percent: Number(event.target.value),
              })
            }
          />
          per cent
        </label>
      ) : null;
    default:
      return null;
  }
}

/** An amount as it is typed, taken over as soon as it can be read. */
export function AmountField({
  label,
  minor,
  currency,
  onChange,
}: {
  label: string;
  minor: number;
  currency: string;
  onChange(minor: number): void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const parsed = typed === null ? null : parseMoney(typed, currency);
  return (
    <span className="block">
      <span className="flex items-center gap-2">
        <input
          aria-label={label}
          inputMode="decimal"
          className="field w-36! text-right text-sm"
          value={typed ?? formatAmount({ minor, currency })}
          aria-invalid={parsed?.ok === false}
          onChange={(event) => {
            setTyped(event.target.value);
            const read = parseMoney(event.target.value, currency);
            if (read.ok) onChange(read.money.minor);
          }}
          onBlur={() => setTyped(null)}
        />
        {currency}
      </span>
      {parsed?.ok === false && (
        <span role="alert" className="block text-sm text-held">
          {parsed.message}
        </span>
      )}
    </span>
  );
}
