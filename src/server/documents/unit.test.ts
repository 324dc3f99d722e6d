// An invoice belongs to the unit that it is for: that of its order or its cost centre, or the one that accounts say; every other document to the unit of whose it is.
import { describe, expect, it } from "vitest";
import { codes, person, testOrder, value, type TestApp } from "../../../demo/test-app";
import { approve, bill, booksApp, submit } from "../../../demo/test-books";
import { changeList } from "../lists/commands";
import { readText } from "../intake/import";
import { newCommandId } from "../log/log";
import { readReferenceData } from "../reference-data";
import { enterDocument } from "./commands";
import { readState } from "./state";
import { ofItsUnit } from "./unit";
import { orderForInvoice } from "./look";

const CLERK = "vicente-lourosa";
const enter = (app: TestApp, by: string, extra: Parameters<typeof bill>[0]) =>
  enterDocument(app, person(app, by), bill({ requester: by, unit: person(app, by).unit, ...extra }), newCommandId());

/** A cost centre that belongs to a unit. */
function centre(app: TestApp): { key: string; unit: string } {
  const entry = { type: "save entry", list: "cost-centres", key: "CC-10", name: "Freight desk", unit: "freight" };
  const said = { owner: null, firstDay: null, lastDay: null, from: null };
  value(changeList(app, person(app, "benedita-corvo"), { ...entry, ...said } as never, newCommandId()));
  return entry;
}
const charged = (costCentre: string) => ({ lines: bill().lines.map((line) => ({ ...line, costCentre })) });

function ordered(app: TestApp): { number: string; unit: string } {
  const state = submit(app, testOrder(60_000));
  while (readState(app.db, state.id)!.status === "waiting")
    approve(app, readState(app.db, state.id)!.levels.find(({ status }) => status === "open")!.pool[0]!, state.id);
  return { number: state.number, unit: state.document.unit };
}

describe("the unit of an invoice", () => {
  it("is any that accounts say, and of nobody else any but their own, that of its order and those of its cost centres", () => {
    const app = booksApp();
    const { key, unit } = centre(app);
    expect(value(enter(app, CLERK, { unit })).document.unit).toBe(unit);
    expect(codes(enter(app, CLERK, { unit: "nowhere" }))).toBe("unknown");
    const other = "noor-halvorsrud";
    expect(person(app, other).unit).not.toBe(unit);
    expect(codes(enter(app, other, { unit }))).toBe("forbidden");
    expect(value(enter(app, other, { unit, ...charged(key) })).document.unit).toBe(unit);
  });

  it("comes from its order, else from its cost centre, where it is taken in from elsewhere", () => {
    const app = booksApp();
    const order = ordered(app);
    const { key, unit } = centre(app);
    expect(order.unit).not.toBe("finance");
    expect(ofItsUnit(app, bill({ orderNumber: order.number, ...charged(key) })).unit).toBe(order.unit);
    expect(ofItsUnit(app, bill(charged(key))).unit).toBe(unit);
    expect(ofItsUnit(app, bill()).unit).toBe("finance");
    expect(orderForInvoice(app, person(app, CLERK), order.number, "2026-03-10")!.unit).toBe(order.unit);
    // An order stays of the unit of whoever orders.
    expect(ofItsUnit(app, testOrder(1_000)).unit).toBe(testOrder(1_000).unit);
    const elsewhere = enterDocument(
      app,
      person(app, "noor-halvorsrud"),
      testOrder(1_000, { unit: "finance" }),
      newCommandId(),
    );
    expect(codes(elsewhere)).toBe("forbidden");
  });

  it("is the one that a file says in its own column, for accounts and whoever the unit’s own things name; a unit that there is not is told by its line", () => {
    const app = booksApp();
    const { lists, fields, units } = readReferenceData(app).directory.organisation;
    const taker = { requester: CLERK, unit: "finance", today: "2026-03-10", lists, fields, units };
    const head = "supplier,invoice number,currency,date,description,price,unit";
    const row = (number: string, unit: string) => `Tidewell Engines,${number},EUR,2026-03-09,Oil,100,${unit}`;
    const text = [head, row("A-1", "freight"), row("A-2", ""), row("A-3", "Navy")].join("\n");
    const read = value(readText(text, taker, "f"));
    expect(read.documents.map(({ document, unitSaid }) => [document.unit, unitSaid])).toEqual([
      ["freight", true],
      ["finance", undefined],
    ]);
    expect(read.bad).toEqual([{ line: 4, column: "unit", why: { code: "no unit", values: { typed: "Navy" } } }]);
  });
});
