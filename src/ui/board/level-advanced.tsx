"use client";

import { askedToFill, fieldsIn, type edit, type Level } from "@/core/policy";
import { entriesOf } from "@/core/lists";
import { Choice, Entry, Tick } from "../labelled";
import { Button } from "../primitives";
import { ConditionEditor, firstCondition } from "./condition-editor";
import type { Board } from "./types";
import { sayChecks, sayLevelDetails } from "@/core/words";

type Set = (patch: Parameters<typeof edit.changeLevel>[2]) => void;
/** What every part of a level is given. */
export type LevelPart = { board: Board; level: Level; set: Set };
type Props = LevelPart;

const KINDS: readonly [Level["kind"], string][] = [
  ["approval", "Approval: people decide"],
  ["task", "Task: a team does something and ticks it off"],
  ["check", "Check: the system verifies something"],
  ["notice", "Notification: people are notified, nobody decides"],
];

/** A level of another kind; where nobody decides, nobody fills in. */
const ofKind = (kind: Level["kind"]) => ({
  kind,
  ...((kind === "check" || kind === "notice") && { fills: undefined }),
});

export function KindChoice({ level, set }: Props) {
  return (
    <Choice label="Kind" value={level.kind} onChange={(kind) => set(ofKind(kind as Level["kind"]))}>
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
  const filled = askedToFill(board.section, level);
  return (
    <div>
      <Tick
        label="Only under a condition; else it is skipped, with the reason kept"
        checked={level.when !== undefined}
        onChange={(on) => set({ when: on ? firstCondition(board) : undefined })}
      />
      {level.when && (
        <ConditionEditor
          policy={board.policy}
          directory={board.directory}
          condition={level.when}
          may={({ key, byApprovers }) => !byApprovers || filled.includes(key)}
          onChange={(when) => set({ when })}
        />
      )}
    </div>
  );
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
        label="Signed with name and password or code"
        checked={level.signature !== false}
        onChange={(signature) => set({ signature })}
      />
      {level.signature !== false && (
        <Tick
          label="And by hand: a drawn signature"
          checked={level.signature === "drawn"}
          onChange={(drawn) => set({ signature: drawn ? "drawn" : true })}
        />
      )}
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
      {later.length > 1 && <NextLevels level={level} later={later} set={set} />}
      {(
        [
          ["approve", "Label of the Approve button"],
          ["decline", "Label of the Decline button"],
          ["sendBack", "Label of the Send back button"],
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
        label="Internal note"
        maxLength={500}
        value={level.designNote ?? ""}
        onChange={(note) => set({ designNote: note || undefined })}
      />
    </div>
  );
}

/** Which of the later levels a decider chooses between: two or more, each by its name. */
function NextLevels({ level, later, set }: Pick<Props, "level" | "set"> & { later: readonly Level[] }) {
  const chosen = level.choosesNext ?? [];
  const toggle = (id: string, on: boolean) => {
    const ids = later.map((one) => one.id).filter((one) => (one === id ? on : chosen.includes(one)));
    if (ids.length > 1) set({ choosesNext: ids });
  };
  return (
    <>
      <Tick
        label="Whoever decides chooses which of the later levels comes next"
        checked={level.choosesNext !== undefined}
        onChange={(on) => set({ choosesNext: on ? later.slice(0, 2).map(({ id }) => id) : undefined })}
      />
      {level.choosesNext && (
        <fieldset className="ml-6">
          <legend className="text-sm">One of these, at least two; the others of them are skipped</legend>
          {later.map(({ id, name }) => (
            <Tick key={id} label={name} checked={chosen.includes(id)} onChange={(on) => toggle(id, on)} />
          ))}
        </fieldset>
      )}
    </>
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
            Remove<span className="sr-only"> item {index + 1}</span>
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

/** A kind of paper of the organisation's list, where it keeps any; else what its file is to be called. */
function PaperOf({
  label,
  kinds,
  value,
  onChange,
}: {
  label: string;
  kinds: readonly { key: string; name: string }[];
  value: string;
  onChange(name: string): void;
}) {
  if (kinds.length === 0) return <Entry label={label} maxLength={60} value={value} onChange={onChange} />;
  return (
    <Choice label={label} value={value} onChange={onChange}>
      {!kinds.some(({ key }) => key === value) && <option value={value}>{value}</option>}
      {kinds.map(({ key, name }) => (
        <option key={key} value={key}>
          {name}
        </option>
      ))}
    </Choice>
  );
}

/** What the system verifies at a check. */
export function Checks({ board, level, set }: Props) {
  const checks = level.checks ?? [];
  const fields = fieldsIn(board.policy.documentType, board.directory);
  const kinds = entriesOf(board.directory.organisation.lists, "papers").filter(({ lastDay }) => !lastDay);
  const fieldCheck = checks.find((one) => one.kind === "fields");
  const papers = checks.flatMap((one, index) => (one.kind === "paper" ? [{ index, name: one.name }] : []));
  const keep = (all: NonNullable<Level["checks"]>) => set({ checks: all.length > 0 ? all : undefined });
  const put = (kind: "totals" | "fields", next: NonNullable<Level["checks"]>[number] | null) => {
    const others = checks.filter((one) => one.kind !== kind);
    keep(next ? [...others, next] : others);
  };
  return (
    <fieldset className="flex flex-col gap-1">
      <legend className="text-sm font-semibold">The system checks</legend>
      <Tick
        label="that the totals add up"
        checked={checks.some((one) => one.kind === "totals")}
        onChange={(on) => put("totals", on ? { kind: "totals" } : null)}
      />
      {papers.map(({ index, name }, place) => (
        <div key={index} className="flex items-end gap-1">
          <PaperOf
            label={`Required attachment ${place + 1}`}
            kinds={kinds}
            value={name}
            onChange={(next) => next && set({ checks: checks.with(index, { kind: "paper", name: next }) })}
          />
          <Button small look="quiet" onClick={() => keep(checks.toSpliced(index, 1))}>
            Remove<span className="sr-only"> attachment {place + 1}</span>
          </Button>
        </div>
      ))}
      <Button
        small
        className="self-start"
        disabled={checks.length >= 20}
        onClick={() => keep([...checks, { kind: "paper", name: kinds[0]?.key ?? "Offer" }])}
      >
        Add a required attachment
      </Button>
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
      <p className="text-sm text-harbour">The system checks {sayChecks(board.policy, level, board.directory)}.</p>
    </fieldset>
  );
}

/** Everything beyond who and how many, each by its effect in words. */
export function Effects({ board, level }: { board: Board; level: Level }) {
  const said = sayLevelDetails(board.policy, level, board.directory);
  if (said.length === 0) return null;
  return (
    <ul className="border-l-2 border-harbour pl-2 text-sm text-harbour">
      {said.map((sentence) => (
        <li key={sentence}>{sentence}.</li>
      ))}
    </ul>
  );
}
