"use client";

import Link from "next/link";
import { useId } from "react";
import type { Condition, Group } from "@/core/conditions";
import { vocabularyIn } from "@/core/policy";
import { capital } from "../format";
import { Button } from "../primitives";
import { ComparisonEditor, fieldsHere, startOf, type Where } from "./comparison-editor";
import { sayCondition } from "@/core/words";

/** A first comparison to begin with: the type's first field of choices. */
export function firstCondition(where: Where): Condition {
  const fields = fieldsHere(where);
  const ofChoice = fields.find(({ choices }) => choices && Object.keys(choices).length > 0);
  return startOf(ofChoice ?? fields[0]!, where.policy);
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
      {policy.id && (
        <p className="text-sm text-soft">
          Not among the fields?{" "}
          <Link
            href={`/settings/fields?type=${policy.documentType}&back=${encodeURIComponent(`/policies/${policy.id}`)}`}
          >
            Add a field of your own
          </Link>
          ; the draft is kept meanwhile.
        </p>
      )}
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
                Remove
              </button>
            )}
          </li>
        ))}
      </ul>
      <div className="mt-1 flex flex-wrap gap-1">
        <Button small onClick={() => onChange({ ...group, of: [...group.of, firstCondition(where)] })}>
          Add a condition
        </Button>
        {depth < 3 && (
          <Button
            small
            onClick={() => onChange({ ...group, of: [...group.of, { kind: "any", of: [firstCondition(where)] }] })}
          >
            Add a group
          </Button>
        )}
      </div>
    </fieldset>
  );
}
