// The files of a rehearsal say what its figures are: read back by libraries that wrote none of them, they agree with replaying and with each other.
import { parse } from "csv-parse/sync";
import ExcelJS from "exceljs";
import { beforeAll, describe, expect, it } from "vitest";
import { generateDemo } from "../../../demo/generate";
import { openPdf, readAloud } from "../../../demo/test-pdf";
import { temporaryFolder } from "../../../demo/temporary";
import { value } from "../../../demo/test-app";
import { edit, type Policy } from "@/core/policy";
import type { App } from "../app";
import { handClock, systemClock } from "../clock";
import { openDatabase } from "../db/open";
import { inForce, readReferenceData } from "../reference-data";
import { rehearsalFile } from "./file";
import { rehearse, type RehearsedRequest } from "./run";
import { REHEARSAL_PARTS, rehearsalTables, sentenceOf } from "./tables";

let app: App;
let request: RehearsedRequest;
beforeAll(() => {
  const db = openDatabase(temporaryFolder());
  generateDemo(db, { orders: 80 });
  app = { db, clock: handClock("2026-03-10T09:10:00.000Z"), wall: systemClock, demo: true };
  const { policy } = inForce(readReferenceData(app), app.clock.now()).find(
    (one) => one.policy.id === "purchase-orders",
  )!;
  const raised = (one: Policy): Policy => ({
    ...one,
    sections: one.sections.map((section) =>
      section.when === "otherwise" ? edit.moveThreshold(section, 0, 100_000) : section,
    ),
  });
  request = {
    before: { name: "Version 2, in force", policy },
    after: { name: "Version 2, moved", policy: raised(policy) },
    from: "2025-03-10",
    until: "2026-03-09",
    history: "own",
    asToday: false,
    takesUnknown: false,
    minutes: 20,
    capacity: 16,
  };
});
const who = (id: string) => readReferenceData(app).directory.person(id)!;
const controller = () => who("benedita-corvo");
const made = () => value(rehearse(app, controller(), request));

describe("a rehearsal as a file", () => {
  it("has in its tables what was found: figures, and a line for each document that differs", () => {
    const rehearsed = made();
    const { before, after, differing, differs } = rehearsed.answer;
    expect(differing).toBeGreaterThan(3);
    expect(differs).toHaveLength(differing);
    expect(after.all.approvals).toBeLessThan(before.all.approvals);
    const tables = rehearsalTables(app, rehearsed);
    expect(tables.map(({ key }) => key)).toEqual([...REHEARSAL_PARTS]);
    for (const { rows } of tables) expect(new Set(rows.map((row) => row.length)).size).toBe(1);
    const rows = (key: string) => tables.find((one) => one.key === key)!.rows;
    expect(
      rows("figures")
        .find(([what]) => what === "Approvals a year")!
        .slice(1),
    ).toEqual([before.all.approvals, after.all.approvals]);
    expect(rows("documents")).toHaveLength(differing + 1);
    const sum = (key: string, column: number) =>
      rows(key)
        .slice(1)
        .reduce((total, row) => total + Number((row[column] as { plain: string }).plain), 0);
    // Whatever it is summed by, the approvals are all there.
    for (const key of ["units", "requesters"]) {
      expect(sum(key, 3)).toBeCloseTo(before.all.approvals, 0);
      expect(sum(key, 4)).toBeCloseTo(after.all.approvals, 0);
    }
    expect(sum("bands", 5)).toBeCloseTo(before.all.approvals, 0);
    expect(sum("bands", 8)).toBeCloseTo(after.all.approvals, 0);
  });

  it("comes as CSV and as a workbook with the same cells", async () => {
    const tables = rehearsalTables(app, made());
    const bytes = value(
      await rehearsalFile(app, controller(), { format: "xlsx", part: "documents", rehearsed: request }),
    );
    const workbook = new ExcelJS.Workbook();
    await workbook.xlsx.load(Buffer.from(bytes as Uint8Array) as never);
    expect(workbook.worksheets.map(({ name }) => name)).toEqual(tables.map(({ name }) => name));
    for (const { key, name, rows } of tables) {
      const csv = value(await rehearsalFile(app, controller(), { format: "csv", part: key, rehearsed: request }));
      const read = parse(csv as string, { bom: true }) as unknown as string[][];
      expect(read).toHaveLength(rows.length);
      const sheet = workbook.getWorksheet(name)!;
      expect(sheet.actualRowCount).toBe(rows.length);
      read.forEach((line, index) =>
        line.forEach((text, column) => {
          const cell = sheet.getCell(index + 1, column + 1).value;
          const plain = typeof cell === "number" ? Number(text) : text;
          expect(cell ?? "").toEqual(plain);
        }),
      );
    }
  });

  it("comes as two pages that say the sentence first, and both versions by their names", async () => {
    const bytes = value(
      await rehearsalFile(app, controller(), { format: "pdf", part: "documents", rehearsed: request }),
    );
    const pdf = await openPdf(bytes as Uint8Array);
    expect(pdf.numPages).toBe(2);
    const said = [...(await readAloud(await pdf.getPage(1))), ...(await readAloud(await pdf.getPage(2)))];
    expect(said).toContain(`P: ${sentenceOf(made())}`);
    expect(said.includes("P: Version 2, moved against Version 2, in force")).toBe(true);
  });

  it("is made for whoever reads policies alone, of days and a history that there are", async () => {
    const file = (by: string, change: Partial<RehearsedRequest> = {}) =>
      rehearsalFile(app, who(by), { format: "csv", part: "figures", rehearsed: { ...request, ...change } });
    const codes = async (asked: ReturnType<typeof file>) => {
      const result = await asked;
      return result.ok ? [] : result.refusals.map(({ code }) => code);
    };
    expect(await codes(file("noor-halvorsrud"))).toEqual(["forbidden"]);
    expect(await codes(file("tome-cardigos"))).toEqual([]);
    expect(await codes(file("benedita-corvo", { history: "none" }))).toEqual(["unknown"]);
  });
});
