// What is matched to order and receipt needs nobody, so that everything else must not look like it. Through HTTP, as a clerk or a supplier would try.
import { beforeEach, describe, expect, it, vi } from "vitest";
import type { DocumentState } from "@/core/approval";
import { documentType, type PurchaseOrder, type SupplierInvoice } from "@/core/documents";
import { invoice } from "@/core/fixtures";
import { namesOf, sayHeld, sayRemark } from "@/core/words";
import type { App } from "@/server/app";
import { namesFor } from "@/server/documents/names";
import { readAccount } from "@/server/ledger/accounts";
import { newCommandId } from "@/server/log/log";
import { readReferenceData } from "@/server/reference-data";
import { asking, NOOR } from "../../../demo/asking";
import { invoicePolicy } from "../../../demo/further-policies";
import { orderPolicyInForce } from "../../../demo/policy";
import { reviewedInForce } from "../../../demo/put-in-force";
import { openAccounts, person, testApp, testOrder, type TestApp } from "../../../demo/test-app";
import { POST as change } from "./documents/[id]/route";
import { POST as enter } from "./documents/route";
import { POST as books } from "./ledger/route";
import { jar } from "../../../demo/cookie-jar";

vi.mock("next/headers", () => import("../../../demo/cookie-jar"));

const slot = globalThis as typeof globalThis & { bandeira?: App };
let app: TestApp;
beforeEach(() => {
  app = testApp();
  slot.bandeira = app;
  reviewedInForce(app, newCommandId, { policy: orderPolicyInForce, basedOn: 1, note: "", from: "2026-03-10" });
  app.clock.set("2026-03-11T09:10:00.000Z");
});

const command = () => newCommandId();
const { ask, submitted, now, edit, decide } = asking(jar, () => app);

describe("what nobody needs to approve, since it was ordered and received", () => {
  const [CLERK, SUPPLIER] = ["vicente-lourosa", "Northrigg Cordage"];
  const rope = { description: "Rope", quantity: "10", unitPrice: 10_000, taxPercent: "0" };
  let ordered: string;
  beforeEach(async () => {
    reviewedInForce(app, newCommandId, { policy: invoicePolicy, basedOn: 0, note: "", from: "2026-03-11" });
    openAccounts(app);
    const order = testOrder(1, { supplier: SUPPLIER, lines: [{ ...testOrder(1).lines[0]!, ...rope }] });
    ordered = (await submitted(order)).number;
    await approvedByAll(ordered.toLowerCase());
    const came = { command: command(), type: "receive", order: ordered, line: 1, quantity: "10" };
    expect((await ask(NOOR, books, came)).said).toBe("");
  });
  async function approvedByAll(id: string): Promise<void> {
    for (const { level } of now(id).levels) {
      const open = now(id).levels.find((one) => one.level === level && one.status === "open");
      for (const who of open?.pool ?? []) if (now(id).status === "waiting") await decide(who, id, level);
    }
    expect(now(id).status).toBe("approved");
  }
  const line = { ...invoice().lines[0]!, ...rope, net: 100_000, orderLine: 1 };
  async function charged(invoiceNumber: string, extra: Partial<SupplierInvoice> = {}): Promise<DocumentState> {
    const own = { requester: CLERK, unit: "finance", supplier: SUPPLIER, date: "2026-03-10" };
    const document = invoice({ ...own, invoiceNumber, orderNumber: ordered, lines: [line], ...extra });
    const entered = await ask(CLERK, enter, { command: command(), document });
    expect([entered.status, entered.said]).toEqual([200, ""]);
    const { id } = entered.value;
    await ask(CLERK, change, { command: command(), type: "submit", document: now(id).document }, { id });
    return now(id);
  }
  /** What whoever looks at it is told. */
  const seen = ({ document, around }: DocumentState) =>
    documentType(document.documentType)
      .remarks(document, { around: around!, toCurrency: (amount) => amount })
      .map((one) => sayRemark(one, namesOf(readReferenceData(app).directory)))
      .join("; ");
  const held = (state: DocumentState) => [
    state.status,
    ...state.holds.map((one) => sayHeld(one, namesFor(readReferenceData(app), state))),
  ];
  it("is an invoice for what was ordered, once, and whoever charges it again has to wait", async () => {
    expect(held(await charged("A-1"))).toEqual(["approved"]);
    // Written otherwise, and on another date, it is the same order all the same.
    const again = await charged("B-7", { orderNumber: ` ${ordered.toLowerCase()}`, date: "2026-01-05" });
    expect([again.status, (again.document as SupplierInvoice).orderNumber]).toEqual(["waiting", ordered]);
    expect(held(again)).toEqual(["waiting", "Line 1, Rope: 10 charged, 10 ordered, 10 charged before"]);
  });
  const none = invoice().stated;
  it.each<[string, Partial<SupplierInvoice>, string]>([
    ["the same line twice", { lines: [line, line] }, "10 charged, 10 ordered, 10 charged before"],
    ["freight that nobody ordered", { stated: { ...none, charges: 400_000 } }, "4,000.00 EUR charged beside the lines"],
    [
      "a price that is written small and counted large",
      { lines: [{ ...line, net: 500_000, exactly: { price: "500", per: "1", adjusted: 0 } }] },
      "5,000.00 EUR net at 100.00 EUR each",
    ],
    [
      "less than nothing paid already",
      { stated: { ...none, prepaid: -400_000, due: 500_000 } },
      "what is paid already says −4,000.00 EUR and comes to 0.00 EUR",
    ],
  ])("is not %s", async (_what, extra, sentence) => {
    const state = await charged("A-1", extra);
    expect(state.holds.length).toBeGreaterThan(0);
    expect(seen(state)).toContain(sentence);
  });
  it("is not what is to be paid to another account, and who approved one account approved no other", async () => {
    const bank = "XX78 1111 2222 3333 4444";
    const asks = await charged("B-1", { bankAccount: bank });
    expect(seen(asks)).toBe(`It asks to be paid to another account than ${SUPPLIER} has here`);
    expect(held(asks)).toEqual(["waiting", `It asks to be paid to another account than ${SUPPLIER} has here`]);
    const known = (readAccount(app.db, asks.around!.supplier!.id)!.fields.bankAccount as string).replaceAll(" ", "");
    expect(
      held(
        await charged("B-2", { bankAccount: known.toLowerCase(), lines: [{ ...line, quantity: "1", net: 10_000 }] }),
      ),
    ).toEqual(["waiting", "Line 1, Rope: 1 charged, 10 ordered, 10 charged before"]);
    const [first] = now(asks.id).levels;
    expect((await decide(first!.pool[0]!, asks.id, first!.level)).said).toBe("");
    expect(now(asks.id).levels[0]!.status).toBe("approved");
    const moved = await edit(asks.id, { ...asks.document, bankAccount: "XX25 5555 6666 7777 8888" }, {}, CLERK);
    expect([moved.status, now(asks.id).levels[0]!.status]).toEqual([200, "open"]);
  });
  it("is not what was charged before its order was approved, and once more after", async () => {
    const big = testOrder(1, {
      supplier: SUPPLIER,
      lines: [{ ...testOrder(1).lines[0]!, ...rope, quantity: "100" }],
    });
    const { id, number } = await submitted(big);
    const early = await charged("E-1", { orderNumber: number, lines: [{ ...line, quantity: "100", net: 1_000_000 }] });
    expect(held(early)).toEqual(["waiting", `There is no approved order ${number}`]);
    await approvedByAll(id);
    await ask(NOOR, books, {
      command: command(),
      type: "receive",
      order: number,
      line: 1,
      quantity: "100",
    });
    const late = await charged("L-1", { orderNumber: number, lines: [{ ...line, quantity: "50", net: 500_000 }] });
    expect(held(late)).toEqual(["waiting", "Line 1, Rope: 50 charged, 100 ordered, 100 charged before"]);
  });
  it("is not an order dressed as a small change of somebody else’s, or of another supplier’s", async () => {
    const of = (who: string, more: Partial<PurchaseOrder>) => {
      const unit = person(app, who).unit;
      const order = testOrder(110_000, {
        requester: who,
        unit,
        supplier: SUPPLIER,
        changeOf: ordered,
        ...more,
      });
      return ask(who, enter, { command: command(), document: order });
    };
    expect((await of("vicente-lourosa", {})).said).toBe(
      `${ordered} is changed by whoever ordered it; enter an order of your own`,
    );
    expect((await of(NOOR, { supplier: "Somebody Else" })).said).toContain(`${ordered} is an order with ${SUPPLIER}`);
    const more = [{ ...testOrder(1).lines[0]!, ...rope, quantity: "11" }];
    const typed = await of(NOOR, { changeOf: ordered.toLowerCase(), lines: more });
    expect([typed.said, (now(typed.value.id).document as PurchaseOrder).changeOf]).toEqual(["", ordered]);
    // Ten have come in: they stay what and where they are, and as many.
    const other = [{ ...more[0]!, description: "Cable" }];
    expect((await of(NOOR, { lines: other })).said).toMatch(/^Line 1, “Rope”, has come in or was charged already/);
    const fewer = [{ ...more[0]!, quantity: "9" }];
    expect((await of(NOOR, { lines: fewer })).said).toMatch(/^Line 1: 10 have come in/);
  });
});
