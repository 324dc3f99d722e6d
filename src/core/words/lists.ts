import type { ListCellReason } from "../list-table";
import type { Attribute, Listed, PickReason } from "../lists";
import { sayDate } from "../text";
import { sayNoAmount } from "./amounts";
import { sayNoDate } from "./dates";
import { ATTRIBUTE_WORDS, oneOf } from "./list-names";
import type { Names } from "./names";
import { sayBy, type Wording } from "./wording";

/** Why something of a list may not stand where it stands, beginning small. */
export const PICKS = {
  "choose from the list": ({ list }, names) => `choose the ${oneOf(list, names)}`,
  "not in the list": ({ list, key }, names) =>
    `there is no ${oneOf(list, names)} “${key}”; the lists under Settings say what there is`,
  "not open in the list": ({ list, key, firstDay, lastDay, day }, names) =>
    lastDay && lastDay < day
      ? `the ${oneOf(list, names)} ${names.entry(list, key)} ended on ${sayDate(lastDay)}`
      : `the ${oneOf(list, names)} ${names.entry(list, key)} begins on ${sayDate(firstDay ?? day)}`,
} satisfies Wording<PickReason>;

/** Why something of a list may not stand where it stands, beginning small. */
export function sayPick(why: PickReason, names: Names): string {
  return sayBy(PICKS, why, names);
}

/**
 * What was given as the reason for something: the one chosen from its list, and what was typed beside it.
 * @example sayGiven({ listed: { list: "decline-reasons", key: "B", at: "2026-03-10T09:10:00Z" }, said: "ask again in May" }, names) // "Not in the budget: ask again in May"
 */
export function sayGiven(
  { listed, said }: { listed?: Listed | undefined; said: string },
  names: Pick<Names, "entry">,
): string {
  if (!listed) return said;
  const name = names.entry(listed.list, listed.key, listed.at);
  return said ? `${name}: ${said}` : name;
}

const CELLS = {
  empty: () => "is empty",
  "no key": ({ typed }) =>
    `“${typed}” is no key; it has letters and digits, with . _ / & + - or one blank between, 40 at most`,
  "no name": ({ typed }) => `“${typed.slice(0, 40)}” is no name; it has 80 letters at most`,
  "no date": ({ typed }) => sayNoDate(typed),
  "nobody called so": ({ typed }) => `“${typed}” is nobody’s e-mail address or name, or that of more than one`,
  "no unit called so": ({ typed }) => `there is no unit “${typed}”`,
  "no percentage": ({ typed }) => `“${typed}” is no percentage; write it like 20 or 6.5`,
  "no country": ({ typed }) => `“${typed}” is no country; write the two letters of ISO 3166`,
  "no whole number": ({ typed }) => `“${typed}” is no whole number from 0 to 3660`,
  "no tax rate called so": ({ typed }) => `there is no tax rate “${typed}”`,
  "no amount": ({ why }) => sayNoAmount(why),
  "below zero": () => "an amount is not below zero",
  "neither yes nor no": ({ typed }) => `“${typed}” is neither yes nor no`,
  "in another line": ({ line }) => `is in line ${line} already`,
} satisfies Wording<ListCellReason>;

/** Why a cell of a file of a list is not taken, after the name of its column. */
export function sayListCell(why: ListCellReason): string {
  return sayBy(CELLS, why);
}

/** What a column of a file of a list is called. */
export function sayListColumn(key: string): string {
  if (Object.hasOwn(ATTRIBUTE_WORDS, key)) return ATTRIBUTE_WORDS[key as Attribute];
  return { key: "Key", name: "Name", firstDay: "First day", lastDay: "Last day" }[key] ?? key;
}
