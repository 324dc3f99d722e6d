import type { GainKind } from "../../organisation-history";
import { sayDate, sayCount } from "../../text";
import { as } from "./line";

const GAINED: Readonly<Record<GainKind, string>> = {
  role: "a role",
  limit: "a limit",
  headship: "the headship of a unit",
  position: "a position",
  group: "a place in a group",
  ownership: "an ownership",
  report: "somebody who reports to you",
  line: "another manager or unit",
  "stand-in": "what somebody else decides",
  segregation: "a weaker rule of segregation",
};

/** People, units and calendars, and files of them. */
export const PEOPLE = {
  "no such table": as(
    "unknown",
    ({ table, tables }: { table: string; tables: readonly string[] }) =>
      `There is no table “${table}”; there are ${tables.join(", ")}`,
  ),
  "a pseudonym": as("pseudonym", () => "That is a pseudonym; enter whoever comes back anew"),
  "people unchanged": as("unchanged", () => "Nothing differs from what is set already"),
  "year of holidays": as("invalid", () => "The year must lie between 1990 and 2100"),
  "no holidays known": as("unknown", ({ country }: { country: string }) => `No holidays are known for “${country}”`),
  "preview was another": as(
    "other version",
    () => "What the file would change is not what you were shown; look at the preview again",
  ),
  "rows not taken": as("bad rows", () => "Some rows cannot be taken; correct them, or choose to leave them out"),
  "people have changed": as("other version", () => "Somebody changed people meanwhile; look at the preview again"),
  "is a pseudonym": as("already", ({ person }: { person: string }, names) => `${names.person(person)} is a pseudonym`),
  "has not left": as(
    "still here",
    ({ person }: { person: string }, names) =>
      `${names.person(person)} has not left; only the names of leavers are replaced`,
  ),
  "names are kept": as(
    "too early",
    ({ person, left, until }: { person: string; left: string; until: string }, names) =>
      `${names.person(person)} left on ${sayDate(left)}; names are kept until ${sayDate(until)}`,
  ),
  "part in open documents": as(
    "open work",
    ({ person, open }: { person: string; open: number }, names) =>
      `${names.person(person)} has a part in ${open} open documents; end those first`,
  ),
  "done already": as("already", () => "That was done already"),
  "power to oneself": as(
    "oneself",
    ({ what, others }: { what: GainKind; others: boolean }) =>
      `You would give ${GAINED[what]} to yourself; ${others ? "another administrator does that" : "make somebody else administrator first, who does that"}`,
  ),
  "sheet is not UTF-8": as(
    "file",
    () => "The file is not UTF-8, so that letters with accents would be lost; save it as CSV UTF-8 and try again",
  ),
  "sheet without rows": as("file", () => "The file has no rows under its heading"),
  "sheet too long": as(
    "file",
    ({ most }: { most: number }) => `The file has more than ${sayCount(most)} rows; split it`,
  ),
  "sheet unreadable": as("file", ({ found }: { found: string }) => `The file cannot be read as a table: ${found}`),
};
