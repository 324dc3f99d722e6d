import type { AccountFault } from "./account-number";
import { joinWords } from "../text";

/** Why something that is to be paid is left out of a run. */
export type WhyNot =
  | { code: "held"; holds: readonly string[] }
  | { code: "no account number" }
  | { code: "wrong account number"; fault: AccountFault["code"] }
  | { code: "account not open"; status: string }
  | { code: "not set off" }
  | { code: "another person"; because: string };

/** Where the payment of a document stands. */
export type PaymentState =
  | { at: "paid" | "exported" | "in a run"; run: string; day: string; account: string; to: string }
  | { at: "planned"; day: string; due: string | null }
  | { at: "left out"; why: WhyNot[]; due: string | null }
  | { at: "posted only" };

/** @returns what follows a number and a colon: “held: Goods not received” */
export function sayWhyNot(why: WhyNot): string {
  switch (why.code) {
    case "held":
      return `held: ${joinWords(why.holds, "and")}`;
    case "no account number":
      return "its payee has no bank account here";
    case "wrong account number":
      return FAULTS[why.fault];
    case "account not open":
      return why.status === "blocked"
        ? "the account of its supplier is blocked"
        : "the account of its supplier is not approved yet";
    case "not set off":
      return "a credit note, and less is paid to the same account in this run";
    case "another person":
      return `for somebody else to pay: ${why.because}`;
  }
}

const FAULTS: Readonly<Record<AccountFault["code"], string>> = {
  signs: "the bank account of its payee is no account number",
  length: "the bank account of its payee has too many or too few signs",
  "check digits": "the check digits of its payee’s bank account do not fit",
};
