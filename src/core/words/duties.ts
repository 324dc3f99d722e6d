import type { Duty, Separation } from "../segregation";
import { lowerFirst } from "../text";

/** What somebody has done on a document, after “who” or a name. */
export const DUTY_WORDS: Readonly<Record<Duty, string>> = {
  account: "asked for the supplier’s account or a change of it",
  order: "ordered it",
  enter: "entered it",
  receive: "recorded its receipt",
  approve: "approved it",
  release: "released a hold on it",
  pay: "paid it",
};

/** What somebody else is to do, after a name. */
export const ACTS: Readonly<Record<Duty, string>> = {
  account: "asks for the account",
  order: "orders",
  enter: "enters it",
  receive: "records its receipt",
  approve: "approves it",
  release: "releases its holds",
  pay: "pays it",
};

/** @example sayConflict({ roles: ["controller", "reviewer"], why: "Who writes a policy does not review it", exceptions: false }) // "controller and reviewer: who writes a policy does not review it" */
export function sayConflict({ roles, why }: Separation): string {
  return `${roles[0]} and ${roles[1]}: ${lowerFirst(why)}`;
}
