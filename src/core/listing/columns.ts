import type { Money } from "../money";

/** What a column holds, which says how it is compared, filtered and summed. */
export type Kind = "text" | "choice" | "amount" | "day" | "moment" | "count";

/** What a row has in a column: text, a day (ISO), a moment (ISO, UTC) or a choice as text, a count as a number, an amount in minor units; null where it has none. */
export type Value = string | number | Money | null;

/** A column of a list, by its kind. */
export type Column<R> = {
  /** By which it is named in an address. */
  key: string;
  /** Its heading, and what it is called in files. */
  name: string;
  kind: Kind;
  value(row: R): Value;
  /** Shown only where it is chosen. */
  extra?: true;
  /** Words are not looked for in it. */
  apart?: true;
  /** Not offered as a filter. */
  plain?: true;
  /** An amount of which no total is said: limits are not added up. */
  unsummed?: true;
};

/** By which column rows stand, and whether the largest come first. */
export type Sort = { key: string; down: boolean };

/** What is asked of a column: text in it, a choice, or ends of a range, each included. */
export type Wanted =
  | { kind: "text"; has: string }
  | { kind: "choice"; is: string }
  | { kind: "range"; least?: number; most?: number }
  | { kind: "days"; from?: string; until?: string };

/** What an address asks of a list. */
export type ListQuery = {
  /** Words that all have to be in a row, in whichever columns. */
  text: string;
  sort: Sort | null;
  /** From 1. */
  page: number;
  /** Keys of the columns shown, in the order of the list. */
  columns: string[];
  wanted: Readonly<Record<string, Wanted>>;
};

/** The filters of a kind of column: what is put after its key in an address; empty for the key itself. */
export const PARTS = {
  text: [""],
  choice: [""],
  amount: ["least", "most"],
  count: ["least", "most"],
  day: ["from", "until"],
  moment: ["from", "until"],
} as const satisfies Record<Kind, readonly string[]>;

/** How a filter is called in an address. @example nameOf("amount", "least") // "amount.least" */
export const nameOfPart = (key: string, part: string) => (part ? `${key}.${part}` : key);
