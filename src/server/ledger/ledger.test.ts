// What follows an approval: steps once and in order, postings that holds refuse, accounts that are approved before they are used.
import { createServer, type IncomingMessage } from "node:http";
import { afterAll, afterEach, beforeAll, describe, expect, it, vi } from "vitest";
import type { DocumentState } from "@/core/approval";
import type { SupplierInvoice } from "@/core/documents";
import type { PolicyInput } from "@/core/policy";
import { reviewedInForce } from "../../../demo/put-in-force";
import { codes, looker, person, testOrder, value, type TestApp } from "../../../demo/test-app";
import { approve, bill, booksApp, clerk, command, submit } from "../../../demo/test-books";
import { readState } from "../documents/state";
import { addHook, deliveriesOf, isSigned, receiveDelivery, signatureOf } from "../hooks/hooks";
import { holdReasons, releaseMany } from "../holds/board";
import { listed } from "../listing";
import { lookAgain } from "../holds/look-again";
import { newCommandId } from "../log/log";
import { dumpProjections, rebuild } from "../log/rebuild";
import { versionsOf } from "../policies/command";
import { readRules } from "./accounts";
import { receiveGoods, setRules } from "./books";
import { publishRates } from "./rates";
import { paymentOf } from "../payments/views";
import { runDueSteps, runInsideSteps } from "./work";

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

afterEach(() => vi.unstubAllEnvs());

describe("a supplier's limit of 750.00", () => {
  it("an invoice of 1,180.00 is held with reason and date; its approval releases it and records both", () => {
    const app = booksApp();
    const { id } = submit(
      app,
      bill({ supplier: "Papelaria Farol", lines: [{ ...bill().lines[0]!, unitPrice: 118_000, net: 118_000 }] }),
    );
    expect(readState(app.db, id)!.holds[0]).toMatchObject({
      code: "Over the supplier’s limit",
      why: { values: { remarks: [{ why: { values: { by: { minor: 43_000 }, limit: { minor: 75_000 } } } }] } },
      placedAt: "2026-03-10T09:10:00.000Z",
    });
    runInsideSteps(app);
    expect(app.db.prepare("SELECT COUNT(*) FROM posting").pluck().get()).toBe(0);
    app.clock.set("2026-03-10T10:00:00.000Z");
    approve(app, "leonel-viegas", id);
    expect(readState(app.db, id)!.holds[0]).toMatchObject({
      releasedAt: "2026-03-10T10:00:00.000Z",
      released: { how: "approval", why: { code: "approved" } },
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
    expect(paymentOf(app, held)).toMatchObject({
      at: "left out",
      why: [{ code: "held", holds: ["Goods not received"] }],
    });
    const posted = value(
      receiveGoods(app, clerk(app), { order: order.number, line: 1, quantity: "4" }, newCommandId()),
    ) as { released: string[] };
    expect(posted.released).toEqual([held.number]);
    expect(readState(app.db, id)!.holds.find((hold) => hold.code === "Goods not received")!.released).toEqual({
      how: "cause gone",
      by: null,
      why: { code: "receipt posted", values: { line: 1, order: "PO-00001" } },
    });
    runInsideSteps(app);
    expect(paymentOf(app, readState(app.db, id)!)).toMatchObject({ at: "planned" });
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
    expect(steps()[0]!.result).toEqual({ code: "no account", values: { party: "Nobody’s Yard" } });
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
    // Whoever asked for it heard of the approval, and hears of it once.
    const told = app.db.prepare("SELECT occasion FROM letter WHERE document = ? AND person = 'noor-halvorsrud'");
    expect(told.pluck().all(id)).toEqual(["approved"]);
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
    vi.stubEnv("BANDEIRA_HOOK_HOSTS", "127.0.0.1");
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
    expect(readState(app.db, id)!.steps![0]).toMatchObject({
      status: "failed",
      result: { code: "address refused", values: { address: "Warehouse", status: 500 } },
    });
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

describe("holds", () => {
  it("of routing end when a rate arrives, which is said; nothing is looked at twice", () => {
    const app = booksApp();
    const { id, number } = submit(app, testOrder(60_000, { currency: "CHF" }));
    expect(lookAgain(app, { about: "routing" }, { code: "people changed" })).toEqual([]);
    const rate = { from: "CHF", to: "EUR", date: "2026-03-09", rate: "1.05", source: "test" };
    expect(value(publishRates(app, clerk(app), [rate], newCommandId()))).toEqual({ released: [number] });
    expect(readState(app.db, id)!.levels[0]!.status).toBe("open");
  });

  it("stand on the board by age, reason and amount; many are released with one reason, and what cannot be is said", () => {
    const app = booksApp();
    const first = submit(app, bill({ supplier: "Nobody", invoiceNumber: "1" }));
    const second = submit(app, bill({ supplier: "Nobody", invoiceNumber: "2", requester: "tamsin-roque" }));
    const board = listed("holds", looker(app, "tamsin-roque"), { reason: "Supplier not approved" });
    expect(board.rows.map((row) => [row.number, row.mayRelease])).toEqual([
      [first.number, true],
      [second.number, false],
    ]);
    expect(holdReasons(app).find((one) => one.code === "Supplier not approved")?.count).toBe(2);
    const holds = board.rows.map(({ document, hold }) => ({ document, hold }));
    expect(codes(releaseMany(app, clerk(app), holds, { reason: "  " }, newCommandId()))).toBe("comment required");
    const { released, refused } = value(releaseMany(app, clerk(app), holds, { reason: "Known to us" }, newCommandId()));
    expect([released, refused]).toEqual([
      1,
      [{ document: second.number, why: "Nobody releases a hold on their own document" }],
    ]);
    expect(
      codes(releaseMany(app, person(app, "noor-halvorsrud"), holds.slice(1), { reason: "x" }, newCommandId())),
    ).toBe("forbidden");
  });
});

it("rules are set by the controller alone, whole or not at all; every projection can be made again from the log", () => {
  const app = booksApp();
  const rules = { ...readRules(app), bankChangeDays: 7 };
  expect(codes(setRules(app, clerk(app), rules, newCommandId()))).toBe("forbidden");
  expect(
    codes(setRules(app, person(app, "benedita-corvo"), { ...rules, customerImport: "guess" }, newCommandId())),
  ).toBe("invalid");
  value(setRules(app, person(app, "benedita-corvo"), rules, newCommandId()));
  expect(readRules(app).bankChangeDays).toBe(7);
  submit(app, bill());
  runInsideSteps(app);
  const before = dumpProjections(app.db);
  rebuild(app.db);
  expect(dumpProjections(app.db)).toEqual(before);
});
