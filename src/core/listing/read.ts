import { isDay } from "../calendar";
import { typedMoney } from "../money";
import type { Column, ListQuery, Sort, Wanted } from "./columns";

const MOST_PAGES = 1_000_000;
const LONGEST = 200;

/** By which column an address has a list stand: its key, with a minus before it where the largest come first. @returns null for none that there is */
export function readSort(text: string | undefined, keys: readonly string[]): Sort | null {
  const down = text?.startsWith("-") ?? false;
  const key = down ? text!.slice(1) : text;
  return key !== undefined && keys.includes(key) ? { key, down } : null;
}

/** The same as it stands in an address. */
export const saySort = ({ key, down }: Sort) => `${down ? "-" : ""}${key}`;

/** What a heading asks for when it is pressed: its column from the smallest, and from the largest where it stands so already. */
export const nextSort = (now: Sort | null, key: string): Sort => ({ key, down: now?.key === key && !now.down });

/**
 * What an address asks of a list. A filter that cannot be read is left out and named, so that it can be shown and corrected; what no list has is not looked at.
 * @param given parts of the address by name, each once
 * @param currency in which amounts are typed
 */
export function readListQuery<R>(
  given: Readonly<Record<string, string | undefined>>,
  columns: readonly Column<R>[],
  currency: string,
): { query: ListQuery; unread: string[] } {
  const at = (name: string) => (Object.hasOwn(given, name) ? (given[name] ?? "").trim().slice(0, LONGEST) : "");
  const unread: string[] = [];
  const wanted: Record<string, Wanted> = {};
  for (const column of columns) {
    const read = readWanted(column, at, currency, unread);
    if (read) wanted[column.key] = read;
  }
  const chosen = at("cols").split(",");
  const shown = columns.filter(({ key, extra }) => (at("cols") ? chosen.includes(key) : !extra)).map(({ key }) => key);
  const page = Number(at("page"));
  return {
    query: {
      text: at("q"),
      sort: readSort(
        at("sort"),
        columns.map(({ key }) => key),
      ),
      page: Number.isInteger(page) && page >= 1 && page <= MOST_PAGES ? page : 1,
      columns: shown.length > 0 ? shown : columns.filter(({ extra }) => !extra).map(({ key }) => key),
      wanted,
    },
    unread,
  };
}

function readWanted<R>(
  { key, kind }: Column<R>,
  at: (name: string) => string,
  currency: string,
  unread: string[],
): Wanted | null {
  const ends = <T>(first: string, last: string, read: (text: string) => T | null): [T | undefined, T | undefined] => {
    const end = (name: string) => {
      const text = at(name);
      const value = text ? read(text) : null;
      if (text && value === null) unread.push(name);
      return value ?? undefined;
    };
    return [end(`${key}.${first}`), end(`${key}.${last}`)];
  };
  switch (kind) {
    case "text":
      return at(key) ? { kind, has: at(key) } : null;
    case "choice":
      return at(key) ? { kind, is: at(key) } : null;
    case "amount":
    case "count": {
      const [least, most] = ends("least", "most", kind === "amount" ? (text) => minorIn(text, currency) : countIn);
      if (least === undefined && most === undefined) return null;
      return { kind: "range", ...(least !== undefined && { least }), ...(most !== undefined && { most }) };
    }
    case "day":
    case "moment": {
      const [from, until] = ends("from", "until", (text) => (isDay(text) ? text : null));
      return from || until ? { kind: "days", ...(from && { from }), ...(until && { until }) } : null;
    }
  }
}

function minorIn(text: string, currency: string): number | null {
  const parsed = typedMoney(text, currency);
  return parsed.ok ? parsed.money.minor : null;
}

const countIn = (text: string) => (/^-?\d{1,12}([.,]\d{1,6})?$/.test(text) ? Number(text.replace(",", ".")) : null);

/**
 * An address with some of its parts changed; a part that becomes empty goes, and with every change but that of the page the first page comes.
 * @param given parts of the address by name
 */
export function addressWith(
  given: Readonly<Record<string, string | undefined>>,
  change: Readonly<Record<string, string>>,
): string {
  const next = { ...given, ...(!Object.hasOwn(change, "page") && { page: "" }), ...change };
  return new URLSearchParams(
    Object.entries(next).filter((part): part is [string, string] => Boolean(part[1])),
  ).toString();
}
