// Tables as workbooks, against ExcelJS, which shares no code with what writes and reads them here: every text, number, day and moment comes out as it went in.
import ExcelJS from "exceljs";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { sayPlainly, type Cell } from "@/core/tables";
import { refuse } from "@/core/words";
import { readWorkbook } from "@/workers/workbook";
import { readSheet } from "../people/import";
import { value } from "../../../demo/test-app";
import { toCsv, toXlsx } from ".";

const ZONE = "America/Santiago";
const bytesOf = (bytes: Uint8Array) => new Uint8Array(bytes).buffer;

/** What ExcelJS finds in the first sheet. */
async function independent(bytes: Uint8Array): Promise<ExcelJS.Worksheet> {
  const workbook = new ExcelJS.Workbook();
  await workbook.xlsx.load(bytesOf(bytes));
  return workbook.worksheets[0]!;
}

/** A workbook that ExcelJS writes, read here. */
async function read(...sheets: { name: string; rows: unknown[][] }[]) {
  const workbook = new ExcelJS.Workbook();
  for (const { name, rows } of sheets) workbook.addWorksheet(name).addRows(rows);
  const found = await readWorkbook(bytesOf(new Uint8Array(await workbook.xlsx.writeBuffer())));
  if (!found.ok) throw new Error(found.why);
  return found.sheets;
}

/** The first sheet's cells as every reader of tables here has them. */
const cellsOf = (text: string) => {
  const { header, rows } = value(readSheet(text));
  return [header, ...rows];
};

const TRICKY = [
  "1E5",
  "00123",
  "=1+1",
  "-5",
  "'=x",
  "+49 30",
  "@a",
  "2026-03-10",
  " blank ",
  "a\nb",
  "_x0041_",
  "ñandú",
  "TRUE",
  "1,5",
  "constructor",
  "__proto__",
];
const text = fc.oneof(fc.constantFrom(...TRICKY), fc.string({ maxLength: 20 }));
const cell: fc.Arbitrary<Cell> = fc.oneof(
  text,
  fc.integer({ min: -1_000_000, max: 1_000_000 }),
  fc
    .tuple(fc.integer({ min: -999_999_999, max: 999_999_999 }), fc.integer({ min: 0, max: 99 }))
    .map(([whole, part]): Cell => ({ plain: `${whole}.${String(part).padStart(2, "0")}` })),
  fc
    .date({ min: new Date("1900-03-01T00:00:00Z"), max: new Date("2199-12-31"), noInvalidDate: true })
    .map((day): Cell => ({ day: day.toISOString().slice(0, 10) })),
);

/** What a cell holds, as ExcelJS says it. */
function held(one: Cell): unknown {
  if (typeof one !== "object") return one === "" ? null : one;
  if ("plain" in one) return Number(one.plain);
  return new Date(`${sayPlainly(one).slice(0, 10)}T00:00:00Z`);
}

describe("a table as a workbook", () => {
  it("of 10,000 rows is the same to an independent reader, to ours, and in the CSV of it", async () => {
    const heading = ["one", "two", "three", "four", "five"];
    const rows = [heading, ...fc.sample(fc.array(cell, { minLength: 5, maxLength: 5 }), { numRuns: 10_000 })].map(
      // A row of nothing is left out of a CSV; the first cell says which it is.
      (row, index) => [index === 0 ? "row" : `r${index}`, ...row],
    );
    const bytes = await toXlsx([{ name: "Everything", rows, zone: ZONE }]);
    const sheet = await independent(bytes);
    expect(sheet.name).toBe("Everything");
    expect(sheet.views[0]).toMatchObject({ state: "frozen", ySplit: 1 });
    const wrong: unknown[] = [];
    rows.forEach((row, at) =>
      row.forEach((one, column) => {
        const found = sheet.getCell(at + 1, column + 1);
        const same = JSON.stringify(found.value) === JSON.stringify(held(one));
        if (!same || found.type === ExcelJS.ValueType.Formula) wrong.push([one, found.value]);
      }),
    );
    expect(wrong).toEqual([]);

    const ours = await readWorkbook(bytesOf(bytes));
    if (!ours.ok) throw new Error(ours.why);
    expect(ours.sheets[0]!.wrong).toEqual([]);
    // A number is the same number, however many noughts stand behind it; cells of plain text lose what stands at the end of a line.
    const plain = (rows_: string[][]) =>
      rows_.map((row) =>
        row.map((one) =>
          one.replace(/^(-?\d+)\.(\d*?)0*$/, (_, whole: string, part: string) => (part ? `${whole}.${part}` : whole)),
        ),
      );
    expect(plain(cellsOf(ours.sheets[0]!.text))).toEqual(plain(cellsOf(toCsv(rows, { bom: true }))));
  });

  it("has moments in the organisation's zone, amounts with their decimals, long numbers exact as text, and a name that a sheet may have", async () => {
    const rows: Cell[][] = [
      ["a"],
      [{ moment: "2026-04-05T02:30:00.000Z" }],
      [{ plain: "1250.00" }],
      [{ plain: "12345678901234567890" }],
      [{ day: "1899-12-31" }],
    ];
    const sheet = await independent(
      await toXlsx([{ name: "Credit: limits / [2026] and whatever else there is", rows, zone: ZONE }]),
    );
    expect(sheet.name).toBe("Credit  limits    2026  and wha");
    expect(sheet.getCell("A2").value).toEqual(new Date("2026-04-04T23:30:00Z"));
    expect([sheet.getCell("A3").value, sheet.getCell("A3").numFmt]).toEqual([1250, "0.00"]);
    expect([sheet.getCell("A4").value, sheet.getCell("A5").value]).toEqual(["12345678901234567890", "1899-12-31"]);
  });
});

describe("a workbook that somebody else wrote", () => {
  it("is read as texts, numbers without exponents, days and what formulas came to; none is run", async () => {
    const [sheet] = await read({
      name: "People",
      rows: [
        ["text", "number", "day", "yes", "formula"],
        ["1E5", 0.1 + 0.2, new Date("2026-03-10T00:00:00Z"), true, { formula: "1+1", result: 2 }],
        ["00123", 1e21, new Date("2026-03-10T14:30:00Z"), false, { formula: 'HYPERLINK("x")', result: "x" }],
        ["=1+1", -1.5e-7, new Date("1900-03-01T00:00:00Z"), null, { richText: [{ text: "a" }, { text: "b" }] }],
        [" x_x0041_", -2500.5, null, null, 12345678.9],
      ],
    });
    expect(sheet!.wrong).toEqual([]);
    expect(cellsOf(sheet!.text)).toEqual([
      ["text", "number", "day", "yes", "formula"],
      ["1E5", "0.3", "2026-03-10", "yes", "2"],
      ["00123", "1000000000000000000000", "2026-03-10T14:30:00", "no", "x"],
      ["=1+1", "-0.00000015", "1900-03-01", "", "ab"],
      // The escape of a letter is the letter (ECMA-376).
      [" xA", "-2500.5", "", "", "12345678.9"],
    ]);
  });

  it("any number is read as the decimal that it is shown as", async () => {
    const numbers = fc.sample(fc.double({ noNaN: true, noDefaultInfinity: true, min: -1e15, max: 1e15 }), {
      numRuns: 2_000,
      seed: 11,
    });
    const [sheet] = await read({ name: "N", rows: [["n"], ...numbers.map((one) => [one])] });
    const said = cellsOf(sheet!.text)
      .slice(1)
      .map(([one]) => one!);
    expect(said.filter((one) => !/^-?\d+(\.\d+)?$/.test(one))).toEqual([]);
    expect(said.map(Number)).toEqual(numbers.map((one) => Number(one.toPrecision(15)) + 0));
  });

  it("says which cells cannot be read, and why", async () => {
    const [sheet] = await read({
      name: "A",
      rows: [
        ["a", "b"],
        ["x", new Date("1899-12-20T00:00:00Z")],
        ["y", { formula: "1/0", result: { error: "#DIV/0!" } }],
        [{ error: "#REF!" }, new Date("1900-02-28T00:00:00Z")],
      ],
    });
    expect(sheet!.wrong.map((one) => refuse("cell unreadable", one).message)).toEqual([
      "Cell B2: a date before March 1900, which spreadsheets count differently; write it as text",
      "Cell B4: a date before March 1900, which spreadsheets count differently; write it as text",
      "Cell B3: its formula comes to #DIV/0!; correct it and save the file again",
      "Cell A4: its formula comes to #REF!; correct it and save the file again",
    ]);
  });

  it("gives its sheets by name, without those that are empty, and is refused where it is none", async () => {
    const sheets = await read(
      { name: "One", rows: [["a"], ["1"]] },
      { name: "Nothing", rows: [] },
      { name: "Two", rows: [["b"], ["2"]] },
    );
    expect(sheets.map(({ name }) => name)).toEqual(["One", "Two"]);
    for (const nonsense of ["", "hello", "PK\u0003\u0004 and then nothing"])
      expect(await readWorkbook(bytesOf(new TextEncoder().encode(nonsense)))).toEqual({
        ok: false,
        why: "not a workbook",
      });
  });
});
