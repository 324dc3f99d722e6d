"use client";

import type { ReactNode } from "react";
import type { ApproverRule } from "@/core/people";
import { edit, editSections, type Level, type Quorum } from "@/core/policy";
import { capital } from "../format";
import { Choice } from "../labelled";
import { Checklist, Checks, Effects, KindChoice, LevelCondition, LevelDecision } from "./level-advanced";
import { LevelFills } from "./level-fills";
import { LevelTime } from "./level-time";
import { NumberField } from "./number-field";
import { RuleEditor } from "./rule-editor";
import { Button } from "../primitives";
import type { Board } from "./types";
import { sayWho } from "@/core/words";

/** Everything of a level that can be set: who, how many, what a refusal does, and where it stands in the chain. */
export function LevelDetails({ board, level }: { board: Board; level: Level }) {
  const { section, change, select, directory, mayWrite } = board;
  const index = section.levels.findIndex((one) => one.id === level.id);
  const set = (patch: Parameters<typeof edit.changeLevel>[2]) =>
    change((current) => edit.changeLevel(current, level.id, patch));
  const part = { board, level, set };
  const many = level.approvers.kind === "people" ? level.approvers.people.length > 1 : level.approvers.kind === "group";
  const beside = index > 0 && section.levels[index - 1]!.stage === level.stage;
  return (
    <fieldset disabled={!mayWrite} className="flex flex-col gap-2.5">
      <label>
        <span className="text-sm font-semibold">Level</span>
        <input
          className="field font-semibold"
          value={level.name}
          maxLength={60}
          onChange={(event) => event.target.value.trim() && set({ name: event.target.value })}
        />
      </label>
      <KindChoice {...part} />
      {level.kind === "check" && <Checks {...part} />}
      {level.kind !== "check" && (
        <RuleEditor board={board} rule={level.approvers} onChange={(approvers) => set({ approvers })} />
      )}
      {many && (
        <QuorumEditor
          quorum={level.quorum}
          refusal={level.refusal}
          size={sizeOf(board, level.approvers)}
          onChange={set}
        />
      )}
      {level.kind === "approval" && (
        <p className="border-l-2 border-harbour pl-2 text-sm text-harbour">{sayEffect(level, directory)}</p>
      )}
      {level.kind === "task" && <Checklist {...part} />}
      <Effects board={board} level={level} />
      <LevelCondition {...part} />
      {(level.kind === "approval" || level.kind === "task") && (
        <More title="Fields to fill in" open={level.fills !== undefined}>
          <LevelFills {...part} />
        </More>
      )}
      <More title="Time and reminders" open={level.timeLimit !== undefined}>
        <LevelTime {...part} />
      </More>
      <More title="How it is decided" open={false}>
        <LevelDecision {...part} />
      </More>
      <label className="flex items-center gap-2 text-sm">
        <input
          type="checkbox"
          className="size-4 accent-harbour"
          checked={beside}
          disabled={index === 0}
          onChange={(event) => change((current) => edit.setBeside(current, level.id, event.target.checked))}
        />
        Side by side with the level above
      </label>
      <div className="flex flex-wrap gap-1">
        <Button small disabled={index === 0} onClick={() => change((current) => edit.moveLevel(current, level.id, -1))}>
          Move up
        </Button>
        <Button
          small
          disabled={index === section.levels.length - 1}
          onClick={() => change((current) => edit.moveLevel(current, level.id, 1))}
        >
          Move down
        </Button>
        <Button
          small
          disabled={section.levels.length >= 20}
          onClick={() => change((current) => editSections.copyLevel(current, level.id))}
        >
          Copy
        </Button>
        <Button
          small
          look="quiet"
          onClick={() => {
            change((current) => edit.removeLevel(current, level.id));
            select(null);
          }}
        >
          Remove the level
        </Button>
      </div>
    </fieldset>
  );
}

/** A part that is folded away until it is wanted. */
function More({ title, open, children }: { title: string; open: boolean; children: ReactNode }) {
  return (
    <details open={open} className="border-t border-rule pt-1.5">
      <summary className="min-h-7 cursor-pointer text-sm font-semibold">{title}</summary>
      <div className="pt-1">{children}</div>
    </details>
  );
}

function sizeOf(board: Board, rule: ApproverRule): number {
  if (rule.kind === "people") return rule.people.length;
  return rule.kind === "group" ? (board.directory.group(rule.group)?.members.length ?? 0) : 1;
}

function sayEffect(level: Level, directory: Board["directory"]): string {
  const who = capital(sayWho(level, directory));
  const enough = {
    one: " One approval is enough.",
    all: " Every one of them must approve.",
    majority: " More than half of them must approve.",
    n: "",
  }[level.quorum.kind];
  const refusal =
    level.refusal === "first ends"
      ? "The first refusal ends the chain."
      : "A refusal ends the chain only when too few are left.";
  return `${who}.${enough} ${refusal}`;
}

type QuorumChange = { quorum?: Quorum; refusal?: Level["refusal"] };

function QuorumEditor({
  quorum,
  refusal,
  size,
  onChange,
}: {
  quorum: Quorum;
  refusal: Level["refusal"];
  size: number;
  onChange(change: QuorumChange): void;
}) {
  const choose = (kind: string) =>
    onChange({ quorum: kind === "n" ? { kind, n: Math.min(2, size) } : { kind: kind as "one" | "all" | "majority" } });
  return (
    <div className="flex flex-col gap-1.5">
      <Choice label="How many of them" value={quorum.kind} onChange={(chosen) => choose(chosen)}>
        <option value="one">anyone: one is enough</option>
        <option value="all">everyone</option>
        <option value="majority">a majority: more than half</option>
        <option value="n">a number</option>
      </Choice>
      {quorum.kind === "n" && (
        <>
          <NumberField
            label="How many must approve"
            value={quorum.n}
            least={1}
            most={99}
            whole
            after={`of ${size}`}
            onChange={(n) => onChange({ quorum: { kind: "n", n } })}
          />
          {quorum.n > size && <p className="text-sm text-held">More than there are: documents would be held.</p>}
        </>
      )}
      <Choice
        label="A refusal"
        value={refusal}
        onChange={(chosen) => onChange({ refusal: chosen as Level["refusal"] })}
      >
        <option value="first ends">ends the chain at once</option>
        <option value="counts">counts against the number needed</option>
      </Choice>
    </div>
  );
}
