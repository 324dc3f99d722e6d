"use client";

import { useState } from "react";
import { typeWords } from "@/core/documents";
import type { ApproverRule } from "@/core/people";
import { Choice } from "../labelled";
import { PeopleEditor } from "./people-editor";
import type { Board } from "./types";
import { sayRule } from "@/core/words";

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

type Kind = ApproverRule["kind"];

/**
 * Who a level asks: the rule, and what it needs to know. Nobody is named until somebody is chosen: as long as the choice of a kind is not complete, the level keeps
 * the rule it had, and it is said which.
 */
export function RuleEditor({
  board,
  rule,
  onChange,
}: {
  board: Board;
  rule: ApproverRule;
  onChange(rule: ApproverRule): void;
}) {
  const [begun, setBegun] = useState<Kind | null>(null);
  const choose = (kind: Kind) => {
    const whole = wholeRule(kind, board);
    setBegun(whole || kind === rule.kind ? null : kind);
    if (whole) onChange(whole);
  };
  const complete = (next: ApproverRule) => {
    setBegun(null);
    onChange(next);
  };
  return (
    <div className="flex flex-col gap-1.5">
      <Choice label="Who" value={begun ?? rule.kind} onChange={(kind) => choose(kind as Kind)}>
        {RULES.map((one) => (
          <option key={one.kind} value={one.kind}>
            {one.label}
          </option>
        ))}
      </Choice>
      {begun ? (
        <>
          <ToComplete kind={begun} board={board} onChange={complete} />
          <p className="text-sm text-waiting">
            Nobody is chosen yet; until then it still asks {sayRule(rule, board.directory)}.
          </p>
        </>
      ) : (
        <Particulars board={board} rule={rule} onChange={onChange} />
      )}
    </div>
  );
}

/** A rule that is complete by its kind alone; null where a person, group, position or field has to be chosen first. */
function wholeRule(kind: Kind, { policy }: Board): ApproverRule | null {
  switch (kind) {
    case "manager":
      return { kind, up: 1 };
    case "headOfUnit":
      return { kind, up: 0 };
    case "lineByLimit":
      return { kind, climb: "straight" };
    case "owner":
      return { kind, of: "costCentre" };
    case "namedOnDocument": {
      const [field, ...others] = Object.keys(typeWords(policy.documentType).peopleFields);
      return field && others.length === 0 ? { kind, field } : null;
    }
    case "group":
    case "people":
    case "position":
      return null;
  }
}

type Options = readonly (readonly [value: string, label: string])[];

function groupOptions({ directory }: Board): Options {
  return directory.organisation.groups.map(
    ({ id, name, members }) => [id, `${name}, ${members.length} people`] as const,
  );
}

function positionOptions({ directory }: Board): Options {
  return directory.organisation.positions.map(({ id, name }) => {
    const holder = directory.holderOf(id);
    return [id, `${name}, ${holder ? (directory.person(holder)?.name ?? holder) : "vacant"}`] as const;
  });
}

/** What is still to be chosen of a kind. */
function ToComplete({ kind, board, onChange }: { kind: Kind; board: Board; onChange(rule: ApproverRule): void }) {
  if (kind === "people")
    return <PeopleEditor board={board} people={[]} onChange={(people) => onChange({ kind, people })} />;
  const [label, options] =
    kind === "group"
      ? (["Group", groupOptions(board)] as const)
      : kind === "position"
        ? (["Position", positionOptions(board)] as const)
        : (["Field", Object.entries(typeWords(board.policy.documentType).peopleFields)] as const);
  const take = (value: string) => {
    if (kind === "group") onChange({ kind, group: value });
    else if (kind === "position") onChange({ kind, position: value });
    else onChange({ kind: "namedOnDocument", field: value });
  };
  if (options.length === 0) return <p className="text-sm text-held">There is none to choose here yet.</p>;
  return (
    <Choice label={label} hidden value="" onChange={take}>
      <option value="" disabled>
        Choose one
      </option>
      {options.map(([value, label]) => (
        <option key={value} value={value}>
          {label}
        </option>
      ))}
    </Choice>
  );
}

function Particulars({ board, rule, onChange }: Parameters<typeof RuleEditor>[0]) {
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
          {groupOptions(board).map(([id, name]) => (
            <option key={id} value={id}>
              {name}
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
          {positionOptions(board).map(([id, name]) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
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
