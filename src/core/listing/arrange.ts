import { dayIn } from "../calendar";
import type { Money } from "../money";
import { plain } from "../text";
import type { Column, ListQuery, Sort, Value, Wanted } from "./columns";

/** A page of what was found, with how many there are and what their amounts come to, by column and currency. */
export type Arranged<R> = {
  rows: R[];
  /** Everything that was found, in order. */
  found: R[];
  page: number;
  sums: Readonly<Record<string, Money[]>>;
};

/**
 * Finds, orders and pages rows as a query asks. Rows that are alike stay in the order in which they were given; those without a value stand last either way.
 * @param size rows a page
 * @param zone in which moments fall on days
 */
export function arrange<R>(
  rows: readonly R[],
  columns: readonly Column<R>[],
  query: ListQuery,
  { size, zone }: { size: number; zone: string },
): Arranged<R> {
  const words = plain(query.text).split(/\s+/).filter(Boolean);
  const asked = columns.flatMap((column) => {
    const wanted = query.wanted[column.key];
    return wanted ? [{ column, wanted }] : [];
  });
  const found = rows.filter(
    (row) =>
      asked.every(({ column, wanted }) => fitsWanted(column.value(row), wanted, zone)) &&
      (words.length === 0 || hasWords(row, columns, words)),
  );
  const ordered = query.sort ? sorted(found, columns, query.sort) : found;
  const page = Math.max(1, Math.min(query.page, Math.ceil(found.length / size) || 1));
  return { rows: ordered.slice((page - 1) * size, page * size), found: ordered, page, sums: sumsOf(found, columns) };
}

function hasWords<R>(row: R, columns: readonly Column<R>[], words: readonly string[]): boolean {
  const text = plain(
    columns
      .filter(({ apart }) => !apart)
      .map(({ value }) => value(row))
      .filter((value) => typeof value === "string")
      .join(" "),
  );
  return words.every((word) => text.includes(word));
}

/** Whether a value is one that is asked for; none is in no range, and in no text but the empty one. */
function fitsWanted(value: Value, wanted: Wanted, zone: string): boolean {
  switch (wanted.kind) {
    case "text":
      return typeof value === "string" && plain(value).includes(plain(wanted.has));
    case "choice":
      return value === wanted.is;
    case "range": {
      const number = typeof value === "object" ? value?.minor : Number(value);
      if (number === undefined || value === "") return false;
      return number >= (wanted.least ?? -Infinity) && number <= (wanted.most ?? Infinity);
    }
    case "days": {
      if (typeof value !== "string" || !value) return false;
      const day = value.length > 10 ? dayIn(value, zone) : value;
      return day >= (wanted.from ?? "") && day <= (wanted.until ?? "9999-12-31");
    }
  }
}

const texts = new Intl.Collator("en", { numeric: true, sensitivity: "base" });

/** Which of two values comes first; amounts of different currencies by currency. Neither is null. */
function compareValues(a: NonNullable<Value>, b: NonNullable<Value>): number {
  if (typeof a === "number" && typeof b === "number") return a - b;
  if (typeof a === "object" && typeof b === "object")
    return a.currency === b.currency ? a.minor - b.minor : texts.compare(a.currency, b.currency);
  return texts.compare(String(a), String(b));
}

function sorted<R>(rows: readonly R[], columns: readonly Column<R>[], { key, down }: Sort): R[] {
  const column = columns.find((one) => one.key === key);
  if (!column) return [...rows];
  const known = rows.map((row) => ({ row, value: column.value(row) }));
  const isNone = (value: Value) => value === null || value === "";
  known.sort((a, b) => {
    if (isNone(a.value) || isNone(b.value)) return Number(isNone(a.value)) - Number(isNone(b.value));
    const order = compareValues(a.value!, b.value!);
    return down ? -order : order;
  });
  return known.map(({ row }) => row);
}

function sumsOf<R>(rows: readonly R[], columns: readonly Column<R>[]): Record<string, Money[]> {
  const amounts = columns.filter(({ kind }) => kind === "amount");
  return Object.fromEntries(
    amounts.map(({ key, value }) => {
      const sums = new Map<string, number>();
      for (const row of rows) {
        const amount = value(row);
        if (amount === null || typeof amount !== "object") continue;
        sums.set(amount.currency, (sums.get(amount.currency) ?? 0) + amount.minor);
      }
      return [key, [...sums].map(([currency, minor]) => ({ currency, minor }))];
    }),
  );
}
