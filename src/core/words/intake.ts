import type { ComesOf, IntakeReason } from "../intake";
import { formatMoney } from "../money";
import { refusal, type Located, type Refusal } from "../refusal";
import { sayNoAmount } from "./amounts";
import { sayNoDate } from "./dates";
import { WRITTEN } from "./field-names";
import { oneOf } from "./list-names";
import { IDS, type Names } from "./names";
import { sayMissing } from "./shown";
import { sayBy, type Wording } from "./wording";

const COMES_OF: Readonly<Record<ComesOf, string>> = {
  line: "quantity × price and its allowances and charges",
  lines: "its lines",
  allowances: "its allowances",
  charges: "its charges",
  "lines, allowances and charges": "its lines, allowances and charges",
  "parts of the tax": "its parts",
  "net and tax": "net and tax",
  totals: "its totals",
};

const WANTED = {
  quantity: "a quantity such as 3 or 2.5",
  "quantity of four decimals": "a quantity such as 3 or 2.5, with at most four decimals",
  percentage: "a percentage such as 23 or 6.5",
  "decimal number": "a decimal number such as 3 or 2.5",
} as const;

const INTAKE = {
  "has a DOCTYPE": () => "The file has a DOCTYPE; UBL needs none, and it is not read",
  "not UTF-8": () => "The file is not UTF-8; save it as UTF-8 and try again",
  "not text": () => "The file is not text",
  "not well-formed": ({ line, found }) => `The file is not well-formed XML: line ${line}, ${found}`,
  "not XML": ({ found }) => `The file cannot be read as XML: ${found}`,
  "a credit note": () => "A credit note is not imported from a file; enter it by hand",
  "neither invoice nor order": () => "The file is neither a UBL Invoice nor a UBL Order",
  malformed: ({ found }) => found,
  empty: () => "is empty",
  missing: () => "is missing",
  "other count of cells": ({ cells, columns }) =>
    `has ${cells} cells where the heading has ${columns}; look for a stray separator or quote`,
  "like a formula": ({ typed }) => `“${typed}” begins like a formula; write it as plain text`,
  "control characters": () => "has control characters in it",
  "no date": ({ typed }) => sayNoDate(typed),
  "later than today": ({ date }) => `${date} is later than today`,
  "no unit": ({ typed }) => `there is no unit “${typed}”; name one that is under People`,
  "no currency": ({ typed }) => `“${typed}” is no currency in use`,
  "other currency": ({ named, document }) => `is in ${named}, the document in ${document}`,
  "no amount": ({ why }) => sayNoAmount(why),
  "below zero": () => "is below zero; a credit note is entered by hand",
  "more than anybody would": () => "is more than anybody would order or charge",
  "line more than anybody would": () => "quantity times price is more than anybody would charge",
  "no decimal": ({ typed, wanted }) => `“${typed}” is not ${WANTED[wanted]}`,
  "not in the list": ({ typed, list, known }, names) =>
    known.length > 0
      ? `there is no ${oneOf(list, names)} “${typed}”; there are ${known.join(", ")}`
      : `there is no ${oneOf(list, names)} “${typed}”; the list is empty`,
  "not of its field": ({ typed, kind }) =>
    kind === "person" ? `there is nobody called “${typed}”` : `“${typed}” is not ${WRITTEN[kind]}`,
  "account known already": () =>
    "there is an account of that name already; a change of it is asked for with a document",
  "twice in the file": () => "stands in the file twice",
  "wrong account value": ({ why }, names) => sayMissing(why, names),
  "neither true nor false": ({ typed }) => `“${typed}” is neither true nor false`,
  "price below zero": () => "is below zero; a line that is taken back has a quantity below zero",
  "not above zero": () => "is not above zero",
  "not counted exactly": () => "comes to more than can be counted exactly",
  "quantity alone below zero": () => "is below zero, and the amount of the line is not",
  "states another amount": ({ stated, computed, of }) =>
    `says ${formatMoney(stated)}, and ${COMES_OF[of]} come to ${formatMoney(computed)}`,
  "party without a name": () => "has neither a name nor a registration name",
  "name like a formula": () => "its name begins like a formula",
  "not taken in": ({ byHand }) => `is not imported from a file${byHand ? "; enter the invoice by hand" : ""}`,
  "none there": () => "there is none",
  "an order takes nothing back": () => "is not above zero; an order takes nothing back",
  "takes off everything": () => "takes off as much as the order comes to",
} satisfies Wording<IntakeReason>;

/** Why a value of a file of documents is not taken in, after where it stands. */
export function sayIntake(why: IntakeReason, names: Names = IDS): string {
  return sayBy(INTAKE, why, names);
}

/** The same of a whole file and its parts, with where it stands. */
export function sayUnread(why: Located<IntakeReason>): Refusal {
  const { path = "file" } = why;
  return refusal("file", path === "file" || path === "" ? sayIntake(why) : `${path}: ${sayIntake(why)}`, path);
}
