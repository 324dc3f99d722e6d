import { oneDay } from "../calendar";
import { MOST_MINOR } from "../documents";
import { entryCalled, offered, type ListId, type Lists } from "../lists";
import { currencyCodes, isCurrency, parseMoney } from "../money";
import { isFormula } from "../text";
import type { IntakeReason } from "./reasons";

/** What is wrong with a row: the line of the file, the column, and what to do. */
export type BadRow = { line: number; column: string; why: IntakeReason };

/** A column of a table, by the names it may have in a heading, in small letters. */
export type Column = { key: string; names: string[]; needed?: true };

/** Where each column stands in a heading; one that is not there is left out. */
export function columnsIn(header: readonly string[], columns: readonly Column[]): Map<string, number> {
  const names = header.map((text) => text.trim().toLocaleLowerCase("en"));
  return new Map(
    columns.flatMap(({ key, names: known }) => {
      const index = known.map((name) => names.indexOf(name)).find((one) => one >= 0);
      return index === undefined ? [] : [[key, index] as const];
    }),
  );
}

/** The organisation's lists as they are offered on a day. */
type Offering = { lists: Lists; today: string };

/** How many entries of a list are named where one is not known. */
const MOST_NAMED = 12;

/** One row while it is read; what cannot be read is kept with its column. */
export class Row {
  readonly problems: BadRow[] = [];

  constructor(
    private readonly cells: readonly string[],
    private readonly indexes: ReadonlyMap<string, number>,
    readonly line: number,
    width: number,
  ) {
    if (cells.length !== width)
      this.bad("", { code: "other count of cells", values: { cells: cells.length, columns: width } });
  }

  bad(column: string, why: IntakeReason): void {
    this.problems.push({ line: this.line, column, why });
  }

  /** @param most letters that are kept of it */
  text(key: string, most = 200): string {
    const index = this.indexes.get(key);
    const value = (index === undefined ? "" : (this.cells[index] ?? "")).trim();
    if (isFormula(value)) {
      this.bad(key, { code: "like a formula", values: { typed: value.slice(0, 20) } });
      return "";
    }
    if ([...value].some((sign) => sign < " ")) this.bad(key, { code: "control characters" });
    return value.slice(0, most);
  }

  need(key: string, most?: number): string {
    const value = this.text(key, most);
    if (!value && this.problems.every((one) => one.column !== key)) this.bad(key, { code: "empty" });
    return value;
  }

  date(key: string, latest: string | null, needed = false): string | null {
    const value = needed ? this.need(key) : this.text(key);
    if (!value) return null;
    const day = oneDay(value);
    if (!day) this.bad(key, { code: "no date", values: { typed: value } });
    else if (latest && day > latest) this.bad(key, { code: "later than today", values: { date: day } });
    return day;
  }

  currency(): string {
    const code = this.need("currency").toUpperCase();
    if (code && !isCurrency(code)) this.bad("currency", { code: "no currency", values: { typed: code } });
    // A row that is bad is not taken in; whatever it says is only read on.
    return isCurrency(code) ? code : currencyCodes[0]!;
  }

  amount(key: string, currency: string, needed = false): number | null {
    const value = needed ? this.need(key) : this.text(key);
    if (!value) return null;
    const parsed = parseMoney(value, currency);
    if (!parsed.ok) this.bad(key, { code: "no amount", values: { why: parsed.why } });
    else if (parsed.money.minor < 0) this.bad(key, { code: "below zero" });
    else if (parsed.money.minor > MOST_MINOR) this.bad(key, { code: "more than anybody would" });
    else return parsed.money.minor;
    return null;
  }

  decimal(key: string, usual: string, pattern: RegExp, wanted: "quantity" | "percentage"): string {
    const value = this.text(key).replace(",", ".") || usual;
    if (pattern.test(value)) return value;
    this.bad(key, { code: "no decimal", values: { typed: value, wanted } });
    return usual;
  }

  /** The key of an entry of a list, by its key or its name. */
  entry(column: string, list: ListId, taker: Offering): string {
    const typed = this.text(column, 80);
    return typed ? this.entryOf(column, typed, list, taker) : "";
  }

  entryOf(column: string, typed: string, list: string, { lists, today }: Offering): string {
    const found = entryCalled(lists, list, typed, today);
    if (!found) {
      const known = offered(lists, list, today).map(({ name }) => name);
      this.bad(column, { code: "not in the list", values: { typed, list, known: known.slice(0, MOST_NAMED) } });
    }
    return found?.key ?? "";
  }

  quantity(): string {
    return this.decimal("quantity", "1", /^\d{1,9}(\.\d{1,4})?$/, "quantity");
  }

  tax(): string {
    return this.decimal("tax", "0", /^\d{1,2}(\.\d{1,2})?$/, "percentage");
  }
}
