"use client";

import { useState } from "react";
import { typeWords } from "@/core/documents";
import { sayRule, type ApproverRule } from "@/core/people";
import { plain } from "@/core/words";
import { Choice, Entry } from "../labelled";
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

/** What is still to be chosen of a kind. */
function ToComplete({ kind, board, onChange }: { kind: Kind; board: Board; onChange(rule: ApproverRule): void }) {
  const { groups, positions } = board.directory.organisation;
  if (kind === "people")
    return <PeopleEditor board={board} people={[]} onChange={(people) => onChange({ kind, people })} />;
  const options: readonly (readonly [string, string])[] =
    kind === "group"
      ? groups.map(({ id, name }) => [id, name] as const)
      : kind === "position"
        ? positions.map(({ id, name }) => [id, name] as const)
        : Object.entries(typeWords(board.policy.documentType).peopleFields);
  const take = (value: string) => {
    if (kind === "group") onChange({ kind, group: value });
    else if (kind === "position") onChange({ kind, position: value });
    else onChange({ kind: "namedOnDocument", field: value });
  };
  if (options.length === 0) return <p className="text-sm text-held">There is none to choose here yet.</p>;
  return (
    <Choice label="Which" hidden value="" onChange={take}>
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
  const { organisation, isActive } = board.directory;
  const [letters, setLetters] = useState("");
  // Those named first, as they stood when the level was opened: a list that moved under the pointer would be a trap.
  const [named] = useState(() => new Set(people));
  const able = organisation.people.filter(
    (one) =>
      named.has(one.id) || people.includes(one.id) || (one.roles.includes("approver") && isActive(one, board.at)),
  );
  const listed = able
    .filter(({ id, name }) => people.includes(id) || plain(name).includes(plain(letters)))
    .sort((a, b) => Number(named.has(b.id)) - Number(named.has(a.id)));
  return (
    <div>
      {able.length > 8 && (
        <Entry label="Find an approver" value={letters} onChange={setLetters} placeholder="A few letters of the name" />
      )}
      <fieldset className="mt-1 max-h-40 overflow-y-auto rounded-sm border border-rule bg-white px-2 py-1">
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
              {person.name}{" "}
              <span className="truncate text-soft">
                {person.roles.includes("approver") ? person.title : "cannot decide: not an approver"}
              </span>
            </label>
          );
        })}
        {listed.length === 0 && <p className="text-sm text-soft">No approver has these letters.</p>}
      </fieldset>
    </div>
  );
}
