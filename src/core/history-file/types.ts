import type { DayOrder } from "../calendar";
import type { FactValue } from "../conditions";
import type { Lists } from "../lists";
import type { AmountReason, Money } from "../money";
import type { OwnField } from "../own-fields";
import type { Coded } from "../reason";

/** A document as a file tells it. Facts and measures that it does not tell are not there: nothing is known of them. */
export type HistoryRow = {
  /** The line of the file, counted from 1. */
  line: number;
  /** What it is called there; empty where it is called nothing. */
  number: string;
  documentType: string;
  /** ISO date. */
  date: string;
  /** Id of a person; empty where nobody known is named. */
  requester: string;
  /** Id of a unit; empty where none is known. */
  unit: string;
  facts: Readonly<Record<string, FactValue>>;
  measures: Readonly<Record<string, Money>>;
};

/** Why a row cannot be taken. */
export type HistoryReason = Coded<{
  empty: null;
  "no day": { typed: string };
  "day to come": { day: string };
  "no such type": { typed: string };
  "no amount": { why: AmountReason };
  "no such currency": { typed: string };
}>;

export type BadHistoryRow = { line: number; column: string; why: HistoryReason };

/** Texts of a column that mean nothing known: how many rows, and the first such text. They are left unknown. */
export type NotKnown = { column: string; rows: number; example: string };

/** Somebody, by the texts that may mean them. */
export type Named = { id: string; name: string; email: string };

/** What has to be known to read a file. Plain data, so that a thread can be given it. */
export type HistoryReader = {
  /** Id of the unit of rows of which none is known, since every policy is for some units; empty to leave it unknown. */
  usualUnit: string;
  /** The type of all rows, or of those whose column says none. */
  documentType: string;
  /** Types that rows may be of. */
  types: readonly string[];
  fields: readonly OwnField[];
  lists: Lists;
  /** With the units in which they sat, each from an ISO date on, the first first. */
  people: readonly (Named & { seats: readonly { from: string; unit: string }[] })[];
  units: readonly { id: string; name: string }[];
  /** The currency of amounts whose row says none. */
  currency: string;
  dayOrder: DayOrder;
  /** ISO date after which nothing can have happened. */
  today: string;
};

export type HistorySheet = {
  header: readonly string[];
  rows: readonly (readonly string[])[];
  lines: readonly number[];
};

export type ReadHistory = {
  rows: HistoryRow[];
  bad: BadHistoryRow[];
  notKnown: NotKnown[];
  /** Rows whose number another row before them has: each is taken as a document of its own. */
  repeated: number;
};
