// Ways round a decision, each tried through HTTP as somebody would: by small edits, by a refused part, by whose document it is, by a date, by a name typed otherwise,
// by a request that says what only Bandeira may say. Each ends in a refusal or in the question asked anew, with a sentence for whoever tried.
import { beforeEach, describe, expect, it, vi } from "vitest";
import type { EditEffect } from "@/core/approval";
import type { App } from "@/server/app";
import { append, newCommandId } from "@/server/log/log";
import { project } from "@/server/log/projection";
import { asking, NOOR } from "../../../demo/asking";
import { orderPolicyInForce } from "../../../demo/policy";
import { reviewedInForce } from "../../../demo/put-in-force";
import { testApp, testOrder, type TestApp } from "../../../demo/test-app";
import { POST as preview } from "./documents/[id]/preview/route";
import { POST as change } from "./documents/[id]/route";
import { POST as enter } from "./documents/route";
import { POST as books } from "./ledger/route";
import { POST as lists } from "./lists/route";
import { POST as people } from "./people/route";
import { GET as history } from "./policies/history/route";
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
const statuses = (id: string) =>
  Object.fromEntries(
    now(id)
      .levels.filter((one) => one.status !== "passed over")
      .map((one) => [one.level, one.status]),
  );
const lines = (...prices: number[]) =>
  prices.map((unitPrice, index) => ({ ...testOrder(1).lines[0]!, unitPrice, description: `Line ${index + 1}` }));

describe("an approval is for what was approved", () => {
  it("many edits within the tolerance are one long one: the approval is lost when they have left it, and the preview says so", async () => {
    const order = testOrder(800_000);
    const { id } = await submitted(order);
    expect((await decide("rui-tavares", id, "line-manager")).status).toBe(200);
    // 2 per cent and 100.00 are tolerated, so 8,090.00 is and 8,180.00 is not, however little more than the edit before.
    expect((await edit(id, testOrder(809_000))).status).toBe(200);
    expect(statuses(id)["line-manager"]).toBe("approved");
    const body = { document: testOrder(818_000), revision: now(id).revision };
    const seen = await ask<EditEffect & { why: string }>(NOOR, preview, body, { id });
    expect(seen.value).toMatchObject({ effect: "start again", voided: [{ level: "line-manager", by: "rui-tavares" }] });
    expect(seen.value.why).toContain("the amount goes from 8,000.00 EUR to 8,180.00 EUR");
    await edit(id, testOrder(818_000));
    expect(statuses(id)).toMatchObject({ "line-manager": "open", "unit-above": "not yet" });
  });

  it("what was refused stays refused through an edit of the note, and comes back only when it is asked for in so many words", async () => {
    const order = testOrder(1, { lines: lines(600_000, 300_000) });
    const { id } = await submitted(order);
    await decide("rui-tavares", id, "line-manager", { refused: [{ part: "line 2", allowed: null }] });
    await edit(id, { ...order, note: "Please soon" });
    expect(now(id)).toMatchObject({ refused: [{ part: "line 2", allowed: null }], status: "waiting" });
    const slipped = await edit(id, { ...order, lines: lines(600_000, 300_100) });
    expect([slipped.status, slipped.said]).toEqual([
      422,
      "Line 2 was refused: leave it as it was or leave it out, or ask for it again in so many words",
    ]);
    const twice = await edit(id, { ...order, lines: [...order.lines, order.lines[1]!] });
    expect(twice.status).toBe(422);
    const asked = await edit(id, order, { askAgain: ["line 2"] });
    expect(asked.status).toBe(200);
    // Everybody who had decided is asked again.
    expect([now(id).refused, statuses(id)["line-manager"]]).toEqual([[], "open"]);
  });

  it("what was sent back is measured by what was sent, and not by a draft that is kept of it in between", async () => {
    const order = testOrder(1, { lines: lines(600_000, 300_000) });
    const { id } = await submitted(order);
    await decide("rui-tavares", id, "line-manager", { refused: [{ part: "line 2", allowed: null }] });
    const { level, pool } = now(id).levels.find((one) => one.status === "open")!;
    const back = await decide(pool[0]!, id, level, { type: "send back", comment: "Which vessel?" });
    expect([back.status, back.value.status]).toEqual([200, "sent back"]);
    const send = (type: "save draft" | "submit", document: object) =>
      ask(NOOR, change, { command: command(), type, document }, { id });
    // The refused line in the place of the other, kept as a draft: the place is not what was refused.
    const turned = { ...order, lines: order.lines.toReversed() };
    expect((await send("save draft", turned)).status).toBe(200);
    // So is a category that there is not, which is let stand only where it stood when the order was sent.
    const made = { ...order, lines: order.lines.map((line) => ({ ...line, category: "made-up" })) };
    expect((await send("save draft", made)).status).toBe(200);
    expect((await send("submit", made)).said).toContain("there is no category of orders “made-up”");
    expect((await send("save draft", turned)).status).toBe(200);
    const sent = await send("submit", turned);
    expect([sent.status, sent.said]).toEqual([200, ""]);
    expect(now(id).refused).toEqual([{ part: "line 1", allowed: null }]);
    expect(now(id)).not.toHaveProperty("sentAs");
  });

  it("nobody ends up having approved what is their own: moved onto the behalf of who approved it, it is asked anew of others", async () => {
    const manager = now(
      (await submitted(testOrder(60_000, { requester: "tamsin-roque", unit: "finance" }))).id,
    ).levels.find((one) => one.status === "open")!;
    const { id } = await submitted(testOrder(60_001, { requester: "tamsin-roque", unit: "finance" }));
    const [approver] = manager.pool as [string];
    const unit = app.db
      .prepare(
        "SELECT json_extract(body, '$.seats[0].unit') FROM organisation_history WHERE kind = 'person' AND id = ?",
      )
      .pluck()
      .get(approver) as string;
    // A larger one, so that it waits for a second level after the first.
    const order = testOrder(1_200_000, { requester: "tamsin-roque", unit: "finance" });
    const big = await submitted(order);
    await decide(approver, big.id, manager.level);
    const moved = await edit(big.id, { ...order, onBehalfOf: approver, unit }, {}, "tamsin-roque");
    expect([moved.status, moved.said]).toEqual([200, ""]);
    const state = now(big.id);
    expect(state.levels.flatMap((one) => one.decisions)).toEqual([]);
    expect(state.levels.flatMap((one) => one.pool)).not.toContain(approver);
    expect(now(id).status).toBe("waiting");
  });

  it("an old date brings no kinder rate, at entry or by an edit, and is always looked at again", async () => {
    const rates = [{ from: "JPY", to: "EUR", date: "2026-03-04", rate: "0.0001", source: "test" }];
    const cause = { actor: "system", at: app.clock.now(), command: command() };
    project(app.db, append(app.db, "rates", [{ type: "rates published", data: { rates } }], cause));
    const order = testOrder(1_000_000, { currency: "JPY", date: "2026-03-05" });
    const { id, route } = await submitted(order);
    expect([route!.ratesOn, route!.measured!.compared.minor]).toEqual(["2026-03-11", 610_000]);
    await decide("rui-tavares", id, "line-manager");
    await edit(id, { ...order, date: "2026-03-06" });
    expect(statuses(id)["line-manager"]).toBe("open");
    expect(now(id).route!.measured!.compared.minor).toBe(610_000);
  });

  it("whoever may enter documents brings no kinder rate themselves, at once or by small steps", async () => {
    const rate = (who: string, value: string, date: string, more: object = {}) =>
      ask(who, books, {
        command: command(),
        type: "rate",
        from: "JPY",
        to: "EUR",
        source: "x",
        date,
        rate: value,
        ...more,
      });
    const said = async (...sent: Parameters<typeof rate>) => (await rate(...sent)).said;
    expect(await said("tamsin-roque", "0.0000061", "2026-03-11")).toBe(
      "1 JPY was 0.0061 EUR on 9 Mar 2026, and this is more than 10 % away: look at its point and its direction; if it is right, a controller publishes it",
    );
    expect(await said("tamsin-roque", "163.93", "2026-03-11")).toContain("look at its point and its direction");
    expect(await said("tamsin-roque", "200", "2026-03-11", { from: "EUR", to: "JPY" })).toContain(
      "more than 10 % away",
    );
    expect(await said("tamsin-roque", "0.0057", "2026-03-11")).toBe("");
    expect(await said("tamsin-roque", "0.0053", "2026-03-11")).toBe(
      "1 JPY was 0.0057 EUR on 11 Mar 2026; a controller corrects it",
    );
    expect(await said("tamsin-roque", "0.0057", "2026-03-12")).toBe("A rate is of a day that has come");
    expect(await said("tamsin-roque", "2", "2026-03-11", { to: "JPY" })).toBe("JPY is always one JPY");
    expect(await said("benedita-corvo", "0.0053", "2026-03-11")).toBe("");
  });
  it("a document dated long ago is held, and says so", async () => {
    const { id } = await submitted(testOrder(800_000, { date: "2025-11-01" }));
    const hold = now(id).holds.find((one) => one.code === "Backdated");
    expect(hold?.why).toEqual({
      code: "backdated",
      values: { dated: "2025-11-01", entered: "2026-03-11", days: 90 },
    });
  });
});

describe("whose word counts", () => {
  it("who edited a document is never taken from a request, and the false name is nowhere in the log", async () => {
    const forged = { ...testOrder(800_000), editedBy: "rui-tavares" };
    const entered = await ask(NOOR, enter, { command: command(), document: forged });
    expect([entered.status, entered.said]).toEqual([
      400,
      "document.editedBy: is set by Bandeira and cannot be sent; leave it out",
    ]);
    const { id } = await submitted(testOrder(800_000));
    expect((await edit(id, forged)).status).toBe(400);
    expect((await ask(NOOR, preview, { document: forged, revision: 1 }, { id })).status).toBe(400);
    expect((await decide("rui-tavares", id, "line-manager")).status).toBe(200);
  });

  it("a number, a state or a route that is sent with a document is refused", async () => {
    for (const extra of [{ number: "PO-1" }, { status: "approved" }, { route: {} }, { refused: [] }]) {
      const entered = await ask(NOOR, enter, { command: command(), document: { ...testOrder(1), ...extra } });
      expect([entered.status, entered.said]).toEqual([400, expect.stringContaining("unknown field") as string]);
    }
  });
});

describe("the total with a supplier", () => {
  beforeEach(() => {
    app.clock.set("2026-03-12T09:10:00.000Z");
    const policy = { ...orderPolicyInForce, measure: { kind: "supplierTotal" as const, days: 90 } };
    reviewedInForce(app, newCommandId, { policy, basedOn: 2, note: "", from: "2026-03-12" });
  });
  it("goes by account and by entry, both ways, whatever spelling or date", async () => {
    const of = (supplier: string, date: string) => submitted(testOrder(400_000, { supplier, date }));
    const first = await of("Zephyrine Ropes", "2026-03-12");
    const second = await of("ZEPHYRINE  ropes.", "2025-12-20");
    const third = await of("Zéphyrine-Ropes", "2026-01-15");
    expect([first, second, third].map((one) => one.route!.measured!.compared.minor)).toEqual([
      400_000, 800_000, 1_200_000,
    ]);
    // The first is measured with what came after it, once it is looked at again.
    await edit(first.id, testOrder(400_000, { supplier: "Zephyrine Ropes", date: "2026-03-12", note: "x" }));
    expect(now(first.id).route!.measured!.compared.minor).toBe(1_200_000);
  });
  it("that is too large to be counted holds a document with a sentence, and blocks nobody with a fault", async () => {
    const huge = Array.from({ length: 9 }, () => ({
      ...testOrder(1).lines[0]!,
      quantity: "1000",
      unitPrice: 1_000_000_000_000,
      taxPercent: "0",
    }));
    const most = await submitted(testOrder(1, { supplier: "Zephyrine Ropes", lines: huge }));
    const next = await submitted(testOrder(1, { supplier: "Zephyrine Ropes", lines: huge }));
    expect(now(most.id).status).toBe("waiting");
    expect(next.holds.map((one) => one.why)).toEqual([
      { code: "total too large", values: { supplier: "Zephyrine Ropes" } },
    ]);
  });
});

describe("power over oneself", () => {
  const admin = (body: object) => ask("joaquina-teles", people, { command: command(), change: body });
  it.each([
    [
      "a role",
      { type: "give roles", person: "joaquina-teles", roles: ["requester", "administrator", "clerk"], reason: "x" },
      "a role",
    ],
    [
      "a limit",
      {
        type: "set limit",
        holder: { kind: "person", id: "joaquina-teles" },
        documentType: "purchase-order",
        limit: { kind: "unlimited" },
        from: null,
      },
      "a limit",
    ],
    [
      "a headship",
      { type: "save unit", unit: "legal", name: "Legal", parent: "corporate", head: "joaquina-teles", from: null },
      "the headship of a unit",
    ],
    [
      "another manager",
      { type: "change person", person: "joaquina-teles", manager: "rui-tavares", from: null },
      "another manager or unit",
    ],
    [
      "an ownership",
      { type: "set owner", of: "supplier", key: "Northrigg Cordage", person: "joaquina-teles", from: null },
      "an ownership",
    ],
  ])("an administrator does not give themselves %s", async (_name, body, what) => {
    const answer = await admin(body);
    expect([answer.status, answer.said]).toEqual([
      422,
      `You would give ${what} to yourself; make somebody else administrator first, who does that`,
    ]);
  });
  it("an administrator does not make themselves the owner of what levels ask the owner of", async () => {
    const entry = { type: "save entry", list: "cost-centres", key: "CC-10", name: "Direction 0" };
    const answer = await ask("joaquina-teles", lists, {
      command: command(),
      change: { ...entry, owner: "joaquina-teles" },
    });
    expect([answer.status, answer.said]).toEqual([
      422,
      "You would give an ownership to yourself; make somebody else administrator first, who does that",
    ]);
  });
  it("no role goes with that of an auditor", async () => {
    const answer = await admin({
      type: "give roles",
      person: "tome-cardigos",
      roles: ["auditor", "clerk"],
      reason: "x",
    });
    expect([answer.status, answer.said]).toEqual([
      422,
      expect.stringContaining("no other role but investigator goes with it") as string,
    ]);
  });
});

describe("names that every object has", () => {
  it.each(["constructor", "toString", "__proto__"])("“%s” is no type of document", async (name) => {
    expect((await ask(NOOR, history, null, { query: `?type=${name}` })).status).toBeGreaterThanOrEqual(400);
    const limit = {
      type: "set limit",
      holder: { kind: "person", id: NOOR },
      documentType: name,
      limit: { kind: "unlimited" },
      from: null,
    };
    expect((await ask("joaquina-teles", people, { command: command(), change: limit })).status).toBe(400);
    const entered = await ask(NOOR, enter, { command: command(), document: { ...testOrder(1), documentType: name } });
    expect(entered.status).toBe(400);
  });
});
