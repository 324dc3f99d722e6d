// Lists of the database: they find, order and sum what the lists at hand do with the same rows, and go out as files.
import fc from "fast-check";
import Database from "better-sqlite3";
import { describe, expect, it } from "vitest";
import { arrange, listKeys, readListQuery } from "@/core/listing";
import { looker, testApp } from "../../../demo/test-app";
import { generateDemo } from "../../../demo/generate";
import { temporaryFolder } from "../../../demo/temporary";
import { openDatabase } from "../db/open";
import { SOURCES, givenOf, listed, listedCells, sourceKey, unreadIn } from ".";
import { findRows, type SqlColumn } from "./sql";

type Row = { id: number; name: string; minor: number; currency: string; at: string; state: string };

const COLUMNS: readonly SqlColumn<Row>[] = [
  { key: "name", name: "Name", kind: "text", sql: "name", value: (row) => row.name },
  {
    key: "amount",
    name: "Amount",
    kind: "amount",
    sql: "minor",
    currency: "currency",
    value: ({ minor, currency }) => ({ minor, currency }),
  },
  { key: "at", name: "When", kind: "moment", sql: "at", value: (row) => row.at },
  { key: "state", name: "State", kind: "choice", sql: "state", value: (row) => row.state },
];
const LIST = { columns: COLUMNS, select: "*", from: "one", usual: "id", toRow: (row: Row) => row };

describe("a list of the database", () => {
  const db = new Database(":memory:");
  db.exec("CREATE TABLE one (id INTEGER PRIMARY KEY, name TEXT, minor INTEGER, currency TEXT, at TEXT, state TEXT)");
  const anyRow = fc.record({
    name: fc.constantFrom("", "quay", "Quay dues", "50%", "a_b", "harbour"),
    minor: fc.integer({ min: -500, max: 500 }),
    currency: fc.constantFrom("EUR", "JPY"),
    at: fc.constantFrom("2026-07-01T22:30:00.000Z", "2026-07-01T23:30:00.000Z", "2026-07-03T10:00:00.000Z"),
    state: fc.constantFrom("open", "shut"),
  });
  const asked = fc.record(
    {
      q: fc.constantFrom("quay", "dues QUAY", "%", "_", "'"),
      sort: fc.constantFrom("name", "-name", "amount", "-amount", "at", "-at", "state"),
      page: fc.constantFrom("1", "2", "9"),
      name: fc.constantFrom("quay", "0%", "a_"),
      "amount.least": fc.constantFrom("-1", "0.50", "x"),
      "amount.most": fc.constantFrom("3", "-2"),
      "at.from": fc.constantFrom("2026-07-01", "2026-07-02"),
      "at.until": fc.constantFrom("2026-07-01", "2026-07-02"),
      state: fc.constantFrom("open", "neither"),
    },
    { requiredKeys: [] },
  );
  it("finds, orders, pages and sums the same as one at hand, whatever is asked", () => {
    fc.assert(
      fc.property(fc.array(anyRow, { maxLength: 25 }), asked, fc.integer({ min: 1, max: 6 }), (given, query, size) => {
        db.exec("DELETE FROM one");
        const add = db.prepare("INSERT INTO one VALUES (@id, @name, @minor, @currency, @at, @state)");
        const rows = given.map((one, id) => ({ id, ...one }));
        for (const one of rows) add.run(one);
        const read = readListQuery(query as Record<string, string>, COLUMNS, "EUR").query;
        const zone = "Europe/Lisbon";
        const stored = findRows<Row, Row>(db, LIST, read, { size, zone });
        const { found, ...atHand } = arrange(rows, COLUMNS, read, { size, zone });
        expect({ rows: stored.rows, total: stored.total, page: stored.page }).toEqual({
          rows: atHand.rows,
          total: found.length,
          page: atHand.page,
        });
        const byCurrency = (sums: { currency: string; minor: number }[] = []) =>
          sums.toSorted((a, b) => (a.currency < b.currency ? -1 : 1));
        expect(byCurrency(stored.sums.amount)).toEqual(byCurrency(atHand.sums.amount));
        expect(findRows<Row, Row>(db, LIST, read, { size: null, zone }).rows).toEqual(found);
      }),
    );
  });
});

describe("the lists of the pages", () => {
  const app = { ...testApp(), db: openDatabase(temporaryFolder()) };
  generateDemo(app.db, { orders: 40 });
  const controller = looker(app, "benedita-corvo");
  const keys = listKeys.flatMap((key) => sourceKey(key) ?? []);

  it("are each sorted by every one of their columns without losing a row, and say in a file what they say on the page", () => {
    expect(keys).toEqual(
      Object.keys(SOURCES).toSorted((a, b) => listKeys.indexOf(a as never) - listKeys.indexOf(b as never)),
    );
    for (const key of keys) {
      const all = listed(key, controller, {});
      expect(all.total, key).toBeGreaterThan(0);
      for (const { key: column } of all.columns)
        for (const sort of [column, `-${column}`])
          expect(listed(key, controller, { sort }).total, `${key} by ${sort}`).toBe(all.total);
      const cells = listedCells(key, controller, {});
      expect(cells, key).toHaveLength(all.total + 1);
      expect(new Set(cells.map(({ length }) => length)).size, key).toBe(1);
    }
  });
  it("narrow what they show and sum, and name what cannot be read", () => {
    const some = listed(
      "holds",
      controller,
      givenOf({ "amount.least": "1,000", "since.from": "soon", cols: ["reason", "amount"] }),
    );
    expect(some.rows.length).toBeGreaterThan(0);
    expect(some.rows.every(({ amount }) => amount.minor >= 100_000)).toBe(true);
    expect(some.unread).toEqual(["since.from"]);
    expect(some.query.columns).toEqual(["reason", "amount"]);
    expect(some.sums.amount!.reduce((sum, { minor }) => sum + minor, 0)).toBeGreaterThanOrEqual(
      some.rows.reduce((sum, { amount }) => sum + amount.minor, 0),
    );
    expect(unreadIn("holds", controller, { "since.from": "soon" })).toEqual(["since.from"]);
  });
  it("are narrowed by nothing that only objects have of themselves", () => {
    const all = listed("holds", controller, {}).total;
    for (const whose of ["constructor", "toString", "__proto__"])
      expect(listed("holds", controller, { whose, sort: whose, cols: whose }).total).toBe(all);
    expect(listed("holds", controller, { whose: "approval" }).total).toBeLessThan(all);
  });
  it("know no list by a name that objects have of themselves", () => {
    expect(["toString", "constructor", "documents", "register", "x"].map(sourceKey)).toEqual([
      null,
      null,
      null,
      null,
      null,
    ]);
  });
});
