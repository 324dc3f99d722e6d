import type { AmountReason, Money } from "../money";
import type { Coded } from "../reason";

/** Where something stands in a file of tables: a line and its column, or a table, one of its levels and rules; numbers count from 1. */
export type TablePlace = { line?: number; column?: string; table?: string; level?: string; rule?: number };

/** Why an expression of FEEL is no condition; words of it as they were written. */
export type FeelReason = Coded<{
  "not understood": { typed: string };
  "form not understood": null;
  "too long": null;
  "nested too deep": null;
  "ends early": null;
  "expected before": { wanted: string; before: string | null };
  "not expected": { typed: string };
  "other count of values": { call: string; takes: number; given: number };
  "sign not used here": { sign: string };
  "names no currency": { name: string };
  "no such field": { name: string };
  malformed: { found: string };
}>;

/** Amounts from and to, both included; null where there is no end. */
export type Span = { from: Money | null; to: Money | null };

/** Why a file of tables is no policy; what stands there as it was written. */
export type TableReason = Coded<{
  // Of the file.
  "has a DOCTYPE": null;
  "no DMN": { found: string };
  "no table by amount": null;
  "column missing": { column: string };
  /** Not as the schema of policies has it: the code for programs, and what the schema says. */
  malformed: { code: string; found: string; path: string };
  // Of a cell or a rule.
  "no such row": { typed: string };
  "no amount": { why: AmountReason };
  "no condition": { why: FeelReason };
  "sign in the wrong row": { sign: string; row: string };
  "no rule for approvers": { typed: string };
  "names nobody": { typed: string };
  "no number of approvers": { typed: string };
  "no way of refusing": { typed: string };
  "no stage": null;
  "no mark": { typed: string };
  "no kind of level": { typed: string; known: readonly string[] };
  "level without a name": null;
  "section without a name": null;
  "from and to needed": { section: string };
  "no whole number": { typed: string };
  "no range": { typed: string };
  // Of a table.
  "no input of amounts": { input: string };
  "hit policy not read": { typed: string };
  "no table of a section": { section: string };
  "entry not read": { typed: string };
  "several tables": null;
  "band ends before it begins": null;
  "bands overlap": { section: string; bands: [number, number]; span: Span };
  "no band takes": { section: string; span: Span };
}>;

/** A reason with where it stands. */
export type TableProblem = { at: TablePlace; why: TableReason };

/** What is not in a file of tables, or was put there for want of it. */
export type ReadLoss = Coded<{
  "file says": { text: string };
  "not understood": { found: string };
  "decision left out": { name: string };
  "input left out": { input: string; table: string };
  "manager put there": { level: string; table: string };
  /** A whole policy was of another name than the draft it came into. */
  "name of the draft stays": { name: string };
}>;
