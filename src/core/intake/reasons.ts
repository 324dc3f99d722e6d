import type { MissingReason } from "../documents";
import type { AmountReason, Money } from "../money";
import type { OwnKind } from "../own-fields";
import type { Coded } from "../reason";

/** What a stated amount of a file should come to. */
export type ComesOf =
  | "line"
  | "lines"
  | "allowances"
  | "charges"
  | "lines, allowances and charges"
  | "parts of the tax"
  | "net and tax"
  | "totals";

/** Why something of a file of documents is not taken in; what stands there as it was written, shortened where it is long. */
export type IntakeReason = Coded<{
  // Of the file.
  "has a DOCTYPE": null;
  "not UTF-8": null;
  "not text": null;
  "not well-formed": { line: number; found: string };
  "not XML": { found: string };
  "a credit note": null;
  "neither invoice nor order": null;
  malformed: { found: string };
  // Of a value.
  empty: null;
  missing: null;
  "other count of cells": { cells: number; columns: number };
  "like a formula": { typed: string };
  "control characters": null;
  "no date": { typed: string };
  "later than today": { date: string };
  "no currency": { typed: string };
  "no unit": { typed: string };
  "other currency": { named: string; document: string };
  "no amount": { why: AmountReason };
  "below zero": null;
  "more than anybody would": null;
  "line more than anybody would": null;
  "no decimal": { typed: string; wanted: "quantity" | "quantity of four decimals" | "percentage" | "decimal number" };
  /** Some of what the list offers. */
  "not in the list": { typed: string; list: string; known: readonly string[] };
  "neither true nor false": { typed: string };
  /** Of a field of the organisation's own. */
  "not of its field": { typed: string; kind: OwnKind };
  // Of an account.
  "account known already": null;
  "twice in the file": null;
  "wrong account value": { why: MissingReason };
  // Of a line, a party or the whole.
  "price below zero": null;
  "not above zero": null;
  "not counted exactly": null;
  "quantity alone below zero": null;
  "states another amount": { stated: Money; computed: Money; of: ComesOf };
  "party without a name": null;
  "name like a formula": null;
  "not taken in": { byHand: boolean };
  "none there": null;
  "an order takes nothing back": null;
  "takes off everything": null;
}>;
