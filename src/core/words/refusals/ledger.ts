import type { MissingReason } from "../../documents";
import type { WhyNot } from "../../payments";
import type { Duty } from "../../segregation";
import { joinWords, sayDate } from "../../text";
import { ACTS, DUTY_WORDS } from "../duties";
import { sayMissing } from "../shown";
import { sayWhyNot } from "../payments";
import { as } from "./line";

/** A rate that was published: so many `to` for one `from`, on a date in ISO form. */
type KnownRate = { from: string; to: string; rate: string; date: string };

const sayRate = ({ from, to, rate, date }: KnownRate) => `1 ${from} was ${rate} ${to} on ${sayDate(date)}`;

/** Accounts, goods, rates, duties and payments. */
export const LEDGER = {
  "no such file format": as(
    "invalid",
    ({ format, formats }: { format: string; formats: readonly string[] }) =>
      `“${format}” is no format; there are ${joinWords(formats, "and")}`,
  ),
  "too many events for a file": as(
    "too many",
    ({ most }: { most: number }) =>
      `More than ${most.toLocaleString("en-GB")} events fit; narrow them by days, who, what or a document`,
  ),
  "too many for a workbook": as(
    "invalid",
    ({ most }: { most: number }) =>
      `A workbook has room for ${most.toLocaleString("en-GB")} documents; narrow the register, or download it as CSV`,
  ),
  "account without a name": as("missing", () => "Name the new account"),
  "account of that name": as("already", ({ name }: { name: string }) => `There is an account called ${name} already`),
  "drawing of the party needed": as("missing", () => "Draw your signature in the field as well"),
  "asker is gone": as("unknown", () => "Whoever asked for this account is no longer here; ask for a new link"),
  "paper of another form": as(
    "attachment",
    ({ name }: { name: string }) => `${name} was not attached in this form; attach it again`,
  ),
  "sign with your name": as("missing", () => "Sign with your name"),
  "no account of the id": as("unknown", ({ account }: { account: string }) => `There is no account ${account}`),
  "account not approved yet": as(
    "not yet",
    ({ account }: { account: string }) =>
      `The account of ${account} is not approved yet; what it says is approved with it`,
  ),
  "account has no field": as("unknown", ({ field }: { field: string }) => `The account has no field “${field}”`),
  "field is controlled": as(
    "controlled",
    ({ field }: { field: string }) =>
      `${field}: a change of it is approved before it counts; ask for it with a document`,
  ),
  "account field of its kind": as(
    "invalid",
    ({ field, currency }: { field: string; currency: string | null }) =>
      `${field}: ${currency ? `write an amount in ${currency}` : "write text"}`,
  ),
  "account field wrong": as("invalid", ({ why }: { why: MissingReason }, names) => sayMissing(why, names)),
  "no customer of the id": as("unknown", ({ customer }: { customer: string }) => `There is no customer ${customer}`),
  "no customer named": as("unknown", ({ customer }: { customer: string }) => `There is no customer “${customer}”`),
  "customer has these values": as(
    "unchanged",
    ({ customer }: { customer: string }) => `${customer} has these values already; leave it out`,
  ),
  "received by others": as(
    "forbidden",
    () => "Goods are received by who ordered them, the receiver of the order, or a clerk",
  ),
  "order without the line": as(
    "unknown",
    ({ order, line }: { order: string; line: number }) => `${order} has no line ${line}`,
  ),
  "quantity above zero": as("invalid", () => "Enter a quantity above zero"),
  "more than ordered": as(
    "too many",
    ({ ordered, line, all }: { ordered: string; line: number; all: number }) =>
      `${ordered} were ordered on line ${line}; with this, ${all} would have come`,
  ),
  "no such customer": as("unknown", () => "There is no such customer"),
  "seller unknown": as("unknown", () => "Whoever sells it is nobody active here; choose somebody from the list"),
  "address of the party needed": as(
    "missing",
    () => "Enter the party’s e-mail address: its link goes there and nowhere else",
  ),
  "no e-mail address": as("invalid", ({ typed }: { typed: string }) => `“${typed}” is no e-mail address`),
  "address of our own": as(
    "forbidden",
    () => "This is the address of somebody who works here; the form is for the other party",
  ),
  "not filled in by its party": as("unknown", () => "Only an account that was asked for is filled in by its party"),
  "invited by others": as("forbidden", () => "Only whoever asked for it, a clerk or a controller invites again"),
  "form link is over": as("used", () => "This link was used, replaced or is too old; ask for a new one"),
  "form for its party": as(
    "forbidden",
    ({ account, visitor }: { account: string; visitor: string }, names) =>
      `This form is for ${account} to fill in and sign, and you are signed in as ${names.person(visitor)}; sign out if you are the other party`,
  ),
  "rate of the own currency": as(
    "invalid",
    ({ from, to }: { from: string; to: string }) => `${from} is always one ${to}`,
  ),
  "rate of a day to come": as("invalid", () => "A rate is of a day that has come"),
  "pay day is past": as("past", ({ day }: { day: string }) => `${sayDate(day)} is past; choose today or a later day`),
  "pay day too far": as("far", () => "Choose a day within half a year"),
  "nothing ticked to pay": as("missing", () => "Tick what is to be paid"),
  "in another run": as(
    "already",
    ({ document }: { document: string }) => `${document} is in another run, or not to be paid`,
  ),
  "payable has changed": as(
    "changed",
    ({ document }: { document: string }) =>
      `${document}: its amount or account has changed since you looked; look again before you pay`,
  ),
  "no such run": as("unknown", ({ run }: { run: string }) => `There is no payment run ${run}`),
  "run is exported": as(
    "exported",
    ({ run }: { run: string }) =>
      `${run} was exported, so that the bank may have paid it; what came of it is told to the bank`,
  ),
  "run is undone": as("already", ({ run }: { run: string }) => `${run} was undone already`),
  "say why undone": as("comment required", () => "Say why it is undone"),
  "run is over": as(
    "already",
    ({ run, how }: { run: string; how: "undone" | "exported" }) => `${run} was ${how} already`,
  ),
  "no account to pay from": as(
    "missing",
    () => "Nothing says which account is paid from; a controller sets it under Settings, Rules, Payments",
  ),
  "payee’s account has changed": as(
    "changed",
    ({ document, payee }: { document: string; payee: string }) =>
      `${document}: the bank account of ${payee} has changed since; undo the run, and look again`,
  ),
  "no file of the run": as(
    "unknown",
    ({ run }: { run: string }) => `There is no file of a payment run ${run}; it is made when the run is exported`,
  ),
  "run day is past": as(
    "past",
    ({ day, run }: { day: string; run: string }) =>
      `${sayDate(day)} is past, and no bank pays then; undo ${run} and make it for another day`,
  ),
  "not to be paid": as(
    ({ why }: { why: WhyNot }) => why.code,
    ({ document, why }: { document: string; why: WhyNot }) => `${document}: ${sayWhyNot(why)}`,
  ),
  "no more to be paid": as(
    ({ why }: { why: WhyNot }) => why.code,
    ({ document, why }: { document: string; why: WhyNot }) =>
      `${document}: ${sayWhyNot(why)}; undo the run, and look again`,
  ),
  "field of an account missing": as("missing", ({ label }: { label: string }) => `Enter the ${label.toLowerCase()}`),
  "paper of an account missing": as("missing", ({ name }: { name: string }) => `Attach the ${name.toLowerCase()}`),
  "own duties loosened": as(
    "segregation",
    ({ one, other }: { one: Duty; other: Duty }) =>
      `Duties on one document, who ${DUTY_WORDS[one]} and ${DUTY_WORDS[other]}: you could do both yourself, so that a controller who could not is to loosen this`,
  ),
  "duties meet": as(
    "segregation",
    ({ document, person, did, duty }: { document: string; person: string; did: Duty; duty: Duty }, names) =>
      `${document}: ${names.person(person)} ${DUTY_WORDS[did]}, so that somebody else ${ACTS[duty]}`,
  ),
  "rate of the day stands": as("far rate", (was: KnownRate) => `${sayRate(was)}; a controller corrects it`),
  "rate is far": as(
    "far rate",
    ({ percent, ...was }: KnownRate & { percent: number }) =>
      `${sayRate(was)}, and this is more than ${percent} % away: look at its point and its direction; if it is right, a controller publishes it`,
  ),
};
