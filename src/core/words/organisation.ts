import { AUTHORITY_TYPES } from "../documents";
import type { EditReason } from "../organisation-history";
import { RoleSchema, type OrganisationProblem } from "../people";
import type { CellReason, StillNeeded } from "../people-table";
import { refusal, type Located, type Refusal } from "../refusal";
import { capital, joinWords, lowerFirst, sayDate } from "../text";
import { sayNoAmount } from "./amounts";
import { sayNoDate } from "./dates";
import { sayConflict } from "./duties";
import { ATTRIBUTE_WORDS } from "./list-names";
import { IDS, nameOfType, type Names } from "./names";
import type { OwnKind } from "../own-fields";
import { FIELD_KINDS, FIELD_PARTS, sayTaken } from "./field-names";
import { sayBy, sayPart, type Wording } from "./wording";

/** @example circle(["A", "B"]) // "A → B → A" */
const circle = (names: readonly string[]) => [...names, names[0]].join(" → ");

const PROBLEMS = {
  "leads nowhere": ({ what, id }) => `there is no ${what} “${id}”`,
  "there twice": ({ id }) => `“${id}” is there twice`,
  "reporting in a circle": ({ people }, names) =>
    `the reporting line runs in a circle: ${circle(people.map(names.person))}`,
  "units in a circle": ({ units }, names) => `the units lie inside each other: ${circle(units.map(names.unit))}`,
  "stand-ins in a circle": ({ people }, names) => `the stand-ins run in a circle: ${circle(people.map(names.person))}`,
  "same address": ({ person, other }, names) =>
    `${names.person(person)} has the same e-mail address as ${names.person(other)}`,
  "auditor with another role": ({ person }, names) =>
    `${names.person(person)} is auditor, who reads everything and changes nothing: no other role but investigator goes with it`,
} satisfies Wording<OrganisationProblem>;

const WHAT: Partial<Record<string, string>> = { standIn: "absence or delegation", listItem: "entry" };

const EDITS = {
  "no such entry": ({ kind, id }) =>
    kind === "standIn" ? "There is no such absence or delegation" : `There is no ${WHAT[kind] ?? kind} “${id}”`,
  "id taken": ({ id }) => `There is a person “${id}” already`,
  "day has passed": ({ day, today }) =>
    `${sayDate(day)} has passed; a change counts from today, ${sayDate(today)}, or from a later day`,
  malformed: ({ found }) => found,
  "does not fit": ({ problem }, names) => sayPart(PROBLEMS, problem, names),
  "nobody administers": () => "Nobody would be administrator any more; give somebody else that role first",
  "not set up": () => "The organisation has not been set up",
  "roles not to meet": ({ rule, person }, names) =>
    person === null
      ? `These roles must not meet: ${sayConflict(rule)}`
      : `${names.person(person)} cannot be both ${sayConflict(rule)}; take one role away first`,
  "roles need a reason": ({ rule }) => `These roles should not meet: ${sayConflict(rule)}. Say why they may here`,
  "role apart from itself": ({ role }) => `A role cannot be kept apart from itself: ${role}`,
  "somebody sits here": ({ person }, names) => `${names.person(person)} still sits in this unit; move everybody first`,
  "a unit lies below": ({ unit }, names) => `${names.unit(unit)} still lies below this unit; move it or close it first`,
  "held by the head": ({ position }, names) =>
    `${names.position(position)} is held by whoever heads the unit; change the head of the unit`,
  "last day too early": () => "The last day cannot lie before yesterday",
  "goes to the leaver": ({ person }, names) => `Nothing can go to ${names.person(person)}, who leaves`,
  "goes to another leaver": ({ person }, names) => `Nothing can go to ${names.person(person)}, who leaves as well`,
  "documents without a successor": ({ person, open }, names) =>
    `${open} open ${open === 1 ? "document hangs" : "documents hang"} on ${names.person(person)}; say who takes over`,
  "reports without a manager": ({ people }, names) =>
    `Say to whom ${joinWords(people.map(names.person), "and")} will report`,
  "unit without a head": ({ unit }, names) => `Say who heads ${names.unit(unit)}, or that it stays vacant`,
  "position without a holder": ({ position }, names) =>
    `Say who holds ${names.position(position)}, or that it stays vacant`,
  "ownership without an owner": ({ owned }) => `Say who owns ${joinWords(owned, "and")} from then on`,
  "is not to leave": ({ person }, names) => `${names.person(person)} is not to leave`,
  "away already": ({ person, from }, names) =>
    `${names.person(person)} is away already from ${sayDate(from)}; end that absence first`,
  "last day before the first": () => "The last day lies before the first",
  "last day needed": () => "Say which day is the last",
  "delegate needed": () => "Say to whom it is delegated",
  "stands in for themselves": ({ person }, names) => `${names.person(person)} cannot stand in for themselves`,
  "stand-in leaves": ({ person, day }, names) =>
    `${names.person(person)} leaves on ${sayDate(day)}; choose somebody else`,
  "stand-in is no approver": ({ person }, names) =>
    `${names.person(person)} has not the role approver and could not decide; choose somebody else`,
  "over already": () => "It is over already",
  "list of that name": ({ name }) => `There is a list “${name}” already`,
  "entry of that name": ({ name, key }) =>
    `“${name}” is what ${key} is called; give another name, or end that one first`,
  "not said in this list": ({ attribute }) => `${ATTRIBUTE_WORDS[attribute]} is not said in this list`,
  "attribute needed": ({ attribute }) => `Say the ${lowerFirst(ATTRIBUTE_WORDS[attribute])}`,
  "not in the home currency": ({ attribute, home }) =>
    `${ATTRIBUTE_WORDS[attribute]}: amounts of a list are in ${home}`,
  "field of that name": ({ name }) => `These documents have “${name}” already; give the field another name`,
  "of a field for good": ({ part }) =>
    `${FIELD_PARTS[part]} of a field stays what it was, since documents are filled in with it; end this one and add another`,
  "not of this kind of field": ({ part, kind }) => `${FIELD_PARTS[part]} goes with no field for ${FIELD_KINDS[kind]}`,
  "choice without a list": () => "Say from which list is chosen",
  "condition needed": () => "Say under which condition it is required, or that it always or never is",
  "no such type": ({ type }) => `There is no type of documents “${type}”`,
  "type without lines": ({ type }) => `${capital(nameOfType(type).many)} have no lines; let it stand on the document`,
  "sent by others too": ({ type }) =>
    `${capital(nameOfType(type).many)} are also sent by the other party or by Bandeira itself, who could not fill it in; let it stay empty, and let a level of kind “check” verify that it is filled in`,
  "type without the field": ({ type, field }) =>
    `${capital(nameOfType(type).many)} have no field “${field}”; name one that all its documents have`,
  "known only when sent": ({ field }) =>
    `The ${field} is known only once a document is sent, and cannot say what has to be filled in before; name another field`,
  "filled in by approvers": ({ field }) =>
    `The ${field} is filled in by whoever approves, and cannot say what has to be filled in before; name another field`,
  "not for approvers": ({ part }) => NOT_FOR_APPROVERS[part],
  "compared as it cannot be": ({ field }) => `The ${field} cannot be compared in this way`,
  "not on accounts": ({ part }) => NOT_ON_ACCOUNTS[part],
  "on accounts alone": () => "Whether a change counts at once is said of fields of accounts alone",
  "type or account": ({ on }) => `A field of accounts is on suppliers or on customers, and not on “${on}”`,
  "no pattern": ({ pattern }) =>
    `“${pattern}” is no pattern; write one such as [A-Z]{2}-[0-9]{4}, without looking ahead or back`,
  "no such limit": ({ part, kind }) => `${part === "least" ? "At least" : "At most"}: ${LIMITS_OF[kind]}`,
  "cannot take over": ({ taken }, names) =>
    `The field cannot take over ${sayTaken(taken, names)}: that is of another kind, or not there`,
  "no number of letters": () => "Say how many letters, as a whole number",
  "most under the least": () => "The most lies under the least",
  "cannot begin so": ({ usual }) => `No document can begin with “${usual}” in this field`,
} satisfies Wording<EditReason>;

const NOT_ON_ACCOUNTS = {
  required:
    "The other party fills in its account itself, and could not fill this in; let a level of kind “check” verify that it is filled in",
  usual: "A field of an account begins empty",
  taken: "A field of an account takes over nothing; fields of documents take over what it says",
} as const;

const LIMITS_OF: Readonly<Record<OwnKind, string>> = {
  text: "say how many letters, as a whole number",
  number: "write a number such as 3 or 2.5",
  amount: "write an amount in the organisation’s own currency",
  date: "write a day such as 2026-03-10, or how many days from the one on which it is filled in, such as 0 or -30",
  flag: "there is none of yes or no",
  choice: "there is none of a choice",
  person: "there is none of a person",
};

const NOT_FOR_APPROVERS = {
  part: "Whoever approves fills in fields of the document and of its lines, and none of an account",
  required:
    "Whether whoever approves has to fill it in is said at each level that asks for it; let it be not required here",
  usual: "What whoever approves fills in begins empty",
} as const;

/** What programs are told of an edit that is not made. */
const CODES = {
  "no such entry": "unknown",
  "id taken": "exists",
  "day has passed": "past",
  malformed: "invalid",
  "does not fit": "does not fit",
  "nobody administers": "last administrator",
  "not set up": "unknown",
  "roles not to meet": "segregation",
  "roles need a reason": "segregation reason",
  "role apart from itself": "invalid",
  "somebody sits here": "not empty",
  "a unit lies below": "not empty",
  "held by the head": "heads",
  "last day too early": "past",
  "goes to the leaver": "invalid",
  "goes to another leaver": "invalid",
  "documents without a successor": "open work",
  "reports without a manager": "open work",
  "unit without a head": "open work",
  "position without a holder": "open work",
  "ownership without an owner": "open work",
  "is not to leave": "already",
  "away already": "overlaps",
  "last day before the first": "invalid",
  "last day needed": "invalid",
  "delegate needed": "invalid",
  "stands in for themselves": "invalid",
  "stand-in leaves": "invalid",
  "stand-in is no approver": "invalid",
  "over already": "already",
  "list of that name": "exists",
  "entry of that name": "exists",
  "not said in this list": "unknown field",
  "attribute needed": "missing",
  "not in the home currency": "invalid",
  "field of that name": "exists",
  "of a field for good": "invalid",
  "not of this kind of field": "invalid",
  "choice without a list": "missing",
  "condition needed": "missing",
  "no such type": "unknown",
  "type without lines": "invalid",
  "sent by others too": "invalid",
  "type without the field": "invalid",
  "known only when sent": "invalid",
  "filled in by approvers": "invalid",
  "not for approvers": "invalid",
  "compared as it cannot be": "invalid",
  "not on accounts": "invalid",
  "on accounts alone": "invalid",
  "type or account": "invalid",
  "no pattern": "invalid",
  "no such limit": "invalid",
  "cannot take over": "invalid",
  "no number of letters": "invalid",
  "most under the least": "invalid",
  "cannot begin so": "invalid",
} as const satisfies Record<EditReason["code"], string>;

/** Why an organisation is not changed, for people and programs. */
export function sayNotEdited(why: Located<EditReason>, names: Names = IDS): Refusal {
  return refusal(CODES[why.code], sayBy(EDITS, why, names), why.path);
}

const STILL_NEEDED = {
  reports: ({ person }, names) => `${names.person(person)} still reports to them`,
  heads: ({ unit }, names) => `they still head ${names.unit(unit)}`,
  holds: ({ position }, names) => `they still hold ${names.position(position)}`,
  "in a group": ({ group }, names) => `they are still in ${names.group(group)}`,
  owns: ({ key }) => `they still own ${key}`,
  "stands in": () => "they stand in for somebody",
  "open documents": () => "open documents wait for them or are theirs",
} satisfies Wording<StillNeeded>;

const CELLS = {
  empty: ({ column }) => `${column} is empty`,
  "nothing of that name": ({ what, typed }) => `there is no ${what} “${typed}”, neither here nor in the file`,
  "no person or position": ({ typed }) => `there is no person or position “${typed}”`,
  "no date": ({ typed }) => sayNoDate(typed),
  "no role": ({ typed }) => `there is no role “${typed}”; there are ${RoleSchema.options.join(", ")}`,
  "roles apart": ({ rule }) => `these roles must not meet: ${sayConflict(rule)}`,
  "neither yes nor no": ({ typed }) => `“${typed}” is neither yes nor no`,
  "no document type": ({ typed }) =>
    `there is no document type “${typed}”; there are ${Object.keys(AUTHORITY_TYPES).join(", ")}`,
  "no currency": ({ typed }) => `“${typed}” is not a currency; write its code, such as EUR`,
  "no hours": ({ typed }) => `“${typed}” is not hours: write them like 08:30–12:30, 13:30–17:30, nothing for a day off`,
  "no amount": ({ why }) => sayNoAmount(why),
  "limit below zero": () => "a limit is not below zero",
  malformed: ({ column, found }) => `${column}: ${found}`,
  "in another line": ({ line }) => `is in line ${line} already`,
  "does not fit": ({ problem }, names) => sayPart(PROBLEMS, problem, names),
  "still needed": ({ why }, names) =>
    `cannot be deactivated by a file: ${sayPart(STILL_NEEDED, why, names)}; deactivate them on their page, which asks where it goes`,
} satisfies Wording<CellReason>;

/** Why a cell of a table of people is not taken, after the name of its column. */
export function sayCell(why: CellReason, names: Names = IDS): string {
  return sayBy(CELLS, why, names);
}
