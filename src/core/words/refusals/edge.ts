import { countOf, joinWords } from "../../text";
import { nameOfType } from "../names";
import { as } from "./line";

/** @param bytes a limit, which is a whole number of kB */
function sayBytes(bytes: number): string {
  return bytes >= 1024 * 1024 ? `${Math.floor(bytes / 1024 / 1024)} MB` : `${Math.floor(bytes / 1024)} kB`;
}

/** Requests and files that come in from outside. */
export const EDGE = {
  "no such fault": as("unknown", () => "Nothing is known of this reference; it stands in the server’s own log"),
  "clock of a demonstration only": as("not a demo", () => "Only a demonstration has a clock that can be moved"),
  "clock not back": as("past", () => "The clock can be moved forward only; choose a later time"),
  "clock too far": as("too far", ({ days }: { days: number }) => `Move it by ${countOf(days, "day")} at most`),
  "address taken": as("already", ({ name }: { name: string }) => `There is an address called “${name}” already`),
  "no such list": as("unknown", ({ list }: { list: string }) => `There is no list “${list}”`),
  "no such address": as("unknown", () => "There is no such address"),
  "no address for calls": as(
    "invalid",
    () => "An address begins with https:// or http:// and carries no name or password",
  ),
  fault: as(
    "fault",
    ({ reference }: { reference: string }) =>
      `Something went wrong in Bandeira, and nothing was done. Tell whoever runs it this reference: ${reference}`,
  ),
  "sign in to change": as("not signed in", () => "Sign in first; nothing was done"),
  "too many pages open": as("busy", () => "You have too many pages open; close some of them"),
  "body too large": as(
    "too large",
    ({ most }: { most: number }) => `The body is larger than ${sayBytes(most)}; nothing was done`,
  ),
  "body too slow": as("too slow", () => "The body did not come in time; nothing was done"),
  "body broke off": as("invalid", () => "The body broke off; nothing was done"),
  "twice in the address": as("invalid", ({ name }: { name: string }) => `${name} stands twice in the address`),
  "another host": as(
    "other host",
    () => "Bandeira is not reached under this name; set BANDEIRA_ADDRESS or BANDEIRA_HOSTS to it",
  ),
  "from another page": as("forbidden", () => "Changes are taken from Bandeira’s own pages only"),
  "idempotency key needed": as(
    "key",
    () => "Send an Idempotency-Key of at most 200 letters, a new one for each document",
  ),
  "idempotency key used": as(
    "key used",
    () => "This Idempotency-Key was sent with another body; use a new one for another document",
  ),
  "body is no JSON": as("invalid", ({ found }: { found: string }) => `The body is not JSON: ${found}`),
  "another file": as("changed", () => "The file is not the one that was looked at; look at it again first"),
  "rows are bad": as(
    "bad rows",
    ({ rows }: { rows: number }) =>
      `${rows === 1 ? "1 row is" : `${countOf(rows, "row")} are`} bad; correct what is, or import the good ones alone`,
  ),
  "file has no document": as("file", () => "The file has no document that can be imported"),
  "too much at once": as(
    "busy",
    () => "Too much is being sent at this moment; nothing was done. Send it again in a minute",
  ),
  "body nested": as("invalid", ({ most }: { most: number }) => `The body is nested more than ${most} deep`),
  "half a character in a text": as("invalid", () => "A text has half a character in it; type it again"),
  "half a character in a name": as("invalid", () => "A name has half a character in it"),
  "number too large": as("invalid", () => "A number is too large to be counted"),
  database: as(
    "database",
    ({ said, reference }: { said: string; reference: string }) => `${said} (reference ${reference})`,
  ),
  "long requests waiting": as(
    "busy",
    ({ waiting }: { waiting: number }) =>
      `You have ${waiting} long requests waiting already; let one of them end, and ask again`,
  ),
  "too many at long work": as("busy", () => "Too many people ask for long work at this moment; try again in a minute"),
  "took too long": as("busy", () => "It took too long, and was ended; ask for less, such as a shorter period"),
  "ended before it was done": as("busy", () => "It was ended before it was done"),
  "too many files open": as(
    "busy",
    ({ open }: { open: number }) => `You are fetching ${countOf(open, "file")} already; let one end, and ask again`,
  ),
  "customers are bad": as(
    "file",
    ({ rows }: { rows: number }) =>
      `${rows === 1 ? "1 row is" : `${countOf(rows, "row")} are`} bad; correct what is first. Nothing was changed`,
  ),
  "fields are controlled": as(
    "file",
    ({ fields }: { fields: number }) =>
      `${fields} controlled fields differ, and an import may not change them. Nothing was changed`,
  ),
  "no column of customers": as(
    "file",
    ({ columns }: { columns: readonly string[] }) =>
      `The heading needs a column “customer” and at least one of: ${columns.join(", ").toLowerCase()}`,
  ),
  "approved on a day to come": as(
    "invalid",
    () => "It was approved on a day that has come; choose today or an earlier one",
  ),
  "sheet without columns": as(
    "file",
    ({ sheet, columns }: { sheet: string; columns: readonly string[] }) =>
      `The sheet “${sheet}” has no column for ${joinWords(columns, "and")}; name it in its heading, or bring the sheet in alone and say which column it is`,
  ),
  "columns of a list are missing": as(
    "file",
    ({ columns }: { columns: readonly string[] }) => `The heading misses columns: ${columns.join(", ")}`,
  ),
  "columns are missing": as(
    "file",
    ({ kinds }: { kinds: readonly { type: string; columns: readonly string[] }[] }) =>
      `The heading misses columns. For ${kinds.map(({ type, columns }) => `${nameOfType(type).many}: ${columns.join(", ")}`).join("; for ")}`,
  ),
};
