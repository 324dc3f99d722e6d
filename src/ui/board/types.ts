import type { Finding } from "@/core/checks";
import type { Directory } from "@/core/people";
import { edit, type Level, type Policy, type Section } from "@/core/policy";
import type { AmountDistribution } from "@/core/rehearsal";
import type { SaidFinding } from "@/core/words";
import type { Domain } from "./geometry";

/** A part of the whole policy that is edited beside the board. */
export type WholePart = "scope" | "holds" | "after" | "edits" | "own" | "messages" | "readers" | "stopped" | "party";

export type Selection =
  | { kind: "stake"; index: number }
  | { kind: "level"; id: string }
  | { kind: "band"; index: number }
  | { kind: "whole"; part: WholePart }
  | null;

/** A document that is tried: where its plumb line stands, and which pennants it lights, with the people it would ask. */
export type Tried = {
  section: string;
  minor: number;
  band: number;
  /** People asked, by level; a level that is not here is not lit. */
  levels: Readonly<Record<string, string>>;
};

/** What every part of the board works on. */
export type Board = {
  policy: Policy;
  section: Section;
  directory: Directory;
  /** ISO date-time at which the page was opened. */
  at: string;
  tide: AmountDistribution;
  /** Whether last year's documents have been counted; until then no figure is known. */
  counted: boolean;
  /** Names of the histories from elsewhere that are counted, as long as nothing has been sent. */
  histories: readonly string[];
  /** Documents of these of which too little is known to tell in which section they belong. */
  untold: number;
  daysPerStage: number;
  domain: Domain;
  /** Minor units in one major unit of the policy's currency. */
  unit: number;
  selection: Selection;
  mayWrite: boolean;
  findings: readonly Finding[];
  /** A finding of the policy in words. */
  say(finding: Finding): SaidFinding;
  tried: Tried | null;
  setTried(tried: Tried | null): void;
  /** The version whose pennants are drawn as outlines behind. */
  compared: Policy | null;
  setCompared(policy: Policy | null): void;
  select(selection: Selection): void;
  change(edit: (section: Section) => Section): void;
};

/** Left and right end of a band on the axis, each from 0 to 1. */
export function spanOf(
  section: Section,
  band: number,
  place: (minor: number) => number,
): { left: number; right: number } {
  const from = section.thresholds[band - 1];
  const to = section.thresholds[band];
  return { left: from ? place(from.amount) : 0, right: to ? place(to.amount) : 1 };
}

/** Bands next to each other in which a level does the same, from the first to the last of them. */
export type Run = { start: number; end: number; mark: "approves" | "told" };

/** Where a level approves or is told. */
export function runsOf(marks: Level["marks"]): Run[] {
  const runs: Run[] = [];
  for (let band = 0; band < marks.length; band += 1) {
    const mark = marks[band]!;
    if (mark === "none") continue;
    const { start, end } = edit.runAround(marks, band);
    runs.push({ start, end, mark });
    band = end;
  }
  return runs;
}
