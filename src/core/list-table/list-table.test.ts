// A list written out comes back as it was; a row that cannot be taken is said with its line and column, and touches nothing.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { organisation } from "../fixtures";
import { LIST_IDS, kindOf, type Attribute, type Entry } from "../lists";
import { directoryOf } from "../people";
import { sayPlainly } from "../tables";
import { columnsLacking, columnsOf, listTable, readListRows } from ".";

const DAY = "2026-03-10";
const rates = { id: "tax-rates", name: "", entries: [{ key: "normal", name: "Normal", percent: "23" }] };
const at = (list: string, entries: Entry[]) =>
  directoryOf({ ...organisation, currency: "CLP", lists: [rates, { id: list, name: "", entries }] });
const money = fc.integer({ min: 0, max: 1e12 }).map((minor) => ({ minor, currency: "CLP" }));

/** Values of every attribute; total, so that a new one is tried too. */
const VALUES: { [A in Attribute]: fc.Arbitrary<NonNullable<Entry[A]>> } = {
  owner: fc.constantFrom(...organisation.people.map(({ id }) => id)),
  unit: fc.constantFrom(...organisation.units.map(({ id }) => id)),
  percent: fc.constantFrom("0", "19", "6.5", "5.25"),
  country: fc.constantFrom("CL", "GB"),
  days: fc.nat({ max: 3660 }),
  usual: fc.constant(true as const),
  tax: fc.constant("normal"),
  ceiling: money,
  receiptFrom: money,
  allowance: money,
  inAllowance: fc.constant(true as const),
  firstLimit: fc.constant(true as const),
  newSupplier: fc.constant(true as const),
};
const name = fc
  .oneof(
    fc.constantFrom("=1+1", "1E5", "00123", "-5", "a, b", 'so "called"', "Óptica"),
    fc.stringMatching(/^[A-Za-z ñ]{1,30}$/),
  )
  .map((made) => made.trim() || "Name");

describe("a file of a list", () => {
  it.each([...LIST_IDS.filter((id) => id !== "tax-rates"), "own-list"])("of %s comes back as it was", (list) => {
    const entry = fc.record(
      {
        firstDay: fc.constantFrom("2025-01-01", "2026-02-28"),
        lastDay: fc.constantFrom("2026-12-31", "2027-02-28"),
        ...Object.fromEntries(kindOf(list).with.map((attribute) => [attribute, VALUES[attribute]])),
      },
      { requiredKeys: [] },
    );
    fc.assert(
      fc.property(fc.array(fc.tuple(name, entry), { minLength: 1, maxLength: 6 }), (made) => {
        const entries = made.map(([called, said], index) => ({ key: `K ${index}`, name: called, ...said })) as Entry[];
        const directory = at(list, entries);
        const [header, ...rows] = listTable(list, directory).map((row) => row.map(sayPlainly));
        const sheet = { header: header!, rows, lines: rows.map((_, index) => index + 2) };
        const read = readListRows(list, sheet, at(list, []), DAY);
        expect(read.bad).toEqual([]);
        expect(read.rows.map(({ line: _, ...row }) => row)).toEqual(entries);
      }),
      { numRuns: 60 },
    );
  });

  const sheet = (list: string, rows: string[][], header = columnsOf(list).map(({ names }) => names[0]!)) => ({
    header,
    rows,
    lines: rows.map((_, index) => index + 2),
  });

  it.each([
    ["claim-categories", ["meals", "Meals", "", "", "none", "", "", "", ""], "tax", "no tax rate called so"],
    ["claim-categories", ["meals", "Meals", "", "", "", "45.50", "", "", ""], "ceiling", "no amount"],
    ["claim-categories", ["meals", "Meals", "", "", "", "-45", "", "", ""], "ceiling", "below zero"],
    ["claim-categories", ["meals", "Meals", "", "", "", "", "", "", "maybe"], "inAllowance", "neither yes nor no"],
    ["cost-centres", ["", "School", "", "", "", ""], "key", "empty"],
    ["cost-centres", ["=1", "School", "", "", "", ""], "key", "no key"],
    ["cost-centres", ["1", "", "", "", "", ""], "name", "empty"],
    ["cost-centres", ["1", "School", "03/04/2026", "", "", ""], "firstDay", "no date"],
    ["cost-centres", ["1", "School", "", "", "somebody@else.test", ""], "owner", "nobody called so"],
    ["cost-centres", ["1", "School", "", "", "", "Moon"], "unit", "no unit called so"],
    ["payment-terms", ["1", "Net", "", "", "30.5"], "days", "no whole number"],
  ])("of %s: %j is refused at %s: %s", (list, row, column, code) => {
    const { rows, bad } = readListRows(list, sheet(list, [row]), at(list, []), DAY);
    expect([rows, bad]).toEqual([[], [{ line: 2, column, why: expect.objectContaining({ code }) as object }]]);
  });

  it("leaves what has no column as it is, and takes away what has an empty cell", () => {
    const known = { key: "1", name: "School", owner: "boss", unit: "fleet", lastDay: "2026-12-31" };
    const directory = at("cost-centres", [known]);
    const short = sheet("cost-centres", [["1", "Lower school", ""]], ["code", "Name", "unit"]);
    expect(readListRows("cost-centres", short, directory, DAY).rows).toEqual([
      { line: 2, key: "1", name: "Lower school", owner: "boss", lastDay: "2026-12-31" },
    ]);
  });

  it("has each key once, and needs keys and names", () => {
    const twice = sheet(
      "papers",
      [
        ["a", "A"],
        ["A", "B"],
      ],
      ["key", "name"],
    );
    expect(readListRows("papers", twice, at("papers", []), DAY).bad).toEqual([
      { line: 3, column: "key", why: { code: "in another line", values: { line: 2 } } },
    ]);
    expect(columnsLacking("papers", ["Code", "until"])).toEqual(["name"]);
  });
});
