import { addDays, startOfDay } from "@/core/calendar";
import type { Column, ListQuery, Sort, Wanted } from "@/core/listing";
import type { Money } from "@/core/money";
import { likeText } from "../db/like";
import type { Db } from "../db/open";
import { Where } from "../db/where";

/** A column of a list that the database finds and orders. */
export type SqlColumn<R> = Column<R> & {
  /** What it is in the query. */
  sql: string;
  /** Of an amount in minor units: its currency in the query. */
  currency?: string;
  /** By what rows stand in it, where an index has that. */
  order?: string;
};

/** A list in the database. */
export type SqlList<R, S> = {
  columns: readonly SqlColumn<R>[];
  /** What is read of each row. */
  select: string;
  /** What follows FROM. */
  from: string;
  /** Always asked for, with its values. */
  always?: { sql: string; values: Record<string, string | number> };
  /** How they stand where nothing else is asked for, and what is alike. */
  usual: string;
  toRow(stored: S): R;
};

export type SqlFound<R> = { rows: R[]; total: number; page: number; sums: Record<string, Money[]> };

/**
 * Finds, orders and pages rows as a query asks, as `arrange` of `core/listing` does with rows that are at hand.
 * @param size rows a page; null for all of them, of which none is counted or summed
 * @param zone in which moments fall on days
 */
export function findRows<R, S>(
  db: Db,
  list: SqlList<R, S>,
  query: ListQuery,
  { size, zone }: { size: number | null; zone: string },
): SqlFound<R> {
  const where = conditionsOf(list, query, zone);
  const read = `SELECT ${list.select} FROM ${list.from} ${where.clause} ORDER BY ${orderOf(list, query.sort)}`;
  if (size === null) {
    const rows = (db.prepare(read).all(where.values) as S[]).map(list.toRow);
    return { rows, total: rows.length, page: 1, sums: {} };
  }
  const total = db.prepare(`SELECT COUNT(*) FROM ${list.from} ${where.clause}`).pluck().get(where.values) as number;
  const page = Math.max(1, Math.min(query.page, Math.ceil(total / size) || 1));
  const stored = db
    .prepare(`${read} LIMIT @limit OFFSET @offset`)
    .all({ ...where.values, limit: size, offset: (page - 1) * size }) as S[];
  return { rows: stored.map(list.toRow), total, page, sums: sumsOf(db, list, where) };
}

function conditionsOf<R, S>({ columns, always }: SqlList<R, S>, query: ListQuery, zone: string): Where {
  const where = new Where();
  if (always) where.and(always.sql, always.values);
  const texts = columns
    .filter(({ kind, apart }) => !apart && (kind === "text" || kind === "choice"))
    .map(({ sql }) => sql);
  for (const [n, word] of query.text.split(/\s+/).filter(Boolean).entries())
    where.and(`(${texts.map((sql) => `${sql} LIKE @word${n} ESCAPE '\\'`).join(" OR ")})`, {
      [`word${n}`]: `%${likeText(word)}%`,
    });
  for (const [n, column] of columns.entries()) {
    const wanted = query.wanted[column.key];
    if (wanted) narrow(where, column.sql, wanted, { n, zone, isMoment: column.kind === "moment" });
  }
  return where;
}

function narrow(
  where: Where,
  sql: string,
  wanted: Wanted,
  { n, zone, isMoment }: { n: number; zone: string; isMoment: boolean },
): void {
  const [first, last] = [`first${n}`, `last${n}`];
  switch (wanted.kind) {
    case "text":
      where.and(`${sql} LIKE @${first} ESCAPE '\\'`, { [first]: `%${likeText(wanted.has)}%` });
      return;
    case "choice":
      where.and(`${sql} = @${first}`, { [first]: wanted.is });
      return;
    case "range":
      where.given(`${sql} >= @${first}`, first, wanted.least).given(`${sql} <= @${last}`, last, wanted.most);
      return;
    case "days": {
      // A moment is on a day from its midnight in the zone to the next.
      const { from, until } = wanted;
      where.and(`${sql} <> ''`);
      where.given(`${sql} >= @${first}`, first, from && (isMoment ? startOfDay(from, zone) : from));
      where.given(
        `${sql} ${isMoment ? "<" : "<="} @${last}`,
        last,
        until && (isMoment ? startOfDay(addDays(until, 1), zone) : until),
      );
    }
  }
}

function orderOf<R, S>({ columns, usual }: SqlList<R, S>, sort: Sort | null): string {
  const column = columns.find(({ key }) => key === sort?.key);
  if (!sort || !column) return usual;
  const way = sort.down ? "DESC" : "ASC";
  if (column.order) return `${column.order} ${way}, ${usual}`;
  if (column.currency) return `${column.currency}, ${column.sql} ${way}, ${usual}`;
  const sql = column.kind === "text" || column.kind === "choice" ? `${column.sql} COLLATE NOCASE` : column.sql;
  return `${column.sql} IS NULL OR ${column.sql} = '', ${sql} ${way}, ${usual}`;
}

function sumsOf<R, S>(db: Db, { columns, from }: SqlList<R, S>, where: Where): Record<string, Money[]> {
  return Object.fromEntries(
    columns.flatMap(({ key, sql, currency }) => {
      if (!currency) return [];
      const sums = db
        .prepare(
          `SELECT ${currency} AS currency, SUM(${sql}) AS minor FROM ${from} ${where.clause} GROUP BY 1 ORDER BY COUNT(*) DESC`,
        )
        .all(where.values) as Money[];
      return [[key, sums]];
    }),
  );
}
