import type { DocumentStatus } from "../../documents";
import type { AccountFault } from "../../payments";
import type { SeenBy } from "../../own-fields";
import type { Role } from "../../people";
import { saySeenBy } from "../field-names";
import { sayAccountFault } from "../payments";
import { SCOPES } from "../scopes";
import { as } from "./line";

/** A time to wait, given in seconds. @example sayWait(90) // "2 minutes" */
function sayWait(seconds: number): string {
  if (seconds < 60) return seconds === 1 ? "1 second" : `${seconds} seconds`;
  const minutes = Math.ceil(seconds / 60);
  return minutes === 1 ? "1 minute" : `${minutes} minutes`;
}

/** Who somebody is, and what they may do. */
export const ACCESS = {
  "wrong signature of a call": as("forbidden", () => "The signature does not hold; nothing was kept"),
  "too many proofs": as(
    "too many attempts",
    ({ seconds }: { seconds: number }) => `Too many attempts; try again in ${sayWait(seconds)}`,
  ),
  "password before codes": as("no password", () => "Set a password first; codes come on top of it"),
  "codes are on": as("already", () => "One-time codes are switched on; switch them off first"),
  "code not right": as("wrong code", () => "The code is not right; check the time of your device"),
  "codes are on already": as("already", () => "One-time codes are switched on already"),
  "codes are not on": as("already", () => "One-time codes are not switched on"),
  "set up already": as(
    "not empty",
    () => "Bandeira has been set up already; sign in, or ask an administrator for access",
  ),
  "no part in it": as("forbidden", () => "You have no part in this document"),
  "requester only": as("forbidden", () => "Only the requester may do this"),
  "stand-in set by others": as("forbidden", () => "Only the person, their manager or an administrator may do this"),
  "not signed in": as("not signed in", () => "Sign in first"),
  "nobody may": as("forbidden", () => "Nobody may do this"),
  "auditor only reads": as("forbidden", () => "An auditor reads everything and changes nothing"),
  "the person only": as("forbidden", () => "Only the person may do this"),
  "no such person": as("unknown", () => "There is no such person"),
  "way in is over": as(
    "unknown",
    () => "This sign-in link was used, replaced or is too old; ask an administrator for a new one",
  ),
  "password too short": as("password", ({ least }: { least: number }) => `Choose at least ${least} characters`),
  "password too long": as("password", ({ most }: { most: number }) => `Choose at most ${most} characters`),
  "password with own name": as("password", () => "Leave your name and address out of the password"),
  "password easily guessed": as(
    "password",
    () => "This password is among the first that are tried: choose words that do not belong together",
  ),
  "choosing in a demonstration only": as("not a demo", () => "Choosing a person works in the demonstration only"),
  "nobody active": as("unknown", () => "There is no such active person"),
  "no such session": as("unknown", () => "There is no such session; it may have ended already"),
  "code needed": as("code required", () => "Enter the code your device shows now"),
  "choose who it acts as": as("unknown", () => "Choose the person it acts as from the list"),
  "no such token": as("unknown", () => "There is no such token in use"),
  "token needed": as("not signed in", () => "Send the token as “Authorization: Bearer …”"),
  "token unknown": as("not signed in", () => "This token is unknown or was ended"),
  "token of somebody gone": as("forbidden", () => "The person this token acts as is no longer active"),
  "sign in to decide": as("not signed in", () => "Sign in to decide; nothing was done"),
  "link unknown": as("unknown", () => "This link is not known here; sign in and look at your desk"),
  "link to nothing": as("unknown", () => "This link leads to nothing any more"),
  "link of another": as(
    "forbidden",
    ({ person, visitor }: { person: string; visitor: string }, names) =>
      `This link is for ${names.person(person)}, and you are signed in as ${names.person(visitor)}`,
  ),
  "link used": as("already", () => "This link was used already; it decides once and no more"),
  "link ended": as("ended", () => "This link was ended; sign in to decide"),
  "link expired": as("expired", () => "This link has expired; sign in to decide, if it still waits for you"),
  "link of another revision": as(
    "other revision",
    ({ link, now }: { link: number; now: number }) =>
      `The document has been changed since: this link was for revision ${link}, and revision ${now} is there now. A new message has gone out to whoever is asked for it`,
  ),
  "document is over": as(
    "already decided",
    ({ document, status }: { document: string; status: DocumentStatus }) => `${document} is ${status} already`,
  ),
  "nothing to show it on": as("unknown", () => "There is no document yet to show it on"),
  "wrong proof": as("wrong", ({ present }: { present: boolean }) =>
    present ? "The present password is not right" : "The password is not right",
  ),
  "role needed": as(
    "forbidden",
    ({ roles, has }: { roles: readonly Role[]; has: readonly Role[] }) =>
      `This needs the role ${roles.join(" or ")}; you have ${has.join(", ") || "none"}`,
  ),
  "field is hidden": as(
    "forbidden",
    ({ field, seenBy }: { field: string; seenBy: readonly SeenBy[] }) =>
      `The ${field} is hidden from you; ${saySeenBy(seenBy)} may open it`,
  ),
  "no hidden field": as(
    "unknown",
    ({ field }: { field: string }) => `No field “${field}” is hidden here; what is not hidden stands on the page`,
  ),
  "nothing drawn": as("signature required", () => "Draw your signature in the field"),
  "bank account wrong": as(
    "invalid",
    ({ fault }: { fault: AccountFault }) => `Bank account: ${sayAccountFault(fault)}`,
  ),
  "wrong sign-in": as("wrong", () => "E-mail and password do not go together; check both and try again"),
  "wrong code of sign-in": as("wrong code", () => "The code is not right, or was used before; wait for the next one"),
  "too many sign-ins": as(
    "too many attempts",
    ({ seconds }: { seconds: number }) =>
      `Too many attempts; try again in ${sayWait(seconds)}, or ask an administrator for a new sign-in link`,
  ),
  "too many signatures": as(
    "too many attempts",
    ({ seconds }: { seconds: number }) => `Too many wrong signatures; try again in ${sayWait(seconds)}`,
  ),
  "wrong proof of signature": as("signature", () => "The password or code is not right; nothing was signed"),
  "token without the scope": as(
    "forbidden",
    ({ scope }: { scope: keyof typeof SCOPES }) => `This token may not ${SCOPES[scope]}`,
  ),
  "level is decided": as(
    "already decided",
    ({ level }: { level: string | null }) => `${level ?? "This level"} has been decided already`,
  ),
};
