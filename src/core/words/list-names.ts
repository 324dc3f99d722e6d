import type { OwnField } from "../own-fields";
import { nameOfEntry, type Attribute, type ListId, type Lists } from "../lists";

/** What lists and what stands in them are called. */
export type ListNames = {
  /** What one entry of a list of the organisation’s own is called: as the field in which it is chosen. */
  one(list: string): string;
  /** What stands in a list under a key. @param at when it was chosen, ISO date-time, where that is known */
  entry(list: string, key: string, at?: string): string;
};

/** What lists and their entries are called by what they are now, or were. @param fields of the organisation's own, some of which choose from lists */
export function namesOfLists(lists: Lists, fields: readonly Pick<OwnField, "list" | "name">[] = []): ListNames {
  return {
    one: (id) => {
      const [name, ...others] = new Set(fields.filter(({ list }) => list === id).map((field) => field.name));
      // A list has the name of many; where it is chosen in fields of several names, or in none, no word for one is known.
      if (name !== undefined && others.length === 0) return name;
      return `entry of “${lists.find((one) => one.id === id)?.name || id}”`;
    },
    entry: (list, key) => nameOfEntry(lists, list, key),
  };
}

/** What lists are called: one entry, many, and what they are for. */
export const LIST_WORDS: Readonly<Record<ListId, { one: string; many: string; about: string }>> = {
  "order-categories": {
    one: "category of orders",
    many: "Categories of orders",
    about: "What a line of an order is for. Sections and conditions name them.",
  },
  "claim-categories": {
    one: "category of claims",
    many: "Categories of claims",
    about: "What money was spent on, with its ceiling, and from when a receipt is needed.",
  },
  "cost-centres": {
    one: "cost centre",
    many: "Cost centres",
    about: "Where it is charged. A level may ask the owner.",
  },
  projects: {
    one: "project",
    many: "Projects",
    about: "What it is for, with first and last day. A level may ask the owner.",
  },
  "tax-rates": { one: "tax rate", many: "Tax rates", about: "Rates of tax by country, from and until a day." },
  "payment-terms": { one: "payment term", many: "Payment terms", about: "How long customers may take to pay." },
  papers: {
    one: "kind of attachment",
    many: "Kinds of attachments",
    about: "What is attached, and for what it is needed.",
  },
  currencies: { one: "currency", many: "Currencies", about: "Currencies that documents may be in, by ISO 4217." },
  "hold-reasons": {
    one: "reason for a hold",
    many: "Reasons for a hold",
    about: "Chosen by whoever places one by hand.",
  },
  "release-reasons": {
    one: "reason for a release",
    many: "Reasons for a release",
    about: "Chosen by whoever releases a hold.",
  },
  "decline-reasons": { one: "reason to decline", many: "Reasons to decline", about: "Chosen by whoever declines." },
  "send-back-reasons": {
    one: "reason to send back",
    many: "Reasons to send back",
    about: "Chosen by whoever sends back.",
  },
};

/** What the attributes of an entry are called, as headings of tables and files. */
export const ATTRIBUTE_WORDS: Readonly<Record<Attribute, string>> = {
  owner: "Owner",
  unit: "Unit",
  percent: "Per cent",
  country: "Country",
  days: "Days",
  usual: "A line begins with it",
  tax: "Tax rate",
  ceiling: "Ceiling",
  receiptFrom: "Receipt over",
  allowance: "Daily allowance",
  inAllowance: "In the daily allowance",
  firstLimit: "For a first limit",
  newSupplier: "For a new supplier",
};

/** What one entry of a list is called, such as “cost centre”. */
export function oneOf(list: string, names: Pick<ListNames, "one">): string {
  return isBuiltIn(list) ? LIST_WORDS[list].one : names.one(list);
}

/** What has an owner: a customer, a supplier, or an entry of a list. */
export function sayOwned(of: string, names: Pick<ListNames, "one">): string {
  return of === "customer" || of === "supplier" ? of : oneOf(of, names);
}

/** What a list is called as a whole. @param own its name, for one of the organisation's own */
export function listName(list: string, own: string | undefined): string {
  return isBuiltIn(list) ? LIST_WORDS[list].many : (own ?? list);
}

const isBuiltIn = (list: string): list is ListId => Object.hasOwn(LIST_WORDS, list);
