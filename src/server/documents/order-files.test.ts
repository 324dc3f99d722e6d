// An order as its supplier gets it: sent with its files, changed in so many words, and replaced everywhere by what changed it.
import { describe, expect, it } from "vitest";
import type { PurchaseOrder } from "@/core/documents";
import { sayOutcome } from "@/core/outcome";
import { reviewedInForce } from "../../../demo/put-in-force";
import { orderPolicyInForce } from "../../../demo/policy";
import { codes, person, testOrder, value, type TestApp } from "../../../demo/test-app";
import { booksApp, clerk, command, submit } from "../../../demo/test-books";
import { receiveGoods } from "../ledger/books";
import { openReceipt } from "../ledger/views";
import { runInsideSteps } from "../ledger/work";
import { writeAccount } from "../ledger/write";
import { newCommandId } from "../log/log";
import { enclosedFiles, sentOrder } from "../messages/enclosed";
import type { Enclosed } from "./order-head";
import { whyNotOut } from "./order-files";
import { orderFacts } from "./orders";
import { outcomeOf } from "./outcome";
import { readState } from "./state";
import { readReferenceData } from "../reference-data";
import { namesFor } from "./names";

const SUPPLIER = "Northrigg Cordage";
type Letter = { recipient: string; person: string | null; subject: string; body: string; encloses: string | null };
const letters = (app: TestApp, id: string) =>
  app.db.prepare("SELECT * FROM letter WHERE document = ? ORDER BY id").all(id) as Letter[];

function ordersApp(): TestApp {
  const app = booksApp();
  const steps = { ...orderPolicyInForce, afterApproval: [{ kind: "send to supplier" as const }] };
  reviewedInForce(app, newCommandId, { policy: steps, basedOn: 1, note: "", from: "2026-03-10" });
  return app;
}

function approved(app: TestApp, extra: Partial<PurchaseOrder> = {}) {
  const [line] = testOrder(1).lines;
  const lines = [{ ...line!, description: "Rope", quantity: "4", unitPrice: 2_000 }];
  const { id } = submit(
    app,
    testOrder(0, { supplier: SUPPLIER, note: "Cheapest of three, said Rui", lines, ...extra }),
  );
  for (let state = readState(app.db, id)!; state.status === "waiting"; state = readState(app.db, id)!) {
    const { level, pool } = state.levels.find((one) => one.status === "open")!;
    value(command(app, pool[0]!, id, { type: "approve", level, revision: state.revision, comment: "Only this once" }));
  }
  runInsideSteps(app);
  return readState(app.db, id)!;
}

describe("an approved order", () => {
  it("goes to its supplier with a PDF and UBL, and a copy to whoever asked for it; nothing said inside goes out", async () => {
    const app = ordersApp();
    const order = approved(app);
    const [out] = letters(app, order.id).filter((one) => one.encloses);
    expect(out).toMatchObject({ recipient: "invoices@northrigg-cordage.example", person: null });
    expect(out!.body).toContain(`Please name our order ${order.number} on your invoice.`);
    const files = await enclosedFiles(app, JSON.parse(out!.encloses!) as Enclosed);
    expect(files.map((one) => one.filename)).toEqual([`${order.number}.pdf`, `${order.number}.xml`]);
    expect(String(files[0]!.content).slice(0, 5)).toBe("%PDF-");
    const outside = letters(app, order.id).filter((one) => one.person === null);
    for (const { subject, body } of outside)
      expect(subject + body + String(files[1]!.content)).not.toMatch(/Rui|Only this/);
    expect(
      letters(app, order.id).find((one) => one.person === "noor-halvorsrud" && one.subject.startsWith("Copy")),
    ).toBeDefined();
    // What was sent stays what it was, whatever becomes of the account.
    const before = sentOrder(app, order.id);
    writeAccount(
      app,
      "northrigg-cordage",
      [
        {
          type: "account changed",
          data: {
            changes: [{ field: "address", before: "", after: "Elsewhere" }],
            because: { code: "import applied" },
            document: null,
          },
        },
      ],
      { actor: "system" },
    );
    expect(sentOrder(app, order.id)).toEqual(before);
  });

  it("is on paper once it is approved and may be sent, and not before: what looks like an order is taken for one", () => {
    const app = ordersApp();
    const waiting = submit(app, testOrder(60_000, { supplier: SUPPLIER }));
    expect(whyNotOut(waiting)?.message).toBe(`${waiting.number} is waiting, and is an order once it is approved`);
    const order = approved(app);
    expect(whyNotOut(order)).toBeNull();
    value(command(app, "tamsin-roque", order.id, { type: "place hold", reason: "Wrong yard", blocks: ["send"] }));
    expect(whyNotOut(readState(app.db, order.id)!)?.message).toContain("is held from being sent");
  });

  it("is not sent, and says so, where no e-mail address is known", () => {
    const app = ordersApp();
    writeAccount(
      app,
      "northrigg-cordage",
      [
        {
          type: "account changed",
          data: {
            changes: [{ field: "email", before: "x", after: "" }],
            because: { code: "import applied" },
            document: null,
          },
        },
      ],
      { actor: "system" },
    );
    const order = approved(app);
    expect(order.steps![0]).toMatchObject({ status: "failed" });
    expect(order.steps![0]!.result).toMatchObject({ code: "no e-mail" });
    expect(letters(app, order.id).some((one) => one.person === null)).toBe(false);
    expect(order.around!.supplier).toMatchObject({ noEmail: true });
  });
});

describe("a change of an order", () => {
  it("says what changes, and stands in its place for receipts, invoices and the order’s own page", () => {
    const app = ordersApp();
    const order = approved(app);
    value(receiveGoods(app, clerk(app), { order: order.number, line: 1, quantity: "3" }, newCommandId()));
    const [line] = order.document.documentType === "purchase-order" ? order.document.lines : [];
    const lines = [
      { ...line!, quantity: "6" },
      { ...line!, description: "Shackle", quantity: "2" },
    ];
    const change = approved(app, { changeOf: order.number, lines });
    const [out] = letters(app, change.id).filter((one) => one.encloses);
    expect(out!.subject).toBe(`Change ${change.number} of order ${order.number}: Rope`);
    expect(out!.body).toContain("Line 1: 6 × Rope at 20.00 EUR, tax 23% (before: 4 × Rope at 20.00 EUR, tax 23%)");
    expect(out!.body).toContain("Line 2: 2 × Shackle at 20.00 EUR, tax 23% (before: none)");
    expect(out!.body).toContain(`Please name our order ${order.number} on your invoice.`);
    // One order, under one number, whichever number is typed.
    expect(openReceipt(app, change.number)).toEqual(openReceipt(app, order.number));
    expect(openReceipt(app, order.number)!.lines.map((one) => [one.ordered, one.received])).toEqual([
      ["6", "3"],
      ["2", "0"],
    ]);
    const receive = (number: string, quantity: string) =>
      codes(receiveGoods(app, clerk(app), { order: number, line: 1, quantity }, newCommandId()));
    expect(receive(change.number, "4")).toBe("too many");
    expect(receive(change.number, "3")).toBe("done");
    expect(receive(order.number, "1")).toBe("too many");
    expect(orderFacts(app.db, change.number, null)).toEqual(orderFacts(app.db, order.number, null));
    const said = (id: string) => {
      const state = readState(app.db, id)!;
      return outcomeOf(app, state).map((one) => sayOutcome(one, namesFor(readReferenceData(app), state)));
    };
    expect(said(order.id).flatMap((one) => one.documents)).toEqual([{ id: change.id, number: change.number }]);
    expect(
      said(order.id)
        .map((one) => one.text)
        .join(" "),
    ).toContain("1 of 2 lines have come in whole.");
    expect(said(change.id).flatMap((one) => one.documents)).toEqual([{ id: order.id, number: order.number }]);
    expect(
      codes(
        receiveGoods(app, person(app, "tamsin-roque"), { order: "PO-99999", line: 1, quantity: "1" }, newCommandId()),
      ),
    ).toBe("unknown");
  });
});
