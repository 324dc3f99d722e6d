// What is said while a document is typed is what happens when it is sent: whom it asks, what it comes to, what an order brings; and nothing to those it is no business of.
import { describe, expect, it } from "vitest";
import { openSeats } from "@/core/approval";
import { claim, claimLine } from "@/core/fixtures";
import { codes, person, testApp, testOrder, value, type TestApp } from "../../../demo/test-app";
import { approve, bill, booksApp, clerk, command, submit } from "../../../demo/test-books";
import { receiveGoods } from "../ledger/books";
import { lastSeq, newCommandId } from "../log/log";
import { commandDocument, enterDocument } from "./commands";
import { changePeople } from "../people/commands";
import { deskOf } from "./desk";
import { findOrders, lookAtTyped, orderForInvoice } from "./look";
import { readState } from "./state";
import { readReferenceData } from "../reference-data";
import { namesFor } from "./names";
import { sayRouteBand } from "@/core/words";

const noor = (app: TestApp) => person(app, "noor-halvorsrud");

describe("a document that is being typed", () => {
  it("asks those whom it asks when it is sent, in their order, and writes nothing", () => {
    const app = booksApp();
    for (const minor of [20_000, 60_000, 700_000, 9_000_000]) {
      const order = testOrder(minor);
      const before = lastSeq(app.db);
      const look = value(lookAtTyped(app, noor(app), order));
      expect(lastSeq(app.db)).toBe(before);
      const sent = submit(app, order);
      expect(look.band).toBe(sayRouteBand(sent.route!, namesFor(readReferenceData(app), sent)));
      const names = (ids: readonly string[]) => ids.map((id) => person(app, id).name).toSorted();
      const open = sent.levels.filter((level) => level.status === "open");
      const asked = look.levels.filter((level) => !level.told && open.some((one) => one.name === level.name));
      expect(asked.map((level) => level.people.toSorted())).toEqual(open.map((level) => names(openSeats(level))));
    }
  });

  it("in another currency says what it comes to and at which rate; without one, what is missing", () => {
    const app = booksApp();
    const yen = value(lookAtTyped(app, noor(app), testOrder(1_000_000, { currency: "JPY" })));
    expect(yen.comesTo).toBe("1,000,000 JPY comes to 6,100.00 EUR, at 0.0061 of 9 Mar 2026");
    const none = value(lookAtTyped(app, noor(app), testOrder(100_000, { currency: "CHF" })));
    expect(none).toMatchObject({ comesTo: null, levels: [] });
    expect(none.doubts.join()).toContain("CHF");
  });

  it("is nobody's to look at but whoever asks for it", () => {
    const app = booksApp();
    expect(codes(lookAtTyped(app, clerk(app), testOrder(60_000)))).toBe("forbidden");
    expect(codes(lookAtTyped(app, person(app, "tome-cardigos"), testOrder(60_000)))).toBe("forbidden");
  });
});

describe("an order that an invoice names", () => {
  it("is found by a few letters by whoever may read it, and brings what is still to be charged", () => {
    const app = booksApp();
    const [line] = testOrder(1).lines;
    const lines = [{ ...line!, description: "Rope", quantity: "10", unitPrice: 2_000 }];
    const { number } = submit(app, testOrder(0, { supplier: "Northrigg Cordage", title: "Mooring lines", lines }));
    const found = (who: string, text: string) =>
      value(findOrders(app, person(app, who), text)).map((one) => one.number);
    expect([
      found("tamsin-roque", "mooring"),
      found("noor-halvorsrud", "rigg"),
      found("matias-serrado", "mooring"),
    ]).toEqual([[number], [number], []]);
    value(receiveGoods(app, clerk(app), { order: number, line: 1, quantity: "10" }, newCommandId()));
    const charged = [{ ...bill().lines[0]!, quantity: "4", unitPrice: 2_000, net: 8_000, orderLine: 1 }];
    submit(app, bill({ supplier: "Northrigg Cordage", orderNumber: number, lines: charged }));
    const brought = orderForInvoice(app, clerk(app), number, "2026-03-10")!;
    expect(brought).toMatchObject({ supplier: "Northrigg Cordage", lines: [{ line: 1, open: "6", price: 2_000 }] });
    expect(brought.dueDate > "2026-03-10").toBe(true);
    expect(brought.account).toMatch(/^XX\d\d /);
    // Who need not know an account is not told it.
    expect(orderForInvoice(app, noor(app), number, "2026-03-10")!.account).toBe("");
  });
});

describe("a desk", () => {
  it("has what came back for its requester, with who sent it and what they said, and not among what they wait for", () => {
    const app = booksApp();
    const { id } = submit(app, testOrder(60_000));
    const { level } = readState(app.db, id)!.levels.find((one) => one.status === "open")!;
    value(command(app, "rui-tavares", id, { type: "send back", level, revision: 1, comment: "Which vessel?" }));
    const { returned, mine } = deskOf(app, noor(app));
    expect(returned).toMatchObject([{ id, by: "Rui Tavares", words: "Which vessel?" }]);
    expect(mine).toEqual([]);
  });

  it("a document that asks somebody in two names, or at two levels, is one line that says both", () => {
    const app = testApp();
    const stay = { documentTypes: null, cap: null, reason: "", from: null, until: "2026-04-01" };
    const away = { type: "set stand-in" as const, kind: "absence" as const, ...stay };
    const change = { ...away, person: "teodora-lins", standIn: "goncalo-abrantes" };
    value(changePeople(app, person(app, "joaquina-teles"), change, newCommandId()));
    const asked = testOrder(3_000_000, {
      lines: testOrder(3_000_000).lines.map((line) => ({ ...line, category: "dry-dock" })),
    });
    const { id } = value(enterDocument(app, noor(app), asked, newCommandId()));
    value(commandDocument(app, noor(app), id, { type: "submit", document: asked }, newCommandId()));
    const first = { type: "approve" as const, level: "line-manager", revision: 1, comment: "" };
    value(commandDocument(app, person(app, "rui-tavares"), id, first, newCommandId()));
    const { waiting, blocked } = deskOf(app, person(app, "goncalo-abrantes"));
    expect(waiting).toMatchObject([
      {
        id,
        level: "finance-director",
        inNameOf: null,
        also: [{ level: "finance-director", inNameOf: "teodora-lins" }],
      },
    ]);
    expect(blocked).toEqual([]);
  });

  it("of a clerk has the holds that no approval releases, a document once, and none on their own", () => {
    const app = booksApp();
    const missing = claim([claimLine({ claimed: 6_000, description: "Hotel" })], {
      requester: "noor-halvorsrud",
      unit: "engineering",
      payee: "noor-halvorsrud",
    });
    const { id } = submit(app, missing);
    const own = submit(app, { ...missing, requester: "tamsin-roque", unit: "finance", payee: "tamsin-roque" });
    const goes = submit(app, bill({ supplier: "Papelaria Farol", invoiceNumber: "P-1" }));
    value(command(app, "vicente-lourosa", id, { type: "place hold", reason: "Looked into", blocks: ["pay"] }));
    const releasable = () => deskOf(app, clerk(app)).releasable.map((row) => [row.id, row.why]);
    expect(releasable()).toEqual([[id, "Line 1, Hotel: receipt missing; Looked into"]]);
    expect(deskOf(app, person(app, "vicente-lourosa")).releasable.map((row) => row.id)).toContain(own.id);
    expect(deskOf(app, noor(app)).releasable).toEqual([]);
    // What its approval will release is not theirs to look into.
    expect(readState(app.db, goes.id)!.holds.map((hold) => hold.code)).toContain("No order");
    approve(app, readState(app.db, id)!.levels.find((one) => one.status === "open")!.pool[0]!, id);
    expect(releasable()).toHaveLength(1);
  });
});
