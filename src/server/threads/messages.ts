import type { Person } from "@/core/people";

/** What goes to a thread: which work, on what, by whom and at what moment. */
export type Asked = {
  id: number;
  /** The data folder that it is done on. */
  folder: string;
  name: string;
  input: unknown;
  by: Person;
  /** ISO date-time in UTC */
  at: string;
  demo: boolean;
  /** The file that the pieces go into; null where each step is told. */
  spool: string | null;
};

/** What a thread says of it. */
export type Told =
  | { id: number; step: unknown }
  | { id: number; value: unknown }
  | { id: number; stopped: true }
  | { id: number; fault: Fault };

export type Fault = { message: string; stack: string; code: string | null };

/** What every thread is begun with; `stop` holds the id of the work that nobody waits for any more. */
export type ThreadData = { stop: Int32Array };
