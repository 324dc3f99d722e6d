/** The lists of the pages, each by its key: what it takes to see one, what it finds, and its file. */
import { listKeys, readListQuery, readSort, type Column, type Listed, type ListQuery } from "@/core/listing";
import type { Money } from "@/core/money";
import { plainAmount } from "@/core/money";
import type { Cell } from "@/core/tables";
import type { Person } from "@/core/people";
import type { App } from "../app";
import { exceptionsSource } from "../evidence/exceptions";
import { holdsSource } from "../holds/board";
import { customersSource, ordersSource, postingsSource, suppliersSource } from "../ledger/lists";
import { lettersSource } from "../messages/letter-list";
import { peopleSource } from "../people/list";
import type { Given, Looker, Source, SourceKey } from "./source";
import { readReferenceData } from "../reference-data";
import { tableFile, type TableFormat } from "../tables";
import { viewsOf } from "./views";

export const SOURCES = {
  holds: holdsSource,
  exceptions: exceptionsSource,
  people: peopleSource,
  suppliers: suppliersSource,
  customers: customersSource,
  orders: ordersSource,
  postings: postingsSource,
  letters: lettersSource,
};
// A list without its source does not compile, nor a source without its list.
SOURCES satisfies Record<SourceKey, unknown>;

type RowOf<K extends SourceKey> = (typeof SOURCES)[K] extends Source<infer R> ? R : never;

/** The key of a list whose address is read here, from what stands in an address. */
export function sourceKey(text: string): SourceKey | null {
  return listKeys.find((key): key is SourceKey => key === text && Object.hasOwn(SOURCES, key)) ?? null;
}

/** The query of a page or file, each name once; columns that were ticked one by one are several values of one name. */
export const givenOf = (query: Readonly<Record<string, string | string[] | undefined>>): Given =>
  Object.fromEntries(
    Object.entries(query).flatMap(([key, value]) => (value === undefined ? [] : [[key, [value].flat().join(",")]])),
  );

function asked<R>(source: Source<R>, looker: Looker, given: Given) {
  const columns = source.columns(looker, given);
  const { query, unread } = readListQuery(given, columns, looker.directory.organisation.currency);
  const keys = columns.map(({ key }) => key);
  return { columns, unread, query: { ...query, sort: query.sort ?? readSort(source.usual, keys) } };
}

/** A list as an address asks for it. Whether its reader may see it was asked before. */
export function listed<K extends SourceKey>(list: K, looker: Looker, given: Given): Listed<RowOf<K>> {
  const source = SOURCES[list] as unknown as Source<RowOf<K>>;
  const { columns, query, unread } = asked(source, looker, given);
  const { choices, ...found } = source.find(looker, query, given, source.size);
  return {
    list,
    columns: columns.map(({ value: _, ...column }) => ({ ...column, choices: choices[column.key] ?? [] })),
    query,
    given,
    unread,
    ...found,
    size: source.size,
    views: viewsOf(looker.app, looker.person, list),
  };
}

/** Somebody who looks at a list, now. */
export function lookerOf(app: App, person: Person): Looker {
  const { directory } = readReferenceData(app);
  return { app, person, directory, zone: directory.organisation.timeZone, now: app.clock.now() };
}

/** Parts of an address that cannot be read, by their names. */
export function unreadIn(list: SourceKey, looker: Looker, given: Given): string[] {
  return asked(SOURCES[list] as unknown as Source<unknown>, looker, given).unread;
}

/** All of a list that an address asks for, as the content of a file. */
export async function listFile(
  list: SourceKey,
  looker: Looker,
  given: Given,
  format: TableFormat,
): Promise<string | Uint8Array> {
  return tableFile(format, list, listedCells(list, looker, given), looker.zone);
}

/** The same as the rows of a table, with the columns it has chosen. */
export function listedCells(list: SourceKey, looker: Looker, given: Given): Cell[][] {
  const source = SOURCES[list] as unknown as Source<unknown>;
  const { columns, query } = asked(source, looker, given);
  const shown = columns.filter(({ key }) => query.columns.includes(key));
  const { rows } = source.find(looker, query, given, null);
  return [shown.flatMap(headOf), ...rows.map((row) => shown.flatMap((one) => cellsOf(one, row)))];
}

/** An amount takes two columns, so that its number is one. */
const headOf = <R>({ name, kind }: Column<R>): string[] => (kind === "amount" ? [name, `${name}, currency`] : [name]);

function cellsOf<R>({ kind, value: valueOf }: Column<R>, row: R): Cell[] {
  const value = valueOf(row);
  if (kind === "amount") {
    const amount = value as Money | null;
    return amount ? [{ plain: plainAmount(amount) }, amount.currency] : ["", ""];
  }
  if (value === null || value === "") return [""];
  if (kind === "count") return [Number(value)];
  return [kind === "day" ? { day: String(value) } : kind === "moment" ? { moment: String(value) } : String(value)];
}

export type { ListQuery };
