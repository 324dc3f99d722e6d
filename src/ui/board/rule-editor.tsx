"use client";

import { countOf } from "@/core/text";
import { useState, type ReactNode } from "react";
import { peopleFieldsIn } from "@/core/policy";
import { kindOf } from "@/core/lists";
import type { ApproverRule } from "@/core/people";
import { Choice } from "../labelled";
import { PeopleEditor } from "./people-editor";
import type { Board } from "./types";
import { namesOfLists, sayOwned, sayRule } from "@/core/words";

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
    const whole = RULES[kind].whole(board);
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
        {Object.entries(RULES).map(([kind, { label }]) => (
          <option key={kind} value={kind}>
            {label}
          </option>
        ))}
      </Choice>
      {begun ? (
        <>
          {RULES[begun].toComplete(board, complete)}
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

type Change = (rule: ApproverRule) => void;
type Options = readonly (readonly [value: string, label: string])[];

/** A kind of rule as it is edited. */
type Edited<K extends Kind> = {
  label: string;
  /** A rule that is complete by its kind alone; null where a person, group, position or field has to be chosen first. */
  whole(board: Board): ApproverRule | null;
  /** What is still to be chosen of it. */
  toComplete(board: Board, onChange: Change): ReactNode;
  particulars(board: Board, rule: Extract<ApproverRule, { kind: K }>, onChange: Change): ReactNode;
};

const complete = (rule: ApproverRule) => ({ whole: () => rule, toComplete: () => null });

const RULES: { [K in Kind]: Edited<K> } = {
  manager: {
    label: "The requester’s manager",
    ...complete({ kind: "manager", up: 1 }),
    particulars: (_, { up }, onChange) => (
      <Steps
        label="How far up"
        value={up}
        options={[
          [1, "their own manager"],
          [2, "their manager’s manager"],
          [3, "three above"],
        ]}
        onChange={(steps) => onChange({ kind: "manager", up: steps })}
      />
    ),
  },
  headOfUnit: {
    label: "The head of the unit",
    ...complete({ kind: "headOfUnit", up: 0 }),
    particulars: (_, { up }, onChange) => (
      <Steps
        label="Of which unit"
        value={up}
        options={[
          [0, "the document’s own unit"],
          [1, "the unit above it"],
          [2, "two above it"],
        ]}
        onChange={(steps) => onChange({ kind: "headOfUnit", up: steps })}
      />
    ),
  },
  position: {
    label: "The holder of a position",
    ...chosen("Position", positionOptions, (position) => ({ kind: "position", position })),
    particulars: (board, { position }, onChange) => (
      <Chosen
        label="Position"
        value={position}
        options={positionOptions(board)}
        onChange={(id) => onChange({ kind: "position", position: id })}
      />
    ),
  },
  group: {
    label: "A group",
    ...chosen("Group", groupOptions, (group) => ({ kind: "group", group })),
    particulars: (board, { group }, onChange) => (
      <Chosen
        label="Group"
        value={group}
        options={groupOptions(board)}
        onChange={(id) => onChange({ kind: "group", group: id })}
      />
    ),
  },
  people: {
    label: "Named people",
    whole: () => null,
    toComplete: (board, onChange) => (
      <PeopleEditor board={board} people={[]} onChange={(people) => onChange({ kind: "people", people })} />
    ),
    particulars: (board, { people }, onChange) => (
      <PeopleEditor board={board} people={people} onChange={(ids) => onChange({ kind: "people", people: ids })} />
    ),
  },
  lineByLimit: {
    label: "Up the line to a limit that covers it",
    ...complete({ kind: "lineByLimit", climb: "straight" }),
    particulars: (_, { climb }, onChange) => (
      <Chosen
        label="Which of them"
        value={climb}
        options={[
          ["straight", "directly the first whose limit covers it"],
          ["one by one", "one by one, each approves in turn"],
        ]}
        onChange={(how) => onChange({ kind: "lineByLimit", climb: how as typeof climb })}
      />
    ),
  },
  owner: {
    label: "The owner of a cost centre, project, customer or supplier",
    ...complete({ kind: "owner", of: "cost-centres" }),
    particulars: (board, { of }, onChange) => (
      <Chosen
        label="Owner of what"
        value={of}
        options={ownables(board)}
        onChange={(owned) => onChange({ kind: "owner", of: owned })}
      />
    ),
  },
  namedOnDocument: {
    label: "A person named on the document",
    ...chosen("Field", fieldOptions, (field) => ({ kind: "namedOnDocument", field })),
    whole: (board) => {
      const [field, ...others] = fieldOptions(board);
      return field && others.length === 0 ? { kind: "namedOnDocument", field: field[0] } : null;
    },
    particulars: (board, { field }, onChange) => (
      <Chosen
        label="Field"
        value={field}
        options={fieldOptions(board)}
        onChange={(key) => onChange({ kind: "namedOnDocument", field: key })}
      />
    ),
  },
};

/** What has owners: the parties, and the lists whose entries may have one. */
function ownables({ directory }: Board): Options {
  const { lists, fields } = directory.organisation;
  const names = namesOfLists(lists, fields);
  const owned = lists.filter(({ id }) => kindOf(id).with.includes("owner")).map(({ id }) => id);
  return ["supplier", "customer", ...owned].map((of) => [of, `the ${sayOwned(of, names)}`]);
}

function fieldOptions({ policy, directory }: Board): Options {
  return Object.entries(peopleFieldsIn(policy.documentType, directory));
}

function groupOptions({ directory }: Board): Options {
  return directory.organisation.groups.map(
    ({ id, name, members }) => [id, `${name}, ${countOf(members.length, "person", "people")}`] as const,
  );
}

function positionOptions({ directory }: Board): Options {
  return directory.organisation.positions.map(({ id, name }) => {
    const holder = directory.holderOf(id);
    return [id, `${name}, ${holder ? (directory.person(holder)?.name ?? holder) : "vacant"}`] as const;
  });
}

/** A kind that is complete once one of some options is chosen. */
function chosen(
  label: string,
  options: (board: Board) => Options,
  rule: (value: string) => ApproverRule,
): Pick<Edited<Kind>, "whole" | "toComplete"> {
  return {
    whole: () => null,
    toComplete: (board, onChange) =>
      options(board).length === 0 ? (
        <p className="text-sm text-held">There is none to choose here yet.</p>
      ) : (
        <Chosen label={label} value="" options={options(board)} onChange={(value) => onChange(rule(value))} />
      ),
  };
}

function Chosen({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: string;
  options: Options;
  onChange(value: string): void;
}) {
  return (
    <Choice label={label} hidden value={value} onChange={onChange}>
      {value === "" && (
        <option value="" disabled>
          Choose one
        </option>
      )}
      {options.map(([key, words]) => (
        <option key={key} value={key}>
          {words}
        </option>
      ))}
    </Choice>
  );
}

function Particulars({ board, rule, onChange }: Parameters<typeof RuleEditor>[0]) {
  // Each kind stands with the editor of rules of that kind; the compiler cannot follow the two together.
  return (RULES[rule.kind] as Edited<Kind>).particulars(board, rule as never, onChange);
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
