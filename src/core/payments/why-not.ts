import type { Duty } from "../segregation";
import type { AccountFault } from "./account-number";

/** Why something that is to be paid is left out of a run. */
export type WhyNot =
  | { code: "held"; holds: readonly string[] }
  | { code: "no account number" }
  | { code: "wrong account number"; fault: AccountFault["code"] }
  | { code: "account not open"; status: string }
  | { code: "not set off" }
  | { code: "another person"; person: string; did: Duty; duty: Duty };

/** Where the payment of a document stands. */
export type PaymentState =
  | { at: "paid" | "exported" | "in a run"; run: string; day: string; account: string; to: string }
  | { at: "planned"; day: string; due: string | null }
  | { at: "left out"; why: WhyNot[]; due: string | null }
  | { at: "posted only" };
