"use client";

import { useState } from "react";
import { typeWords } from "@/core/documents";
import type { ApproverRule } from "@/core/people";
import { Choice } from "../labelled";
import type { Board } from "./types";

const RULES: { kind: ApproverRule["kind"]; label: string }[] = [
  { kind: "manager", label: "The requester’s manager" },
  { kind: "headOfUnit", label: "The head of the unit" },
  { kind: "position", label: "The holder of a position" },
  { kind: "group", label: "A group" },
  { kind: "people", label: "Named people" },
  { kind: "lineByLimit", label: "Up the line to a limit that covers it" },
  { kind: "owner", label: "The owner of a cost centre, customer or supplier" },
  { kind: "namedOnDocument", label: "A person named on the document" },
];

/** Who a level asks: the rule, and what it needs to know. */
export function RuleEditor({
  board,
  rule,
  onChange,
}: {
  board: Board;
  rule: ApproverRule;
  onChange(rule: ApproverRule): void;
}) {
  return (
    <div className="flex flex-col gap-1.5">
      <Choice label="Who" value={rule.kind} onChange={(kind) => onChange(startOf(kind, board))}>
        {RULES.map((one) => (
          <option key={one.kind} value={one.kind}>
            {one.label}
          </option>
        ))}
      </Choice>
      <Particulars board={board} rule={rule} onChange={onChange} />
    </div>
  );
}

function startOf(kind: string, { directory, policy }: Board): ApproverRule {
  const { groups, people, positions } = directory.organisation;
  switch (kind) {
    case "headOfUnit":
      return { kind, up: 0 };
    case "group":
      return { kind, group: groups[0]?.id ?? "none" };
    case "people":
      return { kind, people: [people[0]!.id] };
    case "position":
      return { kind, position: positions[0]?.id ?? "none" };
    case "lineByLimit":
      return { kind, climb: "straight" };
    case "owner":
      return { kind, of: "costCentre" };
    case "namedOnDocument":
      return { kind, field: Object.keys(typeWords(policy.documentType).peopleFields)[0] ?? "none" };
    default:
      return { kind: "manager", up: 1 };
  }
}

function Particulars({ board, rule, onChange }: Parameters<typeof RuleEditor>[0]) {
  const { organisation } = board.directory;
  switch (rule.kind) {
    case "manager":
      return (
        <Steps
          label="How far up"
          value={rule.up}
          options={[
            [1, "their own manager"],
            [2, "their manager’s manager"],
            [3, "three above"],
          ]}
          onChange={(up) => onChange({ kind: "manager", up })}
        />
      );
    case "headOfUnit":
      return (
        <Steps
          label="Of which unit"
          value={rule.up}
          options={[
            [0, "the document’s own unit"],
            [1, "the unit above it"],
            [2, "two above it"],
          ]}
          onChange={(up) => onChange({ kind: "headOfUnit", up })}
        />
      );
    case "group":
      return (
        <Choice label="Group" hidden value={rule.group} onChange={(group) => onChange({ kind: "group", group })}>
          {organisation.groups.map((group) => (
            <option key={group.id} value={group.id}>
              {group.name}, {group.members.length} people
            </option>
          ))}
        </Choice>
      );
    case "position":
      return (
        <Choice
          label="Position"
          hidden
          value={rule.position}
          onChange={(position) => onChange({ kind: "position", position })}
        >
          {organisation.positions.map((position) => {
            const holder = board.directory.holderOf(position.id);
            return (
              <option key={position.id} value={position.id}>
                {position.name}, {holder ? (board.directory.person(holder)?.name ?? holder) : "vacant"}
              </option>
            );
          })}
        </Choice>
      );
    case "people":
      return (
        <PeopleEditor board={board} people={rule.people} onChange={(people) => onChange({ kind: "people", people })} />
      );
    case "lineByLimit":
      return (
        <Choice
          label="How to climb"
          hidden
          value={rule.climb}
          onChange={(climb) => onChange({ kind: "lineByLimit", climb: climb as "straight" | "one by one" })}
        >
          <option value="straight">straight to that one</option>
          <option value="one by one">one by one, each approves in turn</option>
        </Choice>
      );
    case "owner":
      return (
        <Choice
          label="Owner of what"
          hidden
          value={rule.of}
          onChange={(of) => onChange({ kind: "owner", of: of as "costCentre" | "customer" | "supplier" })}
        >
          <option value="costCentre">the cost centre of a line</option>
          <option value="supplier">the supplier</option>
          <option value="customer">the customer</option>
        </Choice>
      );
    case "namedOnDocument":
      return (
        <Choice
          label="Field"
          hidden
          value={rule.field}
          onChange={(field) => onChange({ kind: "namedOnDocument", field })}
        >
          {Object.entries(typeWords(board.policy.documentType).peopleFields).map(([field, name]) => (
            <option key={field} value={field}>
              {name}
            </option>
          ))}
        </Choice>
      );
  }
}

function Steps({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: number;
  options: [number, string][];
  onChange(value: number): void;
}) {
  return (
    <Choice label={label} hidden value={String(value)} onChange={(chosen) => onChange(Number(chosen))}>
      {!options.some(([steps]) => steps === value) && <option value={value}>{value} above</option>}
      {options.map(([steps, words]) => (
        <option key={steps} value={steps}>
          {words}
        </option>
      ))}
    </Choice>
  );
}

function PeopleEditor({
  board,
  people,
  onChange,
}: {
  board: Board;
  people: string[];
  onChange(people: string[]): void;
}) {
  // Those named first, as they stood when the level was opened: a list that moved under the pointer would be a trap.
  const [named] = useState(() => new Set(people));
  const listed = [...board.directory.organisation.people].sort(
    (a, b) => Number(named.has(b.id)) - Number(named.has(a.id)),
  );
  return (
    <fieldset className="max-h-40 overflow-y-auto rounded-sm border border-rule bg-white px-2 py-1">
      <legend className="sr-only">Named people</legend>
      {listed.map((person) => {
        const checked = people.includes(person.id);
        return (
          <label key={person.id} className="flex min-h-7 items-center gap-2 text-sm">
            <input
              type="checkbox"
              className="accent-harbour"
              checked={checked}
              disabled={checked && people.length === 1}
              onChange={() => onChange(checked ? people.filter((id) => id !== person.id) : [...people, person.id])}
            />
            {person.name} <span className="truncate text-soft">{person.title}</span>
          </label>
        );
      })}
    </fieldset>
  );
}
