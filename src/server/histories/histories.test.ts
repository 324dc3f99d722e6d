// Histories from elsewhere: kept apart from documents, by who may, whole or not at all, and gone when they are deleted.
import fs from "node:fs";
import { beforeAll, describe, expect, it } from "vitest";
import { DEMO_ORGANISATIONS } from "../../../demo/organisations";
import { temporaryFolder } from "../../../demo/temporary";
import { value } from "../../../demo/test-app";
import { plainAmount } from "@/core/money";
import type { Result } from "@/core/refusal";
import { columnsOf, replay } from "@/core/rehearsal";
import type { App } from "../app";
import { handClock, systemClock } from "../clock";
import { openDatabase } from "../db/open";
import { historyOf, readHistory, seenDocuments } from "../policies/history";
import { newCommandId } from "../log/log";
import { directoryAt, inForce, readReferenceData } from "../reference-data";
import { materialFor } from "../rehearsal/material";
import { rehearsalView } from "../rehearsal/view";
import { importHistory, type HistoryAnswer, type HistoryImport } from "./import";
import { deleteHistory, historiesOf } from "./store";

const FILE = fs.readFileSync(new URL("../../../demo/examples/observatory-orders-2024.csv", import.meta.url), "utf8");
const DAYS = { from: "2024-01-01", until: "2026-12-31" };
let app: App;
beforeAll(() => {
  const db = openDatabase(temporaryFolder());
  DEMO_ORGANISATIONS.observatory.generate(db, { orders: 40 });
  app = { db, clock: handClock("2026-11-23T12:00:00.000Z"), wall: systemClock, demo: true };
});
const who = (id: string) => readReferenceData(app).directory.person(id)!;
const controller = () =>
  readReferenceData(app).directory.organisation.people.find(({ roles }) => roles.includes("controller"))!;

async function ask(request: Partial<HistoryImport>, by = controller()): Promise<Result<HistoryAnswer>> {
  const steps = importHistory(app, by, {
    called: "",
    name: "last-year.csv",
    text: FILE,
    documentType: "purchase-order",
    unit: null,
    mapping: null,
    takeGood: false,
    confirm: null,
    command: newCommandId(),
    ...request,
  });
  for (;;) {
    const step = await steps.next();
    if (step.done) return step.value;
  }
}

async function preview(request: Partial<HistoryImport> = {}) {
  const answer = value(await ask(request));
  if (!("preview" in answer)) throw new Error("it was kept");
  return answer.preview;
}

async function keep(request: Partial<HistoryImport> = {}): Promise<Result<HistoryAnswer>> {
  const { fingerprint, mapping } = await preview(request);
  return ask({ mapping, confirm: fingerprint, ...request });
}

const codes = (result: Result<unknown>) => (result.ok ? [] : result.refusals.map(({ code }) => code));
const counts = () =>
  ["document", "waiting", "letter", "hold"].map((table) =>
    app.db.prepare(`SELECT COUNT(*) FROM ${table}`).pluck().get(),
  );

describe("a history", () => {
  it("is looked at, kept, and rehearsed on; nothing of it becomes a document", async () => {
    const before = counts();
    const looked = await preview();
    expect([looked.counts, looked.lacking, looked.notKnown, looked.bad]).toEqual([
      { documents: 560, bad: 0, repeated: 0 },
      [],
      [],
      [],
    ]);
    expect(looked.samples[0]).toEqual({
      number: "L-00001",
      date: "11 Mar 2024",
      type: "order",
      requester: "Bruno Cifuel",
      unit: "Administration",
      party: "Limpieza Altos Blancos",
      amount: "605,610 CLP",
    });
    expect(historiesOf(app)).toEqual([]);
    value(await keep());
    expect(counts()).toEqual(before);
    const [history] = historiesOf(app);
    expect(history).toMatchObject({
      id: "last-year",
      broughtBy: "bruno-cifuel",
      types: { "purchase-order": { documents: 560, from: "2024-03-11" } },
    });
    const material = value(materialFor(app, controller(), "purchase-order", DAYS, "last-year"));
    const lines = FILE.trim().split(/\r?\n/).slice(1);
    expect(material.labels.map(({ number }) => number)).toEqual(lines.map((line) => line.split(",")[1]));
    const people = new Map(readReferenceData(app).directory.organisation.people.map(({ id, email }) => [id, email]));
    expect(
      material.documents.map(({ requester, date, measures }) => [
        people.get(requester),
        date,
        plainAmount(measures.net!),
      ]),
    ).toEqual(
      lines.map((line) => {
        const [date, , , email, , , , amount] = line.split(",");
        return [email, date, amount];
      }),
    );
    const own = value(materialFor(app, controller(), "purchase-order", DAYS)).documents.length;
    expect(value(materialFor(app, controller(), "purchase-order", DAYS, "all")).documents).toHaveLength(560 + own);
  });

  it("does not say in clear who entered what", () => {
    const rows = app.db.prepare("SELECT row FROM history_row").pluck().all() as string[];
    expect(rows.filter((row) => row.includes("paz-melinao"))).toEqual([]);
    expect(rows.join()).toContain("Ottergren Filters");
  });

  it("is opened by its page with its own days, and with the people of today", () => {
    const view = rehearsalView(app, controller(), {
      history: "last-year",
      on: "own",
      from: "2026-01-01",
      until: "2026-02-01",
    });
    expect(view.sources.map(({ key }) => key)).toEqual(["own", "last-year", "all"]);
    expect([view.source, view.days, view.asToday]).toEqual([
      "last-year",
      { from: "2024-03-11", until: "2025-03-09" },
      true,
    ]);
    const kept = { history: "last-year", on: "last-year", people: "then", from: "2024-06-01", until: "2024-06-30" };
    expect(rehearsalView(app, controller(), kept)).toMatchObject({
      days: { from: "2024-06-01", until: "2024-06-30" },
      asToday: false,
    });
  });

  it("is brought in and deleted by controllers and administrators alone, and read by who reads policies", async () => {
    const auditor = readReferenceData(app).directory.organisation.people.find(({ roles }) =>
      roles.includes("auditor"),
    )!;
    for (const by of [who("paz-melinao"), who("rosendo-painel"), auditor]) {
      expect(codes(await ask({}, by))).toEqual(["forbidden"]);
      expect(codes(deleteHistory(app, by, "last-year", newCommandId()))).toEqual(["forbidden"]);
    }
    const days = { from: "2024-01-01", until: "2024-12-31" };
    expect(codes(materialFor(app, who("paz-melinao"), "purchase-order", days, "last-year"))).toEqual(["forbidden"]);
    expect(materialFor(app, auditor, "purchase-order", days, "last-year").ok).toBe(true);
    expect(codes(materialFor(app, auditor, "purchase-order", days, "none"))).toEqual(["unknown"]);
  });

  it("is refused whole: of a name that there is, as another file, with bad rows, without a column that is needed", async () => {
    expect(codes(await keep())).toEqual(["already"]);
    expect(codes(await ask({ confirm: "0".repeat(64) }))).toEqual(["changed"]);
    const bad = `${FILE}2025-13-01,L-x,order,,,,,1,CLP,,\n`;
    expect(codes(await keep({ called: "Bad", text: bad }))).toEqual(["bad rows"]);
    expect(codes(await keep({ called: "Bad", text: "when,what\n1,2\n" }))).toEqual(["columns"]);
    expect(historiesOf(app)).toHaveLength(1);
    value(await keep({ called: "Bad", text: bad, takeGood: true }));
    expect(historiesOf(app).find(({ id }) => id === "bad")!.types["purchase-order"]!.documents).toBe(560);
  });

  it("is never called what a rehearsal calls otherwise", async () => {
    for (const called of ["Own", "All"]) value(await keep({ called }));
    expect(historiesOf(app).map(({ id }) => id)).toEqual(expect.arrayContaining(["own-history", "all-history"]));
    for (const id of ["own-history", "all-history"]) value(deleteHistory(app, controller(), id, newCommandId()));
  });

  it("sent once more by the same command is kept once", async () => {
    const { fingerprint, mapping } = await preview({ called: "Twice" });
    const request = { called: "Twice", mapping, confirm: fingerprint, command: newCommandId() };
    const [first, second] = [value(await ask(request)), value(await ask(request))];
    expect(second).toEqual(first);
    expect(historiesOf(app).filter(({ name }) => name === "Twice")).toHaveLength(1);
  });

  it("has its columns known the next time, those that were said to be none too", async () => {
    const text = "Buchung,Betrag,supplier\n2025-01-02,5000,x\n";
    expect((await preview({ text })).lacking).toEqual(["date", "amount"]);
    value(await keep({ called: "Columns", text, mapping: { date: 0, amount: 1, supplier: null } }));
    const again = await preview({ text: text.replace("5000", "6000") });
    expect([again.lacking, again.mapping.date, again.mapping.amount, again.mapping.supplier]).toEqual([[], 0, 1, null]);
  });

  it("is deleted as a whole, and the log has that it was", () => {
    for (const { id } of historiesOf(app)) value(deleteHistory(app, controller(), id, newCommandId()));
    expect(historiesOf(app)).toEqual([]);
    expect(app.db.prepare("SELECT COUNT(*) FROM history_row").pluck().get()).toBe(0);
    expect(codes(deleteHistory(app, controller(), "last-year", newCommandId()))).toEqual(["unknown"]);
    const events = app.db.prepare("SELECT type, data FROM event WHERE type LIKE 'history %' ORDER BY seq").all() as {
      type: string;
      data: string;
    }[];
    expect(events.map(({ type }) => type)).toEqual([
      ...Array<string>(2).fill("history brought in"),
      ...Array<string>(2).fill("history brought in"),
      ...Array<string>(2).fill("history deleted"),
      ...Array<string>(2).fill("history brought in"),
      ...Array<string>(4).fill("history deleted"),
    ]);
    expect(events.filter(({ data }) => data.includes("Ottergren Filters"))).toEqual([]);
  });
});

describe("an organisation that has sent nothing", () => {
  it("designs on the last twelve months of its histories, and on its own documents as soon as there are any", async () => {
    value(
      await keep({
        documentType: "expense-claim",
        text: "date,amount\n2022-01-31,70000\n2023-01-30,50000\n2024-01-30,60000\n",
        called: "Claims",
      }),
    );
    value(await keep());
    const own = value(readHistory(app, controller(), "purchase-order"));
    expect(own.histories).toEqual([]);
    app.db.prepare("DELETE FROM document WHERE type = 'expense-claim'").run();
    const claims = value(readHistory(app, controller(), "expense-claim"));
    expect([claims.histories, claims.documents.map(({ date }) => date)]).toEqual([["Claims"], ["2024-01-30"]]);
    expect(claims.documents[0]!.measures).toEqual({ gross: { minor: 60000, currency: "CLP" } });
  });
});

describe("documents that are brought in again as a history", () => {
  it("go where they went, as far as the file tells what their policies look at", async () => {
    const db = openDatabase(temporaryFolder());
    DEMO_ORGANISATIONS.lines.generate(db, { orders: 150 });
    app = { db, clock: handClock("2026-03-10T09:10:00.000Z"), wall: systemClock, demo: true };
    const now = app.clock.now();
    const world = readReferenceData(app);
    const stretch = { from: "2025-03-01T00:00:00.000Z", until: now };
    const documents = seenDocuments(app, historyOf(app, "purchase-order", stretch).documents, new Set()).filter(
      ({ excluded, named, facts, onBehalfOf }) =>
        !excluded &&
        !named &&
        !onBehalfOf &&
        (facts.category as string[]).length === 1 &&
        (facts.project as string[]).length < 2 &&
        (facts.costCentre as string[]).length < 2,
    );
    const keys = ["requester", "unit", "supplier", "category", "costCentre", "project", "currency"];
    const cell = (said: unknown) => `"${String([said ?? ""].flat()[0] ?? "").replaceAll('"', '""')}"`;
    const text = [
      ["date", "number", "net", "gross", ...keys].join(),
      ...documents.map(({ id, date, facts, measures }) =>
        [
          date,
          id,
          plainAmount(measures.net!),
          plainAmount(measures.gross!),
          ...keys.map((key) => cell(facts[key])),
        ].join(),
      ),
    ].join("\n");
    const found = await preview({ text, called: "Again" });
    expect([found.bad, found.notKnown]).toEqual([[], []]);
    value(await keep({ text, called: "Again" }));
    const { documents: again, labels, rates } = value(materialFor(app, controller(), "purchase-order", DAYS, "again"));
    const under = {
      versions: inForce(world, now),
      organisations: [{ from: now, directory: directoryAt(world.history, now) }],
      rates,
      at: now,
    };
    const outcomes = (some: typeof documents) => {
      const { of, outcomes: all } = replay(columnsOf(some), under);
      return some.map((_, index) => all[of[index]!]!);
    };
    const first = new Map(outcomes(documents).map((one, index) => [documents[index]!.id, one]));
    const second = outcomes(again).map((one, index) => [labels[index]!.number, one] as const);
    expect(second).toHaveLength(documents.length);
    const told = second.filter(([, { outcome }]) => outcome !== "held");
    expect(told.length).toBeGreaterThan(documents.length / 2);
    for (const [number, outcome] of told) expect([number, outcome]).toEqual([number, first.get(number)]);
  });
});
