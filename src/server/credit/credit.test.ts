// Customers' orders stopped for credit: looked for each day and by hand, asked for once, and heard of either way.
import { describe, expect, it } from "vitest";
import { codes, person, value, type TestApp } from "../../../demo/test-app";
import { booksApp, clerk, command } from "../../../demo/test-books";
import { moveClock } from "../demo-clock";
import { readState } from "../documents/state";
import { enterSalesOrder, readBalances } from "../ledger/books";
import { readAccount } from "../ledger/accounts";
import { runInsideSteps } from "../ledger/work";
import { newCommandId } from "../log/log";
import { dumpProjections, rebuild } from "../log/rebuild";
import { nextDue } from "../time/timers";
import { lastSearch, searchDue, searchNow } from "./search";
import { stoppedOrders } from "./view";

/** Customers with a limit high enough to be asked about and low enough for the rule, with the limit in minor units. */
function customers(app: TestApp) {
  const rows = app.db
    .prepare(
      "SELECT id, json_extract(fields, '$.limit.minor') AS lim FROM account WHERE kind = 'customer' AND lim BETWEEN 1000000 AND 4000000 ORDER BY id LIMIT 3",
    )
    .all() as { id: string; lim: number }[];
  return rows.map(({ id, lim }) => ({ id, limit: lim }));
}

const stop = (app: TestApp, customer: { id: string; limit: number }, seller: string | null, over = 50_000) =>
  value(
    enterSalesOrder(
      app,
      clerk(app),
      { customer: customer.id, title: "Spring", minor: customer.limit + over, seller },
      newCommandId(),
    ),
  );
const changes = (app: TestApp) =>
  app.db
    .prepare(
      "SELECT id, number, title, requester, net, status FROM document WHERE type = 'credit-limit-change' ORDER BY number",
    )
    .all() as { id: string; number: string; requester: string; net: number; status: string }[];
const lettersTo = (app: TestApp, customer: string) =>
  app.db
    .prepare("SELECT subject, body FROM letter WHERE recipient = ? ORDER BY id")
    .all(`accounts@${customer}.example`) as { subject: string; body: string }[];
/** Everybody who is asked says the same, until nobody is. */
function all(app: TestApp, id: string, say: (part: boolean) => object) {
  for (let state = readState(app.db, id)!; state.status === "waiting"; state = readState(app.db, id)!) {
    const level = state.levels.find((one) => one.status === "open")!;
    const said = { level: level.level, revision: 1, ...say(!state.refused?.length) };
    value(command(app, level.pool[0]!, id, said as Parameters<typeof command>[3]));
  }
  runInsideSteps(app);
}
const approve = () => ({ type: "approve", comment: "" });

describe("orders stopped for credit", () => {
  it("are looked for at the policy’s hour, and the limit each customer needs is asked for once, in the name of who sells", () => {
    const app = booksApp();
    const [one, two, three] = customers(app);
    stop(app, one!, "celeste-barroca");
    stop(app, two!, null);
    stop(app, three!, "matias-serrado");
    value(readBalances(app, clerk(app), three!.id, [{ number: "R-1", minor: 100, due: "2025-12-01" }], newCommandId()));
    // In force since nine this morning, so that its first hour is tomorrow's.
    expect(searchDue(app)).toBe(0);
    const { at, what } = nextDue(app)!;
    expect([at, what]).toEqual(["2026-03-11T07:00:00.000Z", "orders on credit hold are searched for"]);
    value(moveClock(app, clerk(app), at, newCommandId()));
    expect(searchDue(app)).toBe(0);
    // Ten per cent on what is ordered, up to the next 500.00; nobody sells the second, so that the policy’s own person asks.
    const needed = ({ limit }: { limit: number }) => Math.ceil(((limit + 50_000) * 1.1) / 50_000) * 50_000;
    expect(changes(app)).toMatchObject([
      { requester: "celeste-barroca", net: needed(one!), status: "waiting" },
      { requester: "agnes-oduya", net: needed(two!), status: "waiting" },
    ]);
    expect(lastSearch(app)!.left).toMatchObject([
      { customer: three!.id, why: { code: "overdue", days: 100, most: 60 } },
    ]);
    // Whoever sells is told what was asked for in their name.
    const told = app.db
      .prepare("SELECT person, body FROM letter WHERE subject LIKE '%in your name%' ORDER BY id")
      .all();
    expect(told).toMatchObject([{ person: "celeste-barroca" }, { person: "agnes-oduya" }]);
    expect((told[0] as { body: string }).body).toMatch(/since SO-0001 is on credit hold\. You can change or withdraw/);
    const [drafted] = app.db
      .prepare("SELECT actor FROM event WHERE stream = ? ORDER BY seq LIMIT 1")
      .all(`document:${changes(app)[0]!.id}`) as { actor: string }[];
    expect(drafted!.actor).toBe("system");
    // Declined, it is not asked for again, on no day and not by hand.
    all(app, changes(app)[0]!.id, () => ({ type: "decline", comment: "No" }));
    all(app, changes(app)[1]!.id, () => ({ type: "decline", comment: "No" }));
    value(moveClock(app, clerk(app), "2026-03-13T12:00:00.000Z", newCommandId()));
    value(searchNow(app, clerk(app), newCommandId()));
    expect(changes(app)).toHaveLength(2);
    expect(lastSearch(app)).toMatchObject({ by: "tamsin-roque", asked: [] });
    // A further order is another question: what all of them need together.
    stop(app, one!, "celeste-barroca");
    value(searchNow(app, clerk(app), newCommandId()));
    expect(changes(app).slice(2)).toMatchObject([{ requester: "celeste-barroca", status: "waiting" }]);
    const before = dumpProjections(app.db);
    rebuild(app.db);
    expect(dumpProjections(app.db)).toEqual(before);
  });

  it("are released as far as the limit granted reaches, and the customer hears of what goes out and what does not", () => {
    const app = booksApp();
    const [one] = customers(app);
    const small = value(
      enterSalesOrder(
        app,
        clerk(app),
        { customer: one!.id, title: "First", minor: one!.limit + 1_000 },
        newCommandId(),
      ),
    ) as { id: string };
    const large = stop(app, one!, "celeste-barroca", 900_000) as { id: string };
    value(searchNow(app, clerk(app), newCommandId()));
    const [change] = changes(app);
    expect(readState(app.db, change!.id)!.document).toMatchObject({ origin: "stopped order", stoppedOrder: small.id });
    all(app, change!.id, (first) => ({
      ...approve(),
      ...(first && { refused: [{ part: "limit", allowed: one!.limit + 2_000 }] }),
    }));
    expect(stoppedOrders(app, clerk(app))).toMatchObject([{ id: large.id, asked: { status: "approved" } }]);
    const [letter, ...more] = lettersTo(app, one!.id);
    expect(more).toEqual([]);
    expect(letter!.subject).toBe(`Your orders ${small.id} and ${large.id}: released in part`);
    expect(letter!.body).toMatch(
      /^Your credit limit with .* is now .* EUR\. .* has released SO-0001, First, of .* EUR\. It does not reach for SO-0002, Spring, of .*, which stays on hold\./,
    );
    expect(letter!.body).not.toMatch(/Celeste|Barroca|CL-/);
    const fields = readAccount(app.db, one!.id)!.fields;
    expect(fields.limit).toMatchObject({ minor: one!.limit + 2_000 });
  });

  it("stay on hold when it is declined, and the customer hears that too, once and in no words meant for inside", () => {
    const app = booksApp();
    const [one] = customers(app);
    stop(app, one!, "celeste-barroca");
    value(searchNow(app, clerk(app), newCommandId()));
    all(app, changes(app)[0]!.id, () => ({ type: "decline", comment: "They never pay" }));
    expect(lettersTo(app, one!.id)).toEqual([
      {
        subject: "Your order SO-0001: on hold",
        body: expect.stringMatching(
          /^A higher credit limit was not granted for SO-0001, Spring, of .* EUR, which stays on hold\./,
        ) as string,
      },
    ]);
    expect(lettersTo(app, one!.id)[0]!.body).not.toContain("never pay");
  });

  it("are seen by who sells them and by nobody else without a part in it; looking is for clerks and controllers", () => {
    const app = booksApp();
    const [one, two] = customers(app);
    stop(app, one!, "celeste-barroca");
    stop(app, two!, "matias-serrado");
    const seen = (who: string) => stoppedOrders(app, person(app, who)).map(({ customer }) => customer);
    expect(seen("celeste-barroca")).toEqual([one!.id]);
    expect(seen("noor-halvorsrud")).toEqual([]);
    expect(seen("tamsin-roque").toSorted()).toEqual([one!.id, two!.id].toSorted());
    expect(codes(searchNow(app, person(app, "celeste-barroca"), newCommandId()))).toBe("forbidden");
    expect(
      codes(
        enterSalesOrder(app, clerk(app), { customer: one!.id, title: "x", minor: 1, seller: "nobody" }, newCommandId()),
      ),
    ).toBe("unknown");
  });
});
