import {
  shownAccountValue,
  typeWords,
  type AccountValue,
  type Change,
  type MissingReason,
  type Shown,
} from "../documents";
import { formatMoney } from "../money";
import { isOwnKey } from "../own-fields";
import { capital, sayDate } from "../text";
import { PICKS } from "./lists";
import { IDS, type Names } from "./names";
import { sayOwnWrong } from "./own-fields";
import { sayAccountFault } from "./payments";
import { sayBy, sayPart, speak, type Wording } from "./wording";

const SHOWN: Wording<Shown> = {
  text: ({ text }) => text,
  entry: ({ list, key }, names) => names.entry(list, key),
  amount: ({ amount }) => formatMoney(amount),
  date: ({ date }) => sayDate(date),
  person: ({ person }, names) => names.person(person),
  papers: ({ names }) => names.join(", "),
  priced: ({ quantity, price }) => `${quantity} × ${formatMoney(price)}`,
  "ordered at": ({ quantity, what, price }) => `${quantity} × ${what} at ${formatMoney(price)}`,
  net: ({ amount }) => `net ${formatMoney(amount)}`,
  tax: ({ percent }) => `tax ${percent}%`,
  "no receipt": () => "no receipt",
  "as it is": () => "as it is",
  own: ({ field, value }, names) => names.fieldValue(field, value),
  "own field": ({ field, value }, names) => `${names.field(field)}: ${names.fieldValue(field, value)}`,
  parts: ({ of }, names) => of.map((one) => plain(one, names)).join(", "),
  changed: ({ label, before, after }, names) =>
    `${sayLabel(label, names)}: ${plain(before, names)} → ${plain(after, names)}`,
};

/** Without going out aloud: a part of a sentence is none. */
function plain(shown: Shown | null, names: Names): string {
  return shown === null ? "none" : sayPart(SHOWN, shown, names);
}

/** A value of a document; “none” for one that is not there. */
export function sayShown(shown: Shown | null, names: Names = IDS): string {
  return speak(plain(shown, names));
}

/** A value of a field of an account, which for some is the key of an entry of a list. */
export function sayField(field: string, held: AccountValue, names: Names): string {
  return sayShown(shownAccountValue(field, held), names);
}

/** What a part of a document or a field of an account is called, at the beginning of a sentence; of a field of the organisation's own the type knows its key alone. */
export function sayLabel(label: string, names: Pick<Names, "field">): string {
  return isOwnKey(label) ? capital(names.field(label)) : label;
}

/** What an edit changes, in words. */
export type SaidChange = { label: string; before: string; after: string };

/** @example sayChange({ label: { line: 2 }, before: null, after }) // { label: "Line 2", before: "none", after: "Rope, 3 × 2.50 EUR" } */
export function sayChange({ label, before, after }: Change, names: Names = IDS): SaidChange {
  return {
    label:
      typeof label === "string" ? label : "line" in label ? `Line ${label.line}` : capital(names.field(label.field)),
    before: sayShown(before, names),
    after: sayShown(after, names),
  };
}

const MISSING = {
  "own field": ({ line, why }, names) => sayOwnWrong(why, line, names),
  "no title": () => "Say in a few words what it is about",
  "nobody named": ({ who }) => `Name the ${who}`,
  "field empty": ({ field }) => `Enter the ${field}`,
  "no lines": () => "Enter at least one line",
  "line not described": ({ line }) => `Line ${line}: say what it is`,
  "line comes to nothing": ({ line }) => `Line ${line}: enter a quantity and a price above zero`,
  "amount not above zero": ({ line }) => `Line ${line}: enter an amount above zero`,
  "line dated later": ({ line }) => `Line ${line}: it is dated later than the claim`,
  "claimed more than spent": ({ line }) => `Line ${line}: no more can be claimed than was spent`,
  "receipt not attached": ({ line }) => `Line ${line}: its receipt is not attached`,
  "discount incomplete": () => "A discount needs its percentage and the last day on which it is given",
  "comes to nothing": () => "Enter what the invoice comes to",
  "no field changed": () => "Change at least one field",
  "no first limit": () => "Say what the first limit is to be",
  "same value": ({ label }, names) => `${sayLabel(label, names)}: enter another value, or leave it out`,
  "wrong account number": ({ label, fault }) => `${label}: ${sayAccountFault(fault)}`,
  "no e-mail address": ({ label, typed }) => `${label}: “${typed}” is no e-mail address`,
  "needed for a new account": ({ label }) => `${label}: a new account needs it`,
  "paper needed for a new account": ({ paper }, names) =>
    `${names.entry("papers", paper)}: attach it and say which attachment it is; a new account needs it`,
  "of a list": ({ line, why }, names) => {
    const said = sayPart(PICKS, why, names);
    return line === null ? capital(said) : `Line ${line}: ${said}`;
  },
} satisfies Wording<MissingReason>;

/** What a document still wants before it can be sent in, and what to do. */
export function sayMissing(why: MissingReason, names: Names = IDS): string {
  return sayBy(MISSING, why, names);
}

/** Which document it is, and whose. @example "Order PO-00017, revision 2, from Noor Halvorsrud, Engineering." */
export function sayWhich(which: {
  type: string;
  number: string;
  revision: number;
  requester: string;
  unit: string;
}): string {
  const { type, number, revision, requester, unit } = which;
  return speak(
    `${capital(typeWords(type).name.one)} ${number}${revision > 1 ? `, revision ${revision}` : ""}, from ${requester}, ${unit}.`,
  );
}
