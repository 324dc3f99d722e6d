// Lists at hand: what an address asks for, and what is found, ordered, paged and summed by it.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { addressWith, arrange, nextSort, readListQuery, readSort, saySort, type Column } from ".";

type Row = { id: number; name: string | null; minor: number | null; currency: string; at: string; state: string };

const COLUMNS: readonly Column<Row>[] = [
  { key: "name", name: "Name", kind: "text", value: (row) => row.name },
  {
    key: "amount",
    name: "Amount",
    kind: "amount",
    value: (row) => (row.minor === null ? null : { minor: row.minor, currency: row.currency }),
  },
  { key: "at", name: "When", kind: "moment", value: (row) => row.at },
  { key: "state", name: "State", kind: "choice", extra: true, value: (row) => row.state },
];
const row = (id: number, given: Partial<Row> = {}): Row => ({
  id,
  name: `Row ${id}`,
  minor: id * 100,
  currency: "EUR",
  at: "2026-03-10T12:00:00.000Z",
  state: "open",
  ...given,
});
const LISBON = { size: 10, zone: "Europe/Lisbon" };
const query = (given: Record<string, string>) => readListQuery(given, COLUMNS, "EUR");
const found = (rows: Row[], given: Record<string, string>, size = 10) =>
  arrange(rows, COLUMNS, query(given).query, { ...LISBON, size });

describe("what an address asks for", () => {
  it("is read by the kind of each column, and what cannot be is named and left out", () => {
    const read = query({
      q: " two words ",
      sort: "-amount",
      page: "3",
      cols: "state,name",
      "amount.least": "1.234,50",
      "at.from": "2026-02-30",
      "at.until": "2026-03-31",
      state: "open",
      nothing: "x",
    });
    expect(read).toEqual({
      query: {
        text: "two words",
        sort: { key: "amount", down: true },
        page: 3,
        columns: ["name", "state"],
        wanted: {
          amount: { kind: "range", least: 123_450 },
          at: { kind: "days", until: "2026-03-31" },
          state: { kind: "choice", is: "open" },
        },
      },
      unread: ["at.from"],
    });
  });
  it.each([["0"], ["-1"], ["1.5"], ["1e9"], ["x"]])("a page that is none is the first: %s", (page) => {
    expect(query({ page }).query.page).toBe(1);
  });
  it("shows what is usual where no column, or none that there is, is chosen; and sorts by nothing that is not there", () => {
    expect(query({}).query.columns).toEqual(["name", "amount", "at"]);
    expect(query({ cols: "toString" }).query.columns).toEqual(["name", "amount", "at"]);
    expect(readSort("-toString", ["name"])).toBeNull();
    expect(readSort(undefined, ["name"])).toBeNull();
  });
  it("a heading asks for its column from the smallest, then from the largest, and back", () => {
    const first = nextSort(null, "name");
    const second = nextSort(first, "name");
    expect([
      saySort(first),
      saySort(second),
      saySort(nextSort(second, "name")),
      saySort(nextSort(second, "at")),
    ]).toEqual(["name", "-name", "name", "at"]);
  });
  it("keeps its other parts when one is changed, and goes back to the first page unless that is what changes", () => {
    const given = { q: "a b", page: "4", sort: "name" };
    expect(addressWith(given, { sort: "-name" })).toBe("q=a+b&sort=-name");
    expect(addressWith(given, { page: "5" })).toBe("q=a+b&page=5&sort=name");
  });
});

describe("what is found", () => {
  it("has all words, without accents and capitals, in whichever columns", () => {
    const rows = [row(1, { name: "Inês Valadim" }), row(2, { name: "Ines", state: "valadim" }), row(3)];
    expect(found(rows, { q: "VALADIM inês" }).rows.map(({ id }) => id)).toEqual([1, 2]);
  });
  it("falls on the days of the zone: half past eleven in the evening in Lisbon’s summer is that day, and not the next", () => {
    const rows = [row(1, { at: "2026-07-01T22:30:00.000Z" }), row(2, { at: "2026-07-01T23:30:00.000Z" })];
    expect(found(rows, { "at.from": "2026-07-02" }).rows.map(({ id }) => id)).toEqual([2]);
    expect(found(rows, { "at.until": "2026-07-01" }).rows.map(({ id }) => id)).toEqual([1]);
  });
  it("stands by numbers as numbers, with what has none last either way", () => {
    const rows = [row(1, { name: "Quay 10" }), row(2, { name: "Quay 9" }), row(3, { name: null })];
    expect(found(rows, { sort: "name" }).rows.map(({ id }) => id)).toEqual([2, 1, 3]);
    expect(found(rows, { sort: "-name" }).rows.map(({ id }) => id)).toEqual([1, 2, 3]);
  });
  it("sums what was found and not only the page, by currency", () => {
    const rows = [row(1), row(2), row(3, { currency: "JPY" }), row(4, { minor: null })];
    expect(found(rows, {}, 2).sums).toEqual({
      amount: [
        { currency: "EUR", minor: 300 },
        { currency: "JPY", minor: 300 },
      ],
    });
  });

  const anyRow = fc.record({
    id: fc.nat(),
    name: fc.option(fc.constantFrom("a", "B", "b c", "Ç")),
    minor: fc.option(fc.integer({ min: -500, max: 500 })),
    currency: fc.constantFrom("EUR", "JPY"),
    at: fc.constantFrom("2026-03-10T12:00:00.000Z", "2026-03-11T00:00:00.000Z"),
    state: fc.constantFrom("open", "shut"),
  });
  it("is every row that fits and no other, once, whatever the page and the order", () => {
    fc.assert(
      fc.property(
        fc.array(anyRow, { maxLength: 40 }),
        fc.constantFrom("", "name", "-name", "amount", "-at"),
        fc.integer({ min: 1, max: 7 }),
        fc.option(fc.integer({ min: -3, max: 3 })),
        (rows, sort, size, least) => {
          const given = { sort, ...(least !== null && { "amount.least": String(least) }) };
          const all = found(rows, given, size);
          const pages = Math.max(1, Math.ceil(all.found.length / size));
          const seen = Array.from(
            { length: pages },
            (_, n) => found(rows, { ...given, page: String(n + 1) }, size).rows,
          ).flat();
          expect(seen).toEqual(all.found);
          // Judged by hand: an amount is typed in major units.
          const fit = rows.filter(({ minor }) => least === null || (minor !== null && minor >= least * 100));
          expect(new Set(seen)).toEqual(new Set(fit));
          expect(seen).toHaveLength(fit.length);
        },
      ),
    );
  });
});
