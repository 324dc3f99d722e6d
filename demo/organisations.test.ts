// What matters of the program, on every organisation that it can be tried with: what was decided is worked out again, verified, checked, taken out and brought in.
import fs from "node:fs";
import path from "node:path";
import { beforeAll, describe, expect, it } from "vitest";
import { filledOf } from "@/core/approval";
import { dayIn, timeIn } from "@/core/calendar";
import { documentType, documentTypeKeys, type PurchaseOrder } from "@/core/documents";
import { TABLE_NAMES } from "@/core/people-table";
import { parseMoney, plainAmount } from "@/core/money";
import type { OwnValues } from "@/core/own-fields";
import { inForceAt, type Policy, type PolicyVersion } from "@/core/policy";
import type { App } from "@/server/app";
import { demoClock, handClock } from "@/server/clock";
import { toCsv } from "@/server/tables";
import { openDatabase } from "@/server/db/open";
import { exported, exportedWorkbook } from "@/server/documents/export";
import { viewInClear } from "@/server/documents/queries";
import { recomputed } from "@/server/documents/recompute";
import { readState } from "@/server/documents/state";
import { evidenceOf, zipped } from "@/server/evidence/files";
import { listed } from "@/server/listing";
import { dumpProjections, rebuild } from "@/server/log/rebuild";
import { readText } from "@/server/intake/import";
import { ListFileSchema, importList, listFile } from "@/server/lists/files";
import { newCommandId } from "@/server/log/log";
import { ImportSchema, exportFile, importHere, readSheet } from "@/server/people/import";
import { findingsFor } from "@/server/policies/commands";
import { policyFile, readPolicyFile } from "@/server/policies/files";
import { readReferenceData } from "@/server/reference-data";
import { readWorkbook } from "@/workers/workbook";
import { DEMO_ORGANISATIONS, type DemoKey } from "./organisations";
import { YEAR_BEFORE, yearBefore } from "./observatory/year-before";
import { temporaryFolder } from "./temporary";
import { slipsIn } from "./slips";
import { looker, value } from "./test-app";
import { openPdf, readAloud } from "./test-pdf";
import { ours, python } from "./test-evidence";

describe("the year before the observatory’s demo", () => {
  it("is a file of orders that it could have had, the same every time, and lies with the examples", () => {
    const file = yearBefore();
    expect(fs.readFileSync(path.join(import.meta.dirname, "examples/observatory-orders-2024.csv"), "utf8")).toBe(file);
    const read = readSheet(file);
    if (!read.ok) throw new Error(read.refusals[0]!.message);
    const { header, rows } = read.value;
    const column = (name: string) => rows.map((row) => row[header.indexOf(name)]!);
    expect(rows).toHaveLength(560);
    expect(column("date").every((day) => day >= YEAR_BEFORE.from && day <= YEAR_BEFORE.until)).toBe(true);
    const amounts = rows.map((row) => parseMoney(row[header.indexOf("amount")]!, row[header.indexOf("currency")]!));
    expect(amounts.every((one) => one.ok && one.money.minor > 0)).toBe(true);
    expect(new Set(column("grant"))).toEqual(new Set(["", "Infrared survey", "Exoplanet transits", "Adaptive optics"]));
    expect(column("number")).toEqual(column("number").toSorted());
  });
});

const lastHash = ({ db }: App) => db.prepare("SELECT hash FROM event ORDER BY seq DESC LIMIT 1").pluck().get();
const START = "2026-03-10T13:00:00.000Z";

describe.each(Object.keys(DEMO_ORGANISATIONS) as DemoKey[])("%s", (key) => {
  const demo = DEMO_ORGANISATIONS[key];
  let app: App;
  let ids: string[];
  const made = () => {
    const db = openDatabase(temporaryFolder());
    demo.generate(db, { orders: 40 });
    return { db, clock: handClock(START), wall: handClock(START), demo: true };
  };
  const who = (role: "auditor" | "controller") =>
    readReferenceData(app).directory.organisation.people.find(({ roles }) => roles.includes(role))!;
  const view = (id: string) => {
    const found = viewInClear(app, who("auditor"), id);
    if (!found.ok) throw new Error(id);
    return found.value;
  };
  const inForce = (): PolicyVersion[] => {
    const { versions } = readReferenceData(app);
    const policies = [...new Set(versions.map(({ policy }) => policy.id))];
    return policies.flatMap(
      (id) =>
        inForceAt(
          versions.filter(({ policy }) => policy.id === id),
          START,
        ) ?? [],
    );
  };

  beforeAll(() => {
    app = made();
    ids = app.db
      .prepare("SELECT id FROM document WHERE submitted_at IS NOT NULL ORDER BY id")
      .pluck()
      .all() as string[];
  });

  it("has documents of every type that people submit, begins in working hours, and is the same for the same seed", () => {
    const types = new Set(ids.map((id) => readState(app.db, id)!.document.documentType));
    for (const type of ["purchase-order", "supplier-invoice", "expense-claim", "credit-limit-change"])
      expect(types).toContain(type);
    const { timeZone } = readReferenceData(app).directory.organisation;
    const begins = demoClock(app.db, "2026-03-10T09:10:00.000Z").now();
    const hour = Number(new Intl.DateTimeFormat("en-GB", { timeZone, hour: "2-digit" }).format(new Date(begins)));
    expect(hour).toBeGreaterThanOrEqual(8);
    expect(hour).toBeLessThan(12);
    expect(lastHash(made())).toBe(lastHash(app));
  });

  it("every route is worked out again the same, and everything in the log leads to what is shown", () => {
    const wrong = ids.flatMap((id) => {
      const found = recomputed(app, view(id));
      return found && found.differences.length === 0 ? [] : [`${id}: ${found?.differences[0]}`];
    });
    expect(wrong).toEqual([]);
    const before = dumpProjections(app.db);
    rebuild(app.db);
    expect(dumpProjections(app.db)).toEqual(before);
  });

  it("says every letter and every printed record with counts and articles that are right, and tags all of it", async () => {
    const letters = app.db.prepare("SELECT subject || '. ' || body FROM letter").pluck().all() as string[];
    expect(letters.length).toBeGreaterThan(20);
    expect(letters.flatMap(slipsIn)).toEqual([]);
    for (const type of documentTypeKeys) {
      const id = ids.findLast((one) => one.startsWith(`${documentType(type).name.prefix.toLowerCase()}-`));
      if (!id) continue;
      const files = [...(await evidenceOf(app, view(id)))];
      const [, bytes] = files.find(([name]) => name.endsWith(".pdf"))!;
      const record = await openPdf(bytes as Uint8Array);
      for (let page = 1; page <= record.numPages; page += 1) {
        const said = await readAloud(await record.getPage(page));
        expect([id, said.flatMap(slipsIn)]).toEqual([id, []]);
        expect(said.filter((one) => one.startsWith("H1: "))).toHaveLength(page === 1 ? 1 : 0);
      }
    }
  });

  it("both verifiers accept the evidence of a document of each type", async () => {
    const last = documentTypeKeys.map((type) =>
      ids.findLast((one) => one.startsWith(`${documentType(type).name.prefix.toLowerCase()}-`)),
    );
    // And of one in which whoever approved filled in fields, where the organisation asks for any.
    const filled = ids.find((one) => filledOf(readState(app.db, one)!).length > 0);
    expect(filled !== undefined).toBe(readReferenceData(app).directory.organisation.fields.some(({ by }) => by));
    // The books say it beside what was posted.
    const booked = listed("postings", looker(app, who("auditor").id), { kind: "invoice posted" }).rows.flatMap((row) =>
      row.filled.map(([name]) => name),
    );
    expect(booked.includes("account")).toBe(filled !== undefined);
    for (const id of [...last, filled]) {
      if (!id) continue;
      const bytes = zipped(new Map(await evidenceOf(app, view(id))));
      expect([id, ours(bytes), python(bytes)]).toEqual([id, [], []]);
    }
  });

  it("the checks have nothing fatal or doubtful against what is in force", () => {
    const found = inForce().flatMap(({ policy }) =>
      findingsFor(app, policy, who("controller")).map(
        ({ weight, code, place }) => `${policy.id}: ${weight}, ${code}, ${place.section}`,
      ),
    );
    expect(inForce().length).toBeGreaterThanOrEqual(5);
    expect(found.filter((one) => !one.includes(": passing"))).toEqual([]);
  });

  it("every policy goes out as a table, as DMN and as JSON, and comes in again with the conditions, thresholds and levels that it had", async () => {
    const rules = ({ sections }: Policy) =>
      sections.map(({ when, thresholds, levels }) => [when, thresholds, levels.map((one) => [one.marks, one.when])]);
    for (const { policy, version } of inForce()) {
      for (const as of ["json", "csv", "dmn"] as const) {
        const file = value(await policyFile(app, who("controller"), policy.id, { as, version }));
        const text = await file.text();
        const read = value(await readPolicyFile(app, who("controller"), { format: as, text, base: policy }));
        expect([policy.id, as, rules(read.policy)]).toEqual([policy.id, as, rules(policy)]);
      }
    }
  });

  it("its orders, written as a table, are read back with the same parties, lines, lists and own fields", () => {
    const orders = ids
      .map((id) => readState(app.db, id)!.document)
      .filter((one) => one.documentType === "purchase-order")
      // What ended before can be put on no new document.
      .filter(({ date }) => date >= "2025-11-01");
    const { organisation } = readReferenceData(app).directory;
    const keys = organisation.fields.filter(({ on }) => on.includes("purchase-order")).map((field) => field.key);
    const said = (own: OwnValues | undefined, key: string) => {
      const value = own?.[key];
      return typeof value === "boolean" ? (value ? "yes" : "no") : typeof value === "string" ? value : "";
    };
    const head = ["reference", "title", "supplier", "currency", "date", "description", "category", "cost centre"];
    const rows = orders.flatMap((order, index) =>
      order.lines.map((line) => [
        `R${index}`,
        order.title,
        order.supplier,
        order.currency,
        order.date,
        line.description,
        line.category,
        line.costCentre,
        line.quantity,
        plainAmount({ minor: line.unitPrice, currency: order.currency }),
        line.taxPercent,
        ...keys.map((key) => said(order.own, key) || said(line.own, key)),
      ]),
    );
    const csv = toCsv([[...head, "quantity", "price", "tax", ...keys], ...rows]);
    const [buyer] = organisation.people;
    const { lists, fields, people } = organisation;
    const taker = { requester: buyer!.id, unit: buyer!.unit, today: START.slice(0, 10), lists, fields, people };
    const read = value(readText(csv, taker, "f"));
    expect(read.bad).toEqual([]);
    const plain = ({ title, supplier, currency, lines, own }: PurchaseOrder) => ({
      title,
      supplier,
      currency,
      lines,
      own: own ?? {},
    });
    expect(read.documents.map(({ document }) => plain(document as PurchaseOrder))).toEqual(orders.map(plain));
    expect(orders.length).toBeGreaterThan(5);
  });

  it("every table that goes out says the same as a workbook as it does as CSV, and comes in again without changing anything", async () => {
    const { organisation } = readReferenceData(app).directory;
    const zone = organisation.timeZone;
    const cells = (csv: string) => {
      const { header, rows } = value(readSheet(csv));
      return [header, ...rows].map((row) => row.map((cell) => alike(cell, zone)));
    };
    const workbook = async (bytes: Uint8Array) => {
      const read = await readWorkbook(new Uint8Array(bytes).buffer);
      if (!read.ok) throw new Error(read.why);
      expect(read.sheets.map(({ wrong }) => wrong)).toEqual([[]]);
      return read.sheets[0]!.text;
    };
    const policy = inForce()[0]!;
    const ofPolicy = async (as: "csv" | "xlsx" | "tests" | "tests-xlsx") => {
      const file = value(await policyFile(app, who("controller"), policy.policy.id, { as, version: policy.version }));
      return new Uint8Array(await file.arrayBuffer());
    };
    const text = (bytes: Uint8Array) => new TextDecoder("utf-8", { ignoreBOM: true }).decode(bytes);
    const tables: [name: string, csv: string, bytes: Uint8Array][] = [
      [
        "register",
        [...exported(app, who("auditor"), {}, "csv")].join(""),
        await exportedWorkbook(app, who("auditor"), {}),
      ],
      ["matrix", text(await ofPolicy("csv")), await ofPolicy("xlsx")],
      ["boundaries", text(await ofPolicy("tests")), await ofPolicy("tests-xlsx")],
    ];
    for (const table of TABLE_NAMES)
      tables.push([
        table,
        (await exportFile(app, table, "csv")) as string,
        (await exportFile(app, table, "xlsx")) as Uint8Array,
      ]);
    for (const { id, entries } of organisation.lists)
      if (entries.length > 0)
        tables.push([id, (await listFile(app, id, "csv")) as string, (await listFile(app, id, "xlsx")) as Uint8Array]);
    for (const [name, csv, bytes] of tables) expect([name, cells(await workbook(bytes))]).toEqual([name, cells(csv)]);

    const [administrator] = organisation.people.filter(({ roles }) => roles.includes("administrator"));
    for (const table of TABLE_NAMES) {
      const asked = ImportSchema.parse({
        table,
        text: await workbook((await exportFile(app, table, "xlsx")) as Uint8Array),
        mapping: null,
        complete: true,
        command: newCommandId(),
      });
      const steps = importHere(app, administrator!, asked);
      let step = await steps.next();
      while (!step.done) step = await steps.next();
      const { added, changed, deactivated, bad } = value(step.value).preview.counts;
      expect([table, added, changed, deactivated, bad]).toEqual([table, 0, 0, 0, 0]);
    }
    for (const { id, entries } of organisation.lists.filter(({ entries }) => entries.length > 0)) {
      const file = await workbook((await listFile(app, id, "xlsx")) as Uint8Array);
      const asked = ListFileSchema.parse({ text: file, command: newCommandId() });
      const { counts } = value(importList(app, who("controller"), { ...asked, list: id })).preview;
      expect([id, counts.added, counts.changed, counts.unchanged, counts.bad]).toEqual([id, 0, 0, entries.length, 0]);
    }
  });
});

/** A cell of either kind of file: a number however many noughts follow it, a moment as the clock of the organisation had it. */
function alike(cell: string, zone: string): string {
  if (/^-?\d+\.\d+$/.test(cell)) return String(Number(cell));
  if (!/^\d{4}-\d\d-\d\dT[\d:.]+Z$/.test(cell)) return cell.replace(/T00:00:00$/, "");
  const time = timeIn(cell, zone);
  return time === "00:00" ? dayIn(cell, zone) : `${dayIn(cell, zone)}T${time}:00`;
}
