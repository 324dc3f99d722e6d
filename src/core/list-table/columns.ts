import { kindOf, type Attribute } from "../lists";

/** A column of a file of a list: what it is called there, and other names it may have. */
export type Column = { key: "key" | "name" | "firstDay" | "lastDay" | Attribute; names: readonly string[] };

const COMMON: readonly Column[] = [
  { key: "key", names: ["key", "code", "id"] },
  { key: "name", names: ["name", "description"] },
  { key: "firstDay", names: ["first day", "from", "valid from"] },
  { key: "lastDay", names: ["last day", "until", "valid until", "to"] },
];

/** What an attribute is called in files; total, so that a new one is read and written. */
const NAMES: Readonly<Record<Attribute, readonly string[]>> = {
  owner: ["owner", "owner e-mail", "responsible"],
  unit: ["unit"],
  percent: ["per cent", "percent", "rate", "%"],
  country: ["country"],
  days: ["days"],
  usual: ["a line begins with it", "usual"],
  tax: ["tax rate", "tax"],
  ceiling: ["ceiling", "most a line"],
  receiptFrom: ["receipt over", "receipt from"],
  allowance: ["daily allowance", "allowance"],
  inAllowance: ["in the daily allowance"],
  firstLimit: ["for a first limit"],
  newSupplier: ["for a new supplier"],
};

/** The columns of a file of a list, in their order. */
export function columnsOf(list: string): readonly Column[] {
  return [...COMMON, ...kindOf(list).with.map((key) => ({ key, names: NAMES[key] }))];
}

const plain = (text: string) => text.trim().replace(/\s+/g, " ").toLocaleLowerCase("en");

/** Where each column stands in a heading; a key that the heading has not is not there. */
export function placesOf(list: string, header: readonly string[]): Map<Column["key"], number> {
  const heads = header.map(plain);
  return new Map(
    columnsOf(list).flatMap(({ key, names }) => {
      const at = names.map((name) => heads.indexOf(name)).find((place) => place >= 0);
      return at === undefined ? [] : [[key, at] as const];
    }),
  );
}
