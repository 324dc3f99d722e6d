import type { AccountFault, WhyNot } from "../payments";
import { joinWords } from "../text";
import { DUTY_WORDS } from "./duties";
import { IDS, type Names } from "./names";

/** What is wrong with an account number, and what to do about it. */
export function sayAccountFault(fault: AccountFault): string {
  switch (fault.code) {
    case "signs":
      return "write 5 to 34 letters and digits; spaces do not matter";
    case "length":
      return `an account of ${fault.country} has ${fault.needs} signs, and this one has ${fault.has}; compare it sign by sign`;
    case "check digits":
      return "its check digits do not fit; compare it sign by sign";
  }
}

/** Why something that is to be paid is left out of a run. @returns what follows a number and a colon: “held: Goods not received” */
export function sayWhyNot(why: WhyNot, names: Names = IDS): string {
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
      return `for somebody else to pay: ${names.person(why.person)} ${DUTY_WORDS[why.did]}`;
  }
}

const FAULTS: Readonly<Record<AccountFault["code"], string>> = {
  signs: "the bank account of its payee is no account number",
  length: "the bank account of its payee has too many or too few signs",
  "check digits": "the check digits of its payee’s bank account do not fit",
};
