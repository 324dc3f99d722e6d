// What a file of a ledger tells of documents is taken, what it does not tell stays unknown, and no row is taken that cannot be read.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { organisation } from "../fixtures/base";
import { evaluate } from "../conditions";
import { formatAmount, money } from "../money";
import { OwnFieldSchema } from "../own-fields";
import { guessColumns, type Mapping } from "../tables";
import { HISTORY_TYPES, historyColumns, lackingColumns, pastOfRow, readHistoryRows, type HistoryReader } from "./index";

const fields = [
  { key: "own_ship", name: "Ship", kind: "text", part: "document", on: ["purchase-order"] },
  { key: "own_urgent", name: "Urgent", kind: "flag", part: "document", on: ["purchase-order", "supplier-invoice"] },
  { key: "own_part", name: "Part", kind: "text", part: "line", on: ["purchase-order"] },
].map((one) => OwnFieldSchema.parse(one));

const reader: HistoryReader = {
  usualUnit: "",
  documentType: "purchase-order",
  types: HISTORY_TYPES,
  fields,
  lists: organisation.lists,
  people: organisation.people.map(({ unit, ...person }) => ({
    ...person,
    seats:
      person.id === "rui"
        ? [
            { from: "2024-06-01", unit: "fleet" },
            { from: "2025-01-15", unit },
          ]
        : [{ from: "2024-06-01", unit }],
  })),
  units: organisation.units,
  currency: "EUR",
  dayOrder: "day first",
  today: "2026-03-10",
};
const columns = historyColumns(HISTORY_TYPES, fields);

function read(table: readonly string[], given: Partial<HistoryReader> = {}) {
  const [header, ...rows] = table.map((line) => line.split("|"));
  const mapping = guessColumns(header!, columns);
  const lines = rows.map((_, index) => index + 2);
  return { mapping, ...readHistoryRows({ header: header!, rows, lines }, mapping, { ...reader, ...given }) };
}

const category = organisation.lists.find(({ id }) => id === "order-categories")!.entries[0]!;

describe("a row of a history file", () => {
  it("says what stands in it, of a type of its own, people by e-mail address, lists by their names", () => {
    const { rows, bad, notKnown } = read([
      "Posting date|No.|Document type|Requested by|Vendor|Category name|Total|CCY|Ship|Urgent|Part",
      `31/12/2024|7|order|ANA@example.test|Northrigg Cordage|${category.name}|1.234,50|NOK|Corvina|yes|Winch`,
      "2025-01-02 00:00|8|Supplier invoice|Ana|Other||99|||no|",
    ]);
    expect([bad, notKnown]).toEqual([[], []]);
    expect(rows).toEqual([
      {
        line: 2,
        number: "7",
        documentType: "purchase-order",
        date: "2024-12-31",
        requester: "ana",
        unit: "engines",
        facts: {
          currency: "NOK",
          requester: "ana",
          unit: "engines",
          category: [category.key],
          supplier: "Northrigg Cordage",
          net: money(123_450, "NOK"),
          own_ship: "Corvina",
          own_urgent: true,
          own_part: ["Winch"],
        },
        measures: { net: money(123_450, "NOK") },
      },
      {
        line: 3,
        number: "8",
        documentType: "supplier-invoice",
        date: "2025-01-02",
        requester: "ana",
        unit: "engines",
        facts: {
          currency: "EUR",
          requester: "ana",
          unit: "engines",
          supplier: "Other",
          gross: money(9900, "EUR"),
          own_urgent: false,
        },
        measures: { gross: money(9900, "EUR") },
      },
    ]);
  });

  it.each([
    ["", "10", "EUR", "date", { code: "empty" }],
    ["31.2.2025", "10", "EUR", "date", { code: "no day", values: { typed: "31.2.2025" } }],
    ["2026-03-11", "10", "EUR", "date", { code: "day to come", values: { day: "2026-03-11" } }],
    ["2025-01-01", "", "EUR", "amount", { code: "empty" }],
    ["2025-01-01", "ten", "EUR", "amount", { code: "no amount" }],
    ["2025-01-01", "10.005", "EUR", "amount", { code: "no amount" }],
    ["2025-01-01", "10", "EURO", "currency", { code: "no such currency", values: { typed: "EURO" } }],
  ])("%s, %s %s is not taken", (date, amount, currency, column, why) => {
    const { rows, bad } = read(["date|amount|currency", `${date}|${amount}|${currency}`]);
    expect(rows).toEqual([]);
    expect(bad).toMatchObject([{ line: 2, column, why }]);
  });

  it("leaves unknown what names nobody or nothing, and counts it; an empty cell says that there is nothing", () => {
    const { rows, notKnown, repeated } = read([
      "date|number|amount|requester|unit|category|supplier|Urgent",
      "2025-01-01|1|10|Somebody Else|Nowhere|No such thing||perhaps",
      "2025-01-01|1|10|another||||",
    ]);
    expect(notKnown).toEqual([
      { column: "requester", rows: 2, example: "Somebody Else" },
      { column: "unit", rows: 1, example: "Nowhere" },
      { column: "category", rows: 1, example: "No such thing" },
      { column: "own_urgent", rows: 1, example: "perhaps" },
    ]);
    expect(repeated).toBe(1);
    const [first, second] = rows.map((row) => pastOfRow(row, String(row.line), "Europe/Lisbon", fields));
    expect(first!.unknown).toEqual(expect.arrayContaining(["requester", "unit", "category", "own_urgent", "project"]));
    expect(first!.unknown).not.toContain("supplier");
    expect(second!.unknown).not.toContain("category");
    // So a condition on it can be told of neither, and on what is empty it can.
    const asks = (field: string) => ({ field, is: "one of" as const, values: ["x"] });
    const outcome = (past: typeof first, field: string) =>
      evaluate(asks(field) as never, past!.facts, undefined, new Set(past!.unknown)).outcome;
    expect([outcome(first, "category"), outcome(second, "category")]).toEqual(["undecidable", "not met"]);
  });

  it("is sent at noon of its day where the organisation is, by its requester where they are known", () => {
    const { rows } = read(["date|amount|requester", "2025-07-01|10|ana", "2025-07-01|10|"]);
    const past = rows.map((row) => pastOfRow(row, "x", "America/Santiago", []));
    expect(past.map(({ at, inPerson, requester }) => [at, inPerson, requester])).toEqual([
      ["2025-07-01T16:00:00.000Z", true, "ana"],
      ["2025-07-01T16:00:00.000Z", undefined, ""],
    ]);
  });
});

describe("whose unit it is", () => {
  it("is where its requester sat on that day, but where the file says another", () => {
    const { rows } = read([
      "date|amount|requester|unit",
      "2024-01-01|10|rui|",
      "2025-01-14|10|rui|",
      "2025-01-15|10|rui|Crew",
    ]);
    expect(rows.map(({ unit }) => unit)).toEqual(["fleet", "fleet", "crew"]);
    const without = read(["date|amount|requester", "2024-01-01|10|rui", "2025-01-14|10|rui", "2025-01-15|10|rui"]);
    expect(without.rows.map(({ unit }) => unit)).toEqual(["fleet", "fleet", "engines"]);
    const usual = read(
      ["date|amount|requester|unit", "2024-01-01|10||", "2024-01-01|10||Nowhere", "2024-01-01|10|ana|"],
      {
        usualUnit: "company",
      },
    );
    expect(usual.rows.map(({ unit }) => unit)).toEqual(["company", "company", "engines"]);
    expect(usual.notKnown).toEqual([{ column: "unit", rows: 1, example: "Nowhere" }]);
  });
});

describe("columns", () => {
  it("are guessed by their headings, and those chosen before come first", () => {
    const header = ["Datum", "Betrag", "Vendor", "Total"];
    expect(guessColumns(header, columns)).toMatchObject({ date: null, amount: 3, supplier: 2 });
    const kept = new Map([
      ["datum", "date"],
      ["betrag", "amount"],
      ["vendor", null],
    ]);
    expect(guessColumns(header, columns, kept)).toMatchObject({ date: 0, amount: 1, supplier: null });
  });

  it("are enough with a day and any amount", () => {
    const lacking = (mapping: Mapping) => lackingColumns(mapping, columns);
    expect([lacking({}), lacking({ date: 0 }), lacking({ date: 0, gross: 1 })]).toEqual([
      ["date", "amount"],
      ["amount"],
      [],
    ]);
  });
});

describe("whatever stands in a file", () => {
  it("a row is bad or a document, amounts come back as they were written, and nothing is made up", () => {
    const cell = fc.oneof(
      fc.string({ maxLength: 12 }),
      fc.constantFrom("2025-02-03", "12.50", "ana", "yes", "engines", ""),
    );
    const header = ["date", "amount", "requester", "unit", "category", "supplier", "net", "Urgent", "type"];
    const row = fc.array(cell, { minLength: header.length, maxLength: header.length });
    fc.assert(
      fc.property(fc.array(row, { maxLength: 6 }), fc.integer({ min: -9_999_999, max: 9_999_999 }), (rows, minor) => {
        const good = ["2025-02-03", formatAmount(money(minor, "EUR")), "ana", "", "", "", "", "", ""];
        const all = [...rows, good];
        const lines = all.map((_, index) => index + 2);
        const result = readHistoryRows({ header, rows: all, lines }, guessColumns(header, columns), reader);
        const told = [...result.rows, ...result.bad].map(({ line }) => line);
        expect(new Set(told)).toEqual(new Set(lines));
        expect(result.rows.filter(({ line }) => result.bad.some((one) => one.line === line))).toEqual([]);
        expect(result.rows.at(-1)).toMatchObject({ line: lines.at(-1), measures: { net: money(minor, "EUR") } });
        for (const { requester, unit } of result.rows) {
          expect(requester === "" || organisation.people.some(({ id }) => id === requester)).toBe(true);
          expect(unit === "" || organisation.units.some(({ id }) => id === unit)).toBe(true);
        }
      }),
      { numRuns: 300 },
    );
  });
});
