import { oneDay } from "../calendar";
import {
  EntryKeySchema,
  EntryNameSchema,
  entryCalled,
  entryOf,
  foldKey,
  kindOf,
  type Attribute,
  type Attributes,
} from "../lists";
import { parseMoney, type AmountReason, type Money } from "../money";
import { personCalled, type Directory } from "../people";
import type { Coded } from "../reason";
import type { ItemRow } from "../organisation-history";
import { columnsOf, placesOf, type Column } from "./columns";

/** Why a cell of a file of a list is not taken. */
export type ListCellReason = Coded<{
  empty: null;
  "no key": { typed: string };
  "no name": { typed: string };
  "no date": { typed: string };
  "nobody called so": { typed: string };
  "no unit called so": { typed: string };
  "no percentage": { typed: string };
  "no country": { typed: string };
  "no whole number": { typed: string };
  "no tax rate called so": { typed: string };
  "no amount": { why: AmountReason };
  "below zero": null;
  "neither yes nor no": { typed: string };
  "in another line": { line: number };
}>;

/** A row that is not taken: its line in the file, the column by its name there, and why. */
export type BadListRow = { line: number; column: string; why: ListCellReason };

export type ListSheet = { header: readonly string[]; rows: readonly (readonly string[])[]; lines: readonly number[] };

/**
 * The entries that a file of a list says. A column that is not in the file leaves what it is about as it was; an empty cell takes it away.
 * @param day ISO date on which tax rates have to be open
 * @returns the rows that can be taken with their lines, and those that cannot
 */
export function readListRows(
  list: string,
  { header, rows, lines }: ListSheet,
  directory: Directory,
  day: string,
): { rows: (ItemRow & { line: number })[]; bad: BadListRow[] } {
  const places = placesOf(list, header);
  const bad: BadListRow[] = [];
  const seen = new Map<string, number>();
  const read = rows.flatMap((cells, index) => {
    const line = lines[index]!;
    const row = new Row(cells, places, line, { directory, day });
    const entry = row.entry(list);
    const first = seen.get(foldKey(entry.key));
    if (first !== undefined && entry.key) row.bad("key", { code: "in another line", values: { line: first } });
    seen.set(foldKey(entry.key), line);
    bad.push(...row.problems);
    return row.problems.length > 0 ? [] : [{ ...entry, line }];
  });
  return { rows: read, bad };
}

/** Columns that a file of a list needs and the heading has not. */
export function columnsLacking(list: string, header: readonly string[]): string[] {
  const places = placesOf(list, header);
  return columnsOf(list)
    .filter(({ key }) => (key === "key" || key === "name") && !places.has(key))
    .map(({ names }) => names[0]!);
}

type Given = { directory: Directory; day: string };

/** One row while it is read; what cannot be read is kept with its column. */
class Row {
  readonly problems: BadListRow[] = [];

  constructor(
    private readonly cells: readonly string[],
    private readonly places: ReadonlyMap<Column["key"], number>,
    private readonly line: number,
    private readonly given: Given,
  ) {}

  bad(column: string, why: ListCellReason): undefined {
    this.problems.push({ line: this.line, column, why });
    return undefined;
  }

  text(key: Column["key"]): string {
    const at = this.places.get(key);
    return (at === undefined ? "" : (this.cells[at] ?? "")).trim();
  }

  entry(list: string): ItemRow {
    const [key, name] = [this.text("key").replace(/\s+/g, " "), this.text("name")];
    if (!key) this.bad("key", { code: "empty" });
    else if (!EntryKeySchema.safeParse(key).success) this.bad("key", { code: "no key", values: { typed: key } });
    if (!name) this.bad("name", { code: "empty" });
    else if (!EntryNameSchema.safeParse(name).success) this.bad("name", { code: "no name", values: { typed: name } });
    const now = entryOf(this.given.directory.organisation.lists, list, key);
    const firstDay = this.places.has("firstDay") ? this.day("firstDay") : now?.firstDay;
    const lastDay = this.places.has("lastDay") ? this.day("lastDay") : now?.lastDay;
    const attributes: Attributes = {};
    for (const attribute of kindOf(list).with) {
      const value = this.places.has(attribute) ? this.attribute(attribute) : now?.[attribute];
      if (value !== undefined) Object.assign(attributes, { [attribute]: value });
    }
    return { key, name, ...(firstDay && { firstDay }), ...(lastDay && { lastDay }), ...attributes };
  }

  private attribute(attribute: Attribute): unknown {
    const text = this.text(attribute);
    return text ? (READ[attribute] as Reader)(text, this.given, (why) => this.bad(attribute, why)) : undefined;
  }

  private day(key: "firstDay" | "lastDay"): string | undefined {
    const text = this.text(key);
    if (!text) return undefined;
    return oneDay(text) ?? this.bad(key, { code: "no date", values: { typed: text } });
  }
}

type Bad = (why: ListCellReason) => undefined;
type Reader = (text: string, given: Given, bad: Bad) => unknown;

const amount = (text: string, { directory }: Given, bad: Bad): Money | undefined => {
  const parsed = parseMoney(text, directory.organisation.currency);
  if (!parsed.ok) return bad({ code: "no amount", values: { why: parsed.why } });
  return parsed.money.minor < 0 ? bad({ code: "below zero" }) : parsed.money;
};

const YES = new Set(["yes", "y", "x", "true", "1"]);
const NO = new Set(["no", "n", "false", "0"]);
const yes = (text: string, _: Given, bad: Bad): true | undefined => {
  const typed = text.toLowerCase();
  if (YES.has(typed)) return true;
  return NO.has(typed) ? undefined : bad({ code: "neither yes nor no", values: { typed: text } });
};

/** How a cell of each attribute is read; total, so that a new one has its line. */
const READ: { [A in Attribute]: (text: string, given: Given, bad: Bad) => Attributes[A] | undefined } = {
  owner: (text, { directory }, bad) =>
    personCalled(directory, text)?.id ?? bad({ code: "nobody called so", values: { typed: text } }),
  unit: (text, { directory }, bad) => {
    const found = directory.organisation.units.filter(
      ({ id, name, closed }) => !closed && (id === text || foldKey(name) === foldKey(text)),
    );
    return found.length === 1 ? found[0]!.id : bad({ code: "no unit called so", values: { typed: text } });
  },
  percent: (text, _, bad) => {
    const plain = text.replace(/\s*%$/, "").replace(",", ".");
    return /^\d{1,2}(\.\d{1,2})?$/.test(plain) ? plain : bad({ code: "no percentage", values: { typed: text } });
  },
  country: (text, _, bad) =>
    /^[A-Za-z]{2}$/.test(text) ? text.toUpperCase() : bad({ code: "no country", values: { typed: text } }),
  days: (text, _, bad) =>
    /^\d{1,4}$/.test(text) && Number(text) <= 3660
      ? Number(text)
      : bad({ code: "no whole number", values: { typed: text } }),
  usual: yes,
  tax: (text, { directory, day }, bad) =>
    entryCalled(directory.organisation.lists, "tax-rates", text, day)?.key ??
    bad({ code: "no tax rate called so", values: { typed: text } }),
  ceiling: amount,
  receiptFrom: amount,
  allowance: amount,
  inAllowance: yes,
  firstLimit: yes,
  newSupplier: yes,
};
