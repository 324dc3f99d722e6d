// What follows an approval: steps once and in order, postings that holds refuse, accounts that are approved before they are used.
import { createServer, type IncomingMessage } from "node:http";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import type { DocumentState } from "@/core/approval";
import { invoice, limitChange } from "@/core/fixtures";
import type { AnyDocument, SupplierInvoice } from "@/core/documents";
import type { PolicyInput } from "@/core/policy";
import { reviewedInForce } from "../../../demo/put-in-force";
import { codes, person, testOrder, value, type TestApp } from "../../../demo/test-app";
import { booksApp } from "../../../demo/test-books";
import { commandDocument, enterDocument, type PersonCommand } from "../documents/commands";
import { readState } from "../documents/projection";
import { addHook, deliveriesOf, isSigned, receiveDelivery, signatureOf } from "../hooks/hooks";
import { holdBoard, releaseMany, stoppedOrders } from "../holds/board";
import { lookAgain } from "../holds/look-again";
import { lastSeq, newCommandId } from "../log/log";
import { dumpProjections, rebuild } from "../log/rebuild";
import { versionsOf } from "../policies/command";
import { askForAccount, fillIn, inviteAgain, invitedParty, proposeChange } from "./account-commands";
import { customerFacts, readAccount, readRules } from "./accounts";
import { enterSalesOrder, makePaymentRun, publishRates, receiveGoods, setRules } from "./books";
import { nextRun } from "./steps";
import { runDueSteps, runInsideSteps } from "./work";

const clerk = (app: TestApp) => person(app, "tamsin-roque");
function submit(app: TestApp, document: AnyDocument): DocumentState {
  const requester = person(app, document.requester);
  const entered = value(enterDocument(app, requester, document, newCommandId()));
  return value(
    commandDocument(app, requester, entered.id, { type: "submit", document: entered.document }, newCommandId()),
  );
}
const bill = (extra: Partial<SupplierInvoice> = {}): SupplierInvoice =>
  invoice({ requester: "vicente-lourosa", unit: "finance", date: "2026-03-09", ...extra });
const command = (app: TestApp, by: string, id: string, what: PersonCommand) =>
  commandDocument(app, person(app, by), id, what, newCommandId());
const approve = (app: TestApp, by: string, id: string) => {
  const state = readState(app.db, id)!;
  const level = state.levels.find((one) => one.status === "open" && one.pool.includes(by))!;
  return value(
    command(app, by, id, {
      type: "approve",
      level: level.level,
      revision: state.revision,
      comment: "",
      ticked: [...(level.checklist ?? [])],
    }),
  );
};
/** An approved order of Noor's over 4 at 100.00, sent to nobody. */
function ordered(app: TestApp): DocumentState {
  const [line] = testOrder(10_000).lines;
  return submit(app, testOrder(0, { lines: [{ ...line!, quantity: "4", unitPrice: 10_000 }] }));
}
const charging = (order: string, extra: Partial<SupplierInvoice> = {}) =>
  bill({
    orderNumber: order,
    lines: [
      {
        description: "Rope",
        costCentre: "",
        quantity: "4",
        unitPrice: 10_000,
        net: 40_000,
        taxPercent: "0",
        orderLine: 1,
      },
    ],
    ...extra,
  });

describe("a supplier's limit of 750.00", () => {
  it("an invoice of 1,180.00 is held with reason and date; its approval releases it and records both", () => {
    const app = booksApp();
    const { id } = submit(
      app,
      bill({ supplier: "Papelaria Farol", lines: [{ ...bill().lines[0]!, unitPrice: 118_000, net: 118_000 }] }),
    );
    expect(readState(app.db, id)!.holds[0]).toMatchObject({
      code: "Over the supplier’s limit",
      reason: "430.00 EUR over the supplier’s own limit of 750.00 EUR",
      placedAt: "2026-03-10T09:10:00.000Z",
    });
    runInsideSteps(app);
    expect(app.db.prepare("SELECT COUNT(*) FROM posting").pluck().get()).toBe(0);
    app.clock.set("2026-03-10T10:00:00.000Z");
    approve(app, "leonel-viegas", id);
    expect(readState(app.db, id)!.holds[0]).toMatchObject({
      releasedAt: "2026-03-10T10:00:00.000Z",
      released: { how: "approval", why: "it was approved" },
    });
    runInsideSteps(app);
    expect(app.db.prepare("SELECT kind, minor FROM posting WHERE document = ?").get(id)).toEqual({
      kind: "invoice posted",
      minor: 118_000,
    });
  });
});

describe("postings", () => {
  it("a hold keeps an approved invoice from being paid until its goods have come, and the release says why", () => {
    const app = booksApp();
    const order = ordered(app);
    const { id, status } = submit(app, charging(order.number));
    expect(status).toBe("waiting");
    approve(app, "leonel-viegas", id);
    runInsideSteps(app);
    const held = readState(app.db, id)!;
    expect(held.steps!.map((step) => step.status)).toEqual(["done", "waiting"]);
    const posted = value(
      receiveGoods(app, clerk(app), { order: order.number, line: 1, quantity: "4" }, newCommandId()),
    ) as { released: string[] };
    expect(posted.released).toEqual([held.number]);
    expect(readState(app.db, id)!.holds.find((hold) => hold.code === "Goods not received")!.released).toEqual({
      how: "cause gone",
      by: null,
      why: `a receipt for line 1 of ${order.number} was posted`,
    });
    runInsideSteps(app);
    expect(readState(app.db, id)!.steps!.map((step) => step.status)).toEqual(["done", "done"]);
  });

  it("no more comes in than was ordered, and only who ordered, takes delivery or keeps the books says so", () => {
    const app = booksApp();
    const { number } = ordered(app);
    const receive = (who: string, quantity: string, line = 1) =>
      codes(receiveGoods(app, person(app, who), { order: number, line, quantity }, newCommandId()));
    expect(receive("olavo-penha", "1")).toBe("forbidden");
    expect(receive("noor-halvorsrud", "3")).toBe("done");
    expect(receive("noor-halvorsrud", "1.5")).toBe("too many");
    expect(receive("tamsin-roque", "1", 2)).toBe("unknown");
    expect(receive("tamsin-roque", "1")).toBe("done");
  });

  it("a payment run pays what is free, leaves out what was held since, and is made once", () => {
    const app = booksApp();
    const order = ordered(app);
    value(receiveGoods(app, clerk(app), { order: order.number, line: 1, quantity: "4" }, newCommandId()));
    const free = submit(
      app,
      charging(order.number, {
        invoiceNumber: "A",
        lines: [{ ...charging("").lines[0]!, quantity: "1", net: 10_000 }],
      }),
    );
    const stopped = submit(
      app,
      charging(order.number, {
        invoiceNumber: "B",
        lines: [{ ...charging("").lines[0]!, quantity: "2", net: 20_000 }],
      }),
    );
    runInsideSteps(app);
    const day = nextRun(app);
    expect(day).toBe("2026-03-13");
    value(command(app, "tamsin-roque", stopped.id, { type: "place hold", reason: "Misprinted", blocks: ["pay"] }));
    expect(value(makePaymentRun(app, clerk(app), day, newCommandId()))).toEqual({
      paid: [free.id],
      left: [{ document: stopped.id, why: "Held by hand" }],
    });
    expect(codes(makePaymentRun(app, clerk(app), day, newCommandId()))).toBe("already");
  });

  it("are refused while the account is not open, tried again later and later, and by hand", () => {
    const app = booksApp();
    const withSteps: PolicyInput = {
      ...versionsOf(app, "purchase-orders")[0]!.policy,
      afterApproval: [{ kind: "send to supplier" }, { kind: "tell" }],
    };
    reviewedInForce(app, newCommandId, { policy: withSteps, basedOn: 1, note: "", from: "2026-03-10" });
    const { id } = submit(app, testOrder(10_000, { supplier: "Nobody’s Yard" }));
    const steps = () => readState(app.db, id)!.steps!;
    runInsideSteps(app);
    expect(steps()[0]).toMatchObject({ status: "failed", attempts: 1, nextAt: "2026-03-10T09:11:00.000Z" });
    expect(steps()[0]!.result).toContain("no account of Nobody’s Yard");
    runInsideSteps(app);
    expect(steps()[0]!.attempts).toBe(1);
    app.clock.set("2026-03-10T09:11:00.000Z");
    runInsideSteps(app);
    expect(steps()[0]).toMatchObject({ attempts: 2, nextAt: "2026-03-10T09:16:00.000Z" });
    expect(codes(command(app, "noor-halvorsrud", id, { type: "skip step", step: 1, reason: "x" }))).toBe("forbidden");
    expect(codes(command(app, "tamsin-roque", id, { type: "skip step", step: 2, reason: "x" }))).toBe("not yet");
    value(command(app, "tamsin-roque", id, { type: "retry step", step: 1, reason: "Account asked for" }));
    runInsideSteps(app);
    expect(steps()[0]!.attempts).toBe(3);
    value(command(app, "tamsin-roque", id, { type: "skip step", step: 1, reason: "Ordered by telephone" }));
    runInsideSteps(app);
    expect(steps().map((step) => step.status)).toEqual(["skipped", "done"]);
    expect(runInsideSteps(app)).toBe(0);
    expect(app.db.prepare("SELECT COUNT(*) FROM letter WHERE document = ?").pluck().get(id)).toBe(1);
  });
});

describe("a called address", () => {
  const calls: { body: string; headers: IncomingMessage["headers"] }[] = [];
  let answer = 500;
  const server = createServer((request, response) => {
    let body = "";
    request.on("data", (part: Buffer) => (body += part.toString()));
    request.on("end", () => {
      calls.push({ body, headers: request.headers });
      response.writeHead(answer).end();
    });
  });
  let port = 0;
  beforeAll(async () => {
    await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
    port = (server.address() as { port: number }).port;
  });
  afterAll(() => void server.close());

  it("is signed over id, time and body, tried again under the same id, and done once", async () => {
    const app = booksApp();
    const admin = person(app, "joaquina-teles");
    const { secret } = value(
      addHook(app, admin, { name: "Warehouse", url: `http://127.0.0.1:${port}/in` }, newCommandId()),
    );
    const policy = {
      ...versionsOf(app, "purchase-orders")[0]!.policy,
      afterApproval: [{ kind: "call address" as const, note: "Warehouse" }],
    };
    reviewedInForce(app, newCommandId, { policy, basedOn: 1, note: "", from: "2026-03-10" });
    const { id } = submit(app, testOrder(10_000));
    await runDueSteps(app);
    expect(readState(app.db, id)!.steps![0]).toMatchObject({ status: "failed", result: "Warehouse answered 500" });
    answer = 204;
    app.clock.set("2026-03-10T09:12:00.000Z");
    await runDueSteps(app);
    await runDueSteps(app);
    expect(readState(app.db, id)!.steps![0]!.status).toBe("done");
    expect(calls).toHaveLength(2);
    const sent = calls.map(({ headers, body }) => ({
      id: String(headers["bandeira-id"]),
      time: String(headers["bandeira-time"]),
      signature: String(headers["bandeira-signature"]),
      body,
    }));
    expect(new Set(sent.map((one) => one.id)).size).toBe(1);
    for (const one of sent) expect(isSigned(secret, one.id, one.time, one.body, one.signature)).toBe(true);
    // The receiver that ships keeps a repeated call once, and nothing whose body was changed on the way.
    expect(sent.map((one) => receiveDelivery(app, one))).toEqual([true, true]);
    expect(receiveDelivery(app, { ...sent[0]!, body: `${sent[0]!.body} ` })).toBe(false);
    expect(deliveriesOf(app)).toHaveLength(1);
  });

  it("has the signature that RFC 2104 gives, computed here by hand for one case", () => {
    // printf 'a\nb\nc' | openssl dgst -sha256 -hmac key
    expect(signatureOf("key", "a", "b", "c")).toBe(
      "sha256=6a75d4b1cdc6a783081a68629923240437e421af3e9215a6d9490a8b36c18273",
    );
  });
});

describe("a credit limit", () => {
  const customer = (app: TestApp) =>
    readAccount(
      app.db,
      app.db.prepare("SELECT id FROM account WHERE kind = 'customer' ORDER BY id LIMIT 1").pluck().get() as string,
    )!;
  const eur = (minor: number) => ({ minor, currency: "EUR" });

  it("stops an order that would pass it; a higher one asked for from there frees the order, and the terms that were refused stay", () => {
    const app = booksApp();
    const { id, fields, name } = customer(app);
    const limit = (fields.limit as { minor: number }).minor;
    const order = value(
      enterSalesOrder(app, clerk(app), { customer: id, title: "Spring", minor: limit + 100_000 }, newCommandId()),
    );
    expect(order).toMatchObject({
      stopped: true,
      because: expect.stringContaining("1,000.00 EUR over the limit") as string,
    });
    expect(stoppedOrders(app).map((one) => one.name)).toEqual([name]);
    const { numbers } = value(
      proposeChange(
        app,
        person(app, "matias-serrado"),
        {
          customers: [id],
          changes: [
            { field: "limit", after: eur(limit + 200_000) },
            { field: "paymentTerms", after: "99 days" },
          ],
          note: "",
          origin: "stopped order",
          stoppedOrder: "SO-0001",
          submit: true,
        },
        newCommandId(),
      ),
    );
    const document = numbers[0]!.toLowerCase();
    while (readState(app.db, document)!.status === "waiting") {
      const state = readState(app.db, document)!;
      const level = state.levels.find((one) => one.status === "open")!;
      value(
        command(app, level.pool[0]!, document, {
          type: "approve",
          level: level.level,
          revision: 1,
          comment: "",
          ...(!state.refused?.length && { refused: [{ part: "paymentTerms", allowed: null }] }),
        }),
      );
    }
    expect(readAccount(app.db, id)!.fields).toEqual(fields);
    runInsideSteps(app);
    const after = readAccount(app.db, id)!;
    expect(after.fields).toEqual({ ...fields, limit: eur(limit + 200_000) });
    expect(stoppedOrders(app)).toEqual([]);
    expect(customerFacts(app, after).openOrders).toEqual(eur(limit + 100_000));
  });

  it("begins from what the account says now, whatever was sent", () => {
    const app = booksApp();
    const { id, fields } = customer(app);
    const document = limitChange([{ field: "limit", before: eur(1), after: eur(2) }], {
      requester: "matias-serrado",
      unit: "freight",
      customer: id,
      customerName: "Somebody else",
    });
    const entered = value(enterDocument(app, person(app, "matias-serrado"), document, newCommandId()));
    expect(entered.document).toMatchObject({ changes: [{ before: fields.limit }] });
    expect((entered.document as typeof document).customerName).not.toBe("Somebody else");
  });

  it("many at once by group are proposals of their own, all or none", () => {
    const app = booksApp();
    const ids = app.db
      .prepare("SELECT id FROM account WHERE kind = 'customer' AND grp = 'Food'")
      .pluck()
      .all() as string[];
    const change = {
      changes: [{ field: "paymentTerms" as const, after: "21 days" }],
      note: "",
      origin: "by hand" as const,
      submit: true,
    };
    const before = lastSeq(app.db);
    const sales = person(app, "matias-serrado");
    expect(codes(proposeChange(app, sales, { ...change, customers: [...ids, "nobody"] }, newCommandId()))).toBe(
      "unknown",
    );
    expect(lastSeq(app.db)).toBe(before);
    expect(value(proposeChange(app, sales, { ...change, customers: ids }, newCommandId())).numbers).toHaveLength(
      ids.length,
    );
  });
});

describe("a new account", () => {
  const asked = {
    kind: "supplier" as const,
    name: "Tunvik Sails",
    email: "office@tunvik.example",
    currency: "EUR",
    group: "",
  };
  const filled = {
    taxNumber: "XX1",
    address: "1 Cais",
    bankAccount: "XX41 1234",
    email: "office@tunvik.example",
    signedBy: "Ida Berg",
    papers: [],
  };
  const ask = (app: TestApp) =>
    value(askForAccount(app, person(app, "albertina-fragoso"), asked, newCommandId())) as { id: string; link: string };

  it("is blocked until it is filled in through its link, approved and applied; then an invoice that was held for it goes on", () => {
    const app = booksApp();
    const held = submit(app, bill({ supplier: "Tunvik Sails" }));
    expect(held.holds.map((hold) => hold.code)).toContain("Supplier not approved");
    const { id, link } = ask(app);
    const token = link.split("/").at(-1)!;
    expect(invitedParty(app, token)).toMatchObject({ name: "Tunvik Sails", host: "Marévia Lines" });
    expect(codes(fillIn(app, token, { ...filled, bankAccount: " " }, newCommandId()))).toBe("missing");
    const { number } = value(fillIn(app, token, filled, newCommandId()));
    expect([invitedParty(app, token), codes(fillIn(app, token, filled, newCommandId()))]).toEqual([null, "used"]);
    const document = number.toLowerCase();
    for (const who of ["leonel-viegas", "rosalind-amado"]) approve(app, who, document);
    expect(readAccount(app.db, id)!.status).toBe("asked for");
    runInsideSteps(app);
    expect(readAccount(app.db, id)).toMatchObject({
      status: "open",
      bankAt: null,
      fields: { bankAccount: "XX41 1234" },
    });
    const hold = readState(app.db, held.id)!.holds.find((one) => one.code === "Supplier not approved")!;
    expect(hold.released).toMatchObject({ how: "cause gone" });
  });

  it("a link works until its day, not after; a new one takes its place", () => {
    const app = booksApp();
    const { id, link } = ask(app);
    const token = link.split("/").at(-1)!;
    expect(codes(inviteAgain(app, person(app, "noor-halvorsrud"), id))).toBe("forbidden");
    const again = value(inviteAgain(app, person(app, "albertina-fragoso"), id))
      .link.split("/")
      .at(-1)!;
    expect([invitedParty(app, token), invitedParty(app, again)?.name]).toEqual([null, "Tunvik Sails"]);
    app.clock.set("2026-03-25T09:10:00.000Z");
    expect(invitedParty(app, again)).toBeNull();
  });

  it("another bank account counts only when approved, and invoices say so for thirty days after", () => {
    const app = booksApp();
    const document = {
      documentType: "supplier-account" as const,
      title: "",
      requester: "albertina-fragoso",
      onBehalfOf: null,
      unit: "finance",
      currency: "EUR",
      date: "2026-03-10",
      note: "",
      attachments: [],
      supplier: "northrigg-cordage",
      supplierName: "",
      opening: false,
      filledInBy: "",
      changes: [{ field: "bankAccount" as const, before: null, after: "XX99" }],
    };
    const { id } = submit(app, document);
    expect(submit(app, bill()).holds.map((hold) => hold.code)).not.toContain("Bank details changed");
    for (const who of ["leonel-viegas", "rosalind-amado"]) approve(app, who, id);
    runInsideSteps(app);
    expect(submit(app, bill({ invoiceNumber: "N-2" })).holds.map((hold) => hold.code)).toContain(
      "Bank details changed",
    );
    app.clock.set("2026-04-10T09:10:00.000Z");
    expect(
      submit(app, bill({ invoiceNumber: "N-3", date: "2026-04-10" })).holds.map((hold) => hold.code),
    ).not.toContain("Bank details changed");
  });
});

describe("holds", () => {
  it("of routing end when a rate arrives, which is said; nothing is looked at twice", () => {
    const app = booksApp();
    const { id, number } = submit(app, testOrder(60_000, { currency: "CHF" }));
    expect(lookAgain(app, { about: "routing" }, "nothing")).toEqual([]);
    const rate = { from: "CHF", to: "EUR", date: "2026-03-09", rate: "1.05", source: "test" };
    expect(value(publishRates(app, clerk(app), [rate], newCommandId()))).toEqual({ released: [number] });
    expect(readState(app.db, id)!.levels[0]!.status).toBe("open");
  });

  it("stand on the board by age, reason and amount; many are released with one reason, and what cannot be is said", () => {
    const app = booksApp();
    const first = submit(app, bill({ supplier: "Nobody", invoiceNumber: "1" }));
    const second = submit(app, bill({ supplier: "Nobody", invoiceNumber: "2", requester: "tamsin-roque" }));
    const board = holdBoard(app, clerk(app), { reason: "Supplier not approved" });
    expect(board.rows.map((row) => [row.number, row.mayRelease])).toEqual([
      [first.number, true],
      [second.number, false],
    ]);
    expect(board.reasons.find((one) => one.code === "Supplier not approved")?.count).toBe(2);
    const holds = board.rows.map(({ document, hold }) => ({ document, hold }));
    expect(codes(releaseMany(app, clerk(app), holds, "  ", newCommandId()))).toBe("comment required");
    const { released, refused } = value(releaseMany(app, clerk(app), holds, "Known to us", newCommandId()));
    expect([released, refused]).toEqual([
      1,
      [{ document: second.number, why: "Nobody releases a hold on their own document" }],
    ]);
    expect(codes(releaseMany(app, person(app, "noor-halvorsrud"), holds.slice(1), "x", newCommandId()))).toBe(
      "forbidden",
    );
  });
});

it("rules are set by the controller alone, whole or not at all; every projection can be made again from the log", () => {
  const app = booksApp();
  const rules = { ...readRules(app.db), bankChangeDays: 7 };
  expect(codes(setRules(app, clerk(app), rules, newCommandId()))).toBe("forbidden");
  expect(
    codes(setRules(app, person(app, "benedita-corvo"), { ...rules, customerImport: "guess" }, newCommandId())),
  ).toBe("invalid");
  value(setRules(app, person(app, "benedita-corvo"), rules, newCommandId()));
  expect(readRules(app.db).bankChangeDays).toBe(7);
  submit(app, bill());
  runInsideSteps(app);
  const before = dumpProjections(app.db);
  rebuild(app.db);
  expect(dumpProjections(app.db)).toEqual(before);
});
