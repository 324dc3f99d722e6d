import { isDay } from "../calendar";
import type { Bound, OwnReason } from "../own-fields";
import { capital } from "../text";
import { WRITTEN, sayBound } from "./field-names";
import { PICKS } from "./lists";
import type { Names } from "./names";
import { sayPart, type Wording } from "./wording";

/** What is wrong with a field, after the line that it is about. */
export const OWN = {
  "field needed": ({ field }, names) => `fill in ${names.theField(field)}`,
  "no such field": ({ field }, names) =>
    `there is no field “${names.field(field)}” here to fill in; it may have ended. Leave it empty`,
  "not of its kind": ({ field, kind }, names) => `${names.theField(field)} is ${WRITTEN[kind]}`,
  "too short": ({ field, letters }, names) => `${names.theField(field)} has at least ${count(letters)}`,
  "too long": ({ field, letters }, names) => `${names.theField(field)} has at most ${count(letters)}`,
  below: ({ field, least }, names) =>
    `${names.theField(field)} is ${isDate(least) ? "not before" : "at least"} ${sayBound(least)}`,
  above: ({ field, most }, names) =>
    `${names.theField(field)} is ${isDate(most) ? "not after" : "at most"} ${sayBound(most)}`,
  "does not fit": ({ field, says }, names) =>
    `${names.theField(field)} is ${says || "not written as it is here; ask whoever keeps the fields how it is"}`,
  "not in its list": ({ field, why }, names) => `${names.field(field)}: ${sayPart(PICKS, why, names)}`,
  "nobody by that id": ({ field, person }, names) =>
    `${names.field(field)}: there is nobody called “${person}”; choose somebody`,
} satisfies Wording<OwnReason>;

const isDate = (bound: Bound) => typeof bound === "string" && isDay(bound);

const count = (letters: number) => (letters === 1 ? "1 letter" : `${letters} letters`);

/** What is wrong with a field, as a sentence. @param line of the document, counted from 1; null for the document itself */
export function sayOwnWrong(why: OwnReason, line: number | null, names: Names): string {
  const said = sayPart(OWN, why, names);
  return line === null ? capital(said) : `Line ${line}: ${said}`;
}
