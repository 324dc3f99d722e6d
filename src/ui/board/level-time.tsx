"use client";

import { dateFields, type Level, type Reminder, type TimeLimit } from "@/core/policy";
import { Choice } from "../labelled";
import { PersonPicker } from "../people/person-picker";
import { Button } from "../primitives";
import type { LevelPart } from "./level-advanced";
import { NumberField } from "./number-field";

const OVERDUE: readonly [Level["overdue"], string][] = [
  ["wait", "it goes on waiting"],
  ["next in pool", "the next of those asked is asked"],
  ["named person", "it goes to a named person"],
  ["manager", "it goes to the approver’s manager"],
  ["decline", "it is declined"],
  ["approve by lapse", "it counts as approved (a weakness)"],
];

const TO: readonly [Reminder["to"], string][] = [
  ["approver", "whoever is asked"],
  ["manager", "their manager"],
  ["person", "somebody by name"],
];

/** By when, who is reminded, and what happens if nobody answers. */
export function LevelTime({ board, level, set }: LevelPart) {
  const { timeLimit } = level;
  const person = level.overduePerson ? board.directory.person(level.overduePerson) : undefined;
  return (
    <div className="flex flex-col gap-2">
      <Limit
        limit={timeLimit}
        dates={dateFields(board.policy.documentType, board.directory)}
        onChange={(next) => set({ timeLimit: next })}
      />
      {timeLimit && <Reminders board={board} level={level} set={set} />}
      <Choice
        label="When overdue"
        value={level.overdue}
        onChange={(overdue) => set({ overdue: overdue as Level["overdue"] })}
      >
        {OVERDUE.map(([value, label]) => (
          <option key={value} value={value}>
            {label}
          </option>
        ))}
      </Choice>
      {level.overdue === "named person" && (
        <PersonPicker
          label="To whom"
          role="approver"
          value={person ? { id: person.id, name: person.name } : null}
          onChange={(chosen) => set({ overduePerson: chosen?.id })}
        />
      )}
    </div>
  );
}

function Limit({
  limit,
  dates,
  onChange,
}: {
  limit: TimeLimit | undefined;
  /** What it may run to instead. */
  dates: readonly { key: string; label: string }[];
  onChange(limit: TimeLimit | undefined): void;
}) {
  return (
    <fieldset>
      <legend className="text-sm font-semibold">To be decided within</legend>
      <div className="flex flex-wrap items-start gap-2">
        <NumberField
          label="Within"
          value={limit?.amount}
          placeholder="no limit"
          least={1}
          most={999}
          whole
          onChange={(amount) => onChange({ unit: "working days", ...limit, amount })}
          onEmpty={() => onChange(undefined)}
        />
        <Choice
          label="Unit of the time limit"
          hidden
          value={limit?.unit ?? "working days"}
          onChange={(unit) => limit && onChange({ ...limit, unit: unit as TimeLimit["unit"] })}
        >
          <option>working days</option>
          <option>working hours</option>
        </Choice>
        {limit && dates.length > 0 && (
          <Choice
            label="Counted from"
            hidden
            value={limit.before ?? ""}
            onChange={(before) => {
              const { before: _, ...rest } = limit;
              onChange(before ? { ...rest, before } : rest);
            }}
          >
            <option value="">from the question on</option>
            {dates.map(({ key, label }) => (
              <option key={key} value={key}>
                before its {label}
              </option>
            ))}
          </Choice>
        )}
      </div>
    </fieldset>
  );
}

function Reminders({ board, level, set }: LevelPart) {
  const { reminders } = level;
  const put = (next: Reminder[]) => set({ reminders: next });
  return (
    <fieldset>
      <legend className="text-sm font-semibold">Reminders</legend>
      <ol className="flex flex-col gap-2">
        {reminders.map((one, index) => (
          <li key={index} className="flex flex-col gap-1 border-l-2 border-rule pl-2">
            <OneReminder
              board={board}
              reminder={one}
              number={index + 1}
              onChange={(next) => put(reminders.with(index, next))}
            />
            <Button small look="quiet" className="self-start" onClick={() => put(reminders.toSpliced(index, 1))}>
              Remove<span className="sr-only"> reminder {index + 1}</span>
            </Button>
          </li>
        ))}
      </ol>
      <Button
        small
        className="mt-1"
        disabled={reminders.length >= 20}
        onClick={() =>
          put([...reminders, { before: true, after: { amount: 1, unit: "working days" }, to: "approver" }])
        }
      >
        Add a reminder
      </Button>
    </fieldset>
  );
}

function OneReminder({
  board,
  reminder,
  number,
  onChange,
}: Pick<LevelPart, "board"> & { reminder: Reminder; number: number; onChange(reminder: Reminder): void }) {
  const { after, before, to, person } = reminder;
  const named = person ? board.directory.person(person) : undefined;
  const goTo = (next: Reminder["to"]) => {
    const { person: _, ...rest } = reminder;
    onChange({ ...rest, to: next });
  };
  return (
    <>
      <div className="flex flex-wrap items-start gap-2">
        <NumberField
          label={`Reminder ${number}: how long`}
          value={after.amount}
          least={1}
          most={999}
          whole
          onChange={(amount) => onChange({ ...reminder, after: { ...after, amount } })}
        />
        <Choice
          label={`Reminder ${number}: unit and side`}
          hidden
          value={`${after.unit} ${before ? "before" : "after"}`}
          onChange={(chosen) =>
            onChange({
              ...reminder,
              before: chosen.endsWith("before"),
              after: { ...after, unit: chosen.startsWith("working days") ? "working days" : "working hours" },
            })
          }
        >
          {["working days before", "working days after", "working hours before", "working hours after"].map((one) => (
            <option key={one} value={one}>
              {one} it is due
            </option>
          ))}
        </Choice>
        <Choice
          label={`Reminder ${number}: to whom`}
          hidden
          value={to}
          onChange={(next) => goTo(next as Reminder["to"])}
        >
          {TO.map(([value, label]) => (
            <option key={value} value={value}>
              to {label}
            </option>
          ))}
        </Choice>
      </div>
      {to === "person" && (
        <PersonPicker
          label={`Reminder ${number}: name`}
          value={named ? { id: named.id, name: named.name } : null}
          onChange={(chosen) => {
            const { person: _, ...rest } = reminder;
            onChange(chosen ? { ...rest, person: chosen.id } : rest);
          }}
        />
      )}
    </>
  );
}
