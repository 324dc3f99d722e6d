"use client";

import { sayChecks, sayLevelDetails, type edit, type Level } from "@/core/policy";
import { typeWords } from "@/core/documents";
import { Choice, Entry, Tick } from "../labelled";
import { PersonPicker } from "../people/person-picker";
import { Button } from "../primitives";
import { ConditionEditor, firstCondition } from "./condition-editor";
import type { Board } from "./types";

type Set = (patch: Parameters<typeof edit.changeLevel>[2]) => void;
type Props = { board: Board; level: Level; set: Set };

const KINDS: readonly [Level["kind"], string][] = [
  ["approval", "Approval: people decide"],
  ["task", "Task: a team does something and ticks it off"],
  ["check", "Check: the system verifies something"],
  ["notice", "Notice: people are told, nobody decides"],
];

export function KindChoice({ level, set }: Props) {
  return (
    <Choice label="Kind" value={level.kind} onChange={(kind) => set({ kind: kind as Level["kind"] })}>
      {KINDS.map(([kind, label]) => (
        <option key={kind} value={kind}>
          {label}
        </option>
      ))}
    </Choice>
  );
}

/** A condition of the level's own: not met, it is passed over and the reason kept. */
export function LevelCondition({ board, level, set }: Props) {
  return (
    <div>
      <Tick
        label="Only under a condition; else it is passed over, with the reason kept"
        checked={level.when !== undefined}
        onChange={(on) => set({ when: on ? firstCondition(board.policy) : undefined })}
      />
      {level.when && (
        <ConditionEditor
          policy={board.policy}
          directory={board.directory}
          condition={level.when}
          onChange={(when) => set({ when })}
        />
      )}
    </div>
  );
}

const OVERDUE: readonly [Level["overdue"], string][] = [
  ["wait", "it goes on waiting"],
  ["next in pool", "the next of those asked is asked"],
  ["named person", "it goes to a named person"],
  ["manager", "it goes to the approver’s manager"],
  ["decline", "it is declined"],
  ["approve by lapse", "it counts as approved (a weakness)"],
];

/** By when, and what happens if nobody answers. */
export function LevelTime({ board, level, set }: Props) {
  const { timeLimit, reminders } = level;
  const who = level.overduePerson ? board.directory.person(level.overduePerson) : undefined;
  return (
    <div className="flex flex-col gap-2">
      <div className="flex items-end gap-2">
        <Entry
          label="Within"
          type="number"
          min={1}
          className="field w-20! text-right"
          value={timeLimit ? String(timeLimit.amount) : ""}
          placeholder="none"
          onChange={(text) => {
            const amount = Math.floor(Number(text));
            set({ timeLimit: amount >= 1 ? { amount, unit: timeLimit?.unit ?? "working days" } : undefined });
          }}
        />
        <Choice
          label="Unit of the time limit"
          hidden
          value={timeLimit?.unit ?? "working days"}
          onChange={(unit) => timeLimit && set({ timeLimit: { ...timeLimit, unit: unit as "working days" } })}
        >
          <option>working days</option>
          <option>working hours</option>
        </Choice>
      </div>
      {timeLimit && (
        <>
          <Tick
            label="Remind the approver a working day before"
            checked={reminders.some((one) => one.before && one.to === "approver")}
            onChange={(on) => set({ reminders: reminded(reminders, on, true, "approver") })}
          />
          <Tick
            label="Tell their manager a working day after"
            checked={reminders.some((one) => !one.before && one.to === "manager")}
            onChange={(on) => set({ reminders: reminded(reminders, on, false, "manager") })}
          />
        </>
      )}
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
          value={who ? { id: who.id, name: who.name } : null}
          onChange={(person) => set({ overduePerson: person?.id })}
        />
      )}
    </div>
  );
}

function reminded(
  reminders: Level["reminders"],
  on: boolean,
  before: boolean,
  to: "approver" | "manager",
): Level["reminders"] {
  const others = reminders.filter((one) => one.before !== before || one.to !== to);
  return on ? [...others, { before, to, after: { amount: 1, unit: "working days" } }] : others;
}

/** How a decision is made: signature, comments, handing over, own words, who may come in. */
export function LevelDecision({ board, level, set }: Props) {
  const later = board.section.levels.slice(board.section.levels.indexOf(level) + 1);
  const word = (effect: "approve" | "decline" | "sendBack") =>
    level.outcomes?.find((one) => one.effect === effect)?.word ?? "";
  const setWord = (effect: "approve" | "decline" | "sendBack", text: string) => {
    const others = (level.outcomes ?? []).filter((one) => one.effect !== effect);
    const outcomes = text ? [...others, { effect, word: text }] : others;
    set({ outcomes: outcomes.length ? outcomes : undefined });
  };
  return (
    <div className="flex flex-col gap-1.5">
      <Tick
        label="Signed with name and password"
        checked={level.signature}
        onChange={(signature) => set({ signature })}
      />
      {(
        [
          ["approve", "approve"],
          ["decline", "decline"],
          ["sendBack", "send back"],
        ] as const
      ).map(([effect, label]) => (
        <Tick
          key={effect}
          label={`A comment is needed to ${label}`}
          checked={level.commentOn.includes(effect)}
          onChange={(on) =>
            set({ commentOn: on ? [...level.commentOn, effect] : level.commentOn.filter((one) => one !== effect) })
          }
        />
      ))}
      <Choice
        label="Handing over"
        value={level.handOver}
        onChange={(handOver) => set({ handOver: handOver as Level["handOver"] })}
      >
        <option value="no">not allowed</option>
        <option value="to the pool">to another of those asked</option>
        <option value="to anyone eligible">to anybody who is eligible</option>
      </Choice>
      <Tick
        label="Whoever decides may have one more person approve first"
        checked={level.mayAddApprover === true}
        onChange={(on) => set({ mayAddApprover: on || undefined })}
      />
      {later.length > 1 && (
        <Tick
          label="Whoever decides chooses which of the later levels comes next"
          checked={level.choosesNext !== undefined}
          onChange={(on) => set({ choosesNext: on ? later.map(({ id }) => id) : undefined })}
        />
      )}
      {(
        [
          ["approve", "Own word for approve"],
          ["decline", "Own word for decline"],
          ["sendBack", "Own word for send back"],
        ] as const
      ).map(([effect, label]) => (
        <Entry
          key={effect}
          label={label}
          maxLength={30}
          value={word(effect)}
          onChange={(text) => setWord(effect, text)}
        />
      ))}
      <Entry
        label="Instruction to whoever decides"
        maxLength={500}
        value={level.instruction}
        onChange={(instruction) => set({ instruction })}
      />
      <Entry
        label="Note to fellow designers"
        maxLength={500}
        value={level.designNote ?? ""}
        onChange={(note) => set({ designNote: note || undefined })}
      />
    </div>
  );
}

/** What is ticked off at a task. */
export function Checklist({ level, set }: Props) {
  const { checklist } = level;
  return (
    <fieldset className="flex flex-col gap-1">
      <legend className="text-sm font-semibold">To tick off</legend>
      {checklist.map((item, index) => (
        <div key={index} className="flex gap-1">
          <input
            aria-label={`Item ${index + 1}`}
            className="field text-sm"
            maxLength={200}
            value={item}
            onChange={(event) => event.target.value && set({ checklist: checklist.with(index, event.target.value) })}
          />
          <Button small look="quiet" onClick={() => set({ checklist: checklist.toSpliced(index, 1) })}>
            Take out<span className="sr-only"> item {index + 1}</span>
          </Button>
        </div>
      ))}
      <Button
        small
        className="self-start"
        onClick={() => set({ checklist: [...checklist, `Item ${checklist.length + 1}`] })}
      >
        Add an item
      </Button>
    </fieldset>
  );
}

/** What the system verifies at a check. */
export function Checks({ board, level, set }: Props) {
  const checks = level.checks ?? [];
  const { fields } = typeWords(board.policy.documentType);
  const fieldCheck = checks.find((one) => one.kind === "fields");
  const paper = checks.find((one) => one.kind === "paper");
  const put = (kind: string, next: NonNullable<Level["checks"]>[number] | null) => {
    const others = checks.filter((one) => one.kind !== kind);
    const all = next ? [...others, next] : others;
    set({ checks: all.length ? all : undefined });
  };
  return (
    <fieldset className="flex flex-col gap-1">
      <legend className="text-sm font-semibold">The system checks</legend>
      <Tick
        label="that the totals add up"
        checked={checks.some((one) => one.kind === "totals")}
        onChange={(on) => put("totals", on ? { kind: "totals" } : null)}
      />
      <Tick
        label="that a paper of this name is attached"
        checked={paper !== undefined}
        onChange={(on) => put("paper", on ? { kind: "paper", name: "Offer" } : null)}
      />
      {paper?.kind === "paper" && (
        <Entry
          label="Name of the paper"
          value={paper.name}
          onChange={(name) => name && put("paper", { kind: "paper", name })}
        />
      )}
      <Tick
        label="that these fields are filled in"
        checked={fieldCheck !== undefined}
        onChange={(on) => put("fields", on ? { kind: "fields", fields: [fields[0]!.key] } : null)}
      />
      {fieldCheck?.kind === "fields" && (
        <div className="grid grid-cols-2 gap-x-2">
          {fields.map(({ key, label }) => (
            <Tick
              key={key}
              label={label}
              checked={fieldCheck.fields.includes(key)}
              onChange={(on) => {
                const next = on ? [...fieldCheck.fields, key] : fieldCheck.fields.filter((one) => one !== key);
                put("fields", next.length ? { kind: "fields", fields: next } : null);
              }}
            />
          ))}
        </div>
      )}
      <p className="text-sm text-harbour">The system checks {sayChecks(board.policy, level)}.</p>
    </fieldset>
  );
}

/** Everything beyond who and how many, each by its effect in words. */
export function Effects({ board, level }: { board: Board; level: Level }) {
  const said = sayLevelDetails(level, board.directory);
  if (said.length === 0) return null;
  return (
    <ul className="border-l-2 border-harbour pl-2 text-sm text-harbour">
      {said.map((sentence) => (
        <li key={sentence}>{sentence}.</li>
      ))}
    </ul>
  );
}
