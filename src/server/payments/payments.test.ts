// Money goes where the page says: what is approved is always planned or said why not, a run pays what was looked at, and ends in document, record and books.
import { describe, expect, it } from "vitest";
import { XMLParser } from "fast-xml-parser";
import { acceptedOf, type DocumentState } from "@/core/approval";
import { USUAL_DUTIES } from "@/core/segregation";
import { claim, claimLine } from "@/core/fixtures";
import { codes, person, value, type TestApp } from "../../../demo/test-app";
import { bill, booksApp, clerk, command, payAll, payTicked, submit } from "../../../demo/test-books";
import { changeDetail } from "../access/private-details";
import { addAttachment } from "../documents/attachments";
import { enterDocument } from "../documents/commands";
import { readState } from "../documents/state";
import { readAccount } from "../ledger/accounts";
import { setRules } from "../ledger/books";
import { runInsideSteps } from "../ledger/work";
import { writeAccount } from "../ledger/write";
import { eventsBetween } from "../logbook/events";
import { newCommandId } from "../log/log";
import { dumpProjections, rebuild } from "../log/rebuild";
import { paymentOf, lookAtRun, runList } from "./views";
import { exportRun, fetchFile, makeRun, undoRun } from "./runs";

const SUPPLIER = "Northrigg Cordage";
const decideAll = (app: TestApp, id: string) => {
  for (let state = readState(app.db, id)!; state.status === "waiting"; state = readState(app.db, id)!) {
    const level = state.levels.find((one) => one.status === "open")!;
    const by = level.pool.find((one) => !level.decisions.some((said) => said.by === one))!;
    const { revision } = state;
    value(
      command(app, by, id, {
        type: "approve",
        level: level.level,
        revision,
        comment: "",
        ticked: [...(level.checklist ?? [])],
      }),
    );
  }
  runInsideSteps(app);
  return readState(app.db, id)!;
};
let amount = 10_000;
/** An approved and posted invoice without an order, each of another amount, so that none is taken for the same one twice. */
const posted = (app: TestApp, invoiceNumber: string, extra: Parameters<typeof bill>[0] = {}): DocumentState => {
  amount += 1_700;
  const lines = [{ ...bill().lines[0]!, unitPrice: amount, net: amount }];
  const sent = submit(app, bill({ supplier: SUPPLIER, invoiceNumber, dueDate: "2026-03-20", lines, ...extra }));
  return decideAll(app, sent.id);
};
const payFrom = (app: TestApp, account = "DE89 3704 0044 0532 0130 00") =>
  value(
    setRules(
      app,
      person(app, "benedita-corvo"),
      { payments: { weekday: 5, payer: "", account, bic: "" } },
      newCommandId(),
    ),
  );
const run = (app: TestApp, day = "2026-03-20") => (value(payTicked(app, clerk(app), day)) as { run: string }).run;
const planned = (app: TestApp, { id }: { id: string }) => paymentOf(app, readState(app.db, id)!);

describe("what is approved", () => {
  it("is planned for the last usual day by which it is in time, also after the run of a day was made", () => {
    const app = booksApp();
    const [soon, later] = [
      posted(app, "A-1", { dueDate: "2026-03-13" }),
      posted(app, "A-2", { dueDate: "2026-03-31" }),
    ];
    expect(planned(app, soon)).toEqual({ at: "planned", day: "2026-03-13", due: "2026-03-13" });
    expect(planned(app, later)).toMatchObject({ at: "planned", day: "2026-03-27" });
    app.clock.set("2026-03-13T10:00:00.000Z");
    run(app, "2026-03-13");
    const next = posted(app, "A-3", { dueDate: "2026-03-13" });
    expect(planned(app, next)).toMatchObject({ at: "planned", day: "2026-03-20" });
    // A day that passed without a run takes nothing with it.
    app.clock.set("2026-03-24T10:00:00.000Z");
    expect(planned(app, next)).toMatchObject({ at: "planned", day: "2026-03-27" });
  });

  it("and held is left out with its reason, and planned again by itself when it is released", () => {
    const app = booksApp();
    const held = posted(app, "B-1");
    value(command(app, "tamsin-roque", held.id, { type: "place hold", reason: "Misprinted", blocks: ["pay"] }));
    expect(planned(app, held)).toEqual({
      at: "left out",
      why: [{ code: "held", holds: ["Held by hand"] }],
      due: "2026-03-20",
    });
    expect(lookAtRun(app, clerk(app), undefined)).toMatchObject({
      ready: [],
      left: [{ number: held.number, why: "held: Held by hand" }],
    });
    expect(codes(payAll(app, clerk(app)))).toBe("held");
    const [hold] = readState(app.db, held.id)!.holds.filter((one) => one.kind === "by hand");
    value(command(app, "tamsin-roque", held.id, { type: "release hold", hold: hold!.id, reason: "Printed anew" }));
    expect(planned(app, held)).toMatchObject({ at: "planned", day: "2026-03-20" });
  });

  it("of a payee without an account number, or with one that cannot be right, is left out and says so", () => {
    const app = booksApp();
    const account = readAccount(app.db, "northrigg-cordage")!;
    const set = (after: string) =>
      writeAccount(
        app,
        account.id,
        [
          {
            type: "account changed",
            data: {
              changes: [{ field: "bankAccount", before: "", after }],
              because: { code: "import applied" },
              document: null,
            },
          },
        ],
        { actor: "system" },
      );
    const invoice = posted(app, "C-1");
    set("");
    expect(planned(app, invoice)).toMatchObject({ why: [{ code: "no account number" }] });
    set("DE88 3704 0044 0532 0130 00");
    expect(planned(app, invoice)).toMatchObject({ why: [{ code: "wrong account number" }] });
    expect(codes(payAll(app, clerk(app)))).toBe("wrong account number");
  });
});

describe("a claim on behalf of somebody", () => {
  it("is paid to them and to nobody else, once their account is known", () => {
    const app = booksApp();
    const forNoor = claim([claimLine({ claimed: 900 })], {
      requester: "tamsin-roque",
      onBehalfOf: "noor-halvorsrud",
      unit: "engineering",
      payee: "tamsin-roque",
    });
    expect(codes(enterDocument(app, clerk(app), forNoor, newCommandId()))).toBe("forbidden");
    const { id } = decideAll(app, submit(app, { ...forNoor, payee: "noor-halvorsrud" }).id);
    expect(planned(app, { id })).toMatchObject({ at: "left out", why: [{ code: "no account number" }] });
    const account = "DE89 3704 0044 0532 0130 00";
    const noor = person(app, "noor-halvorsrud");
    value(changeDetail(app, noor, noor.id, { field: "bankAccount", value: account }));
    const other = person(app, "vicente-lourosa");
    const [ready] = lookAtRun(app, other, undefined).ready;
    expect(ready).toMatchObject({
      document: id,
      payee: "Noor Halvorsrud",
      account: "•••• 3000",
      due: null,
      ticked: true,
    });
  });
});

describe("a claim without a receipt", () => {
  const PNG = Buffer.from(
    "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==",
    "base64",
  );
  const lines = [claimLine({ claimed: 900, description: "Bus" }), claimLine({ claimed: 6_000, description: "Hotel" })];
  const mine = { requester: "noor-halvorsrud", unit: "engineering", payee: "noor-halvorsrud" };
  const heldFor = (app: TestApp, id: string) =>
    readState(app.db, id)!.holds.filter((hold) => hold.code === "Receipt missing");

  it("is not held any more when the line that lacks it is refused", () => {
    const app = booksApp();
    const { id } = submit(app, claim(lines, mine));
    expect(heldFor(app, id)).toMatchObject([{ releasedAt: null }]);
    const { level, pool } = readState(app.db, id)!.levels.find((one) => one.status === "open")!;
    const refused = [{ part: "line 2", allowed: null }];
    value(command(app, pool[0]!, id, { type: "approve", level, revision: 1, comment: "No hotel", refused }));
    expect(heldFor(app, id)).toMatchObject([{ released: { how: "cause gone", why: { code: "part not approved" } } }]);
  });

  it("is approved, waits for it, and is paid once accounts or its requester have brought it; nothing is asked again", async () => {
    const app = booksApp();
    const { id } = decideAll(app, submit(app, claim(lines, mine)).id);
    expect(planned(app, { id })).toMatchObject({ at: "left out" });
    const paper = value(await addAttachment(app, clerk(app), "hotel.png", PNG));
    const bring = (who: string, line: number, attachment = paper) =>
      codes(command(app, who, id, { type: "supply paper", line, attachment }));
    expect(bring("petra-zimbral", 2)).toBe("forbidden");
    expect(bring("tamsin-roque", 3)).toBe("unknown");
    expect(bring("noor-halvorsrud", 2, { ...paper, hash: "0".repeat(64) })).toBe("attachment");
    expect(bring("tamsin-roque", 2)).toBe("done");
    // One paper is not the proof of two lines.
    expect(bring("noor-halvorsrud", 1)).toBe("duplicate");
    expect(bring("tamsin-roque", 2)).toBe("already");
    expect(heldFor(app, id)).toMatchObject([{ released: { why: { code: "receipt supplied", values: { line: 2 } } } }]);
    const state = readState(app.db, id)!;
    expect(state.status).toBe("approved");
    expect(acceptedOf(state)).toMatchObject({ lines: [{ receipt: null }, { receipt: paper.hash }] });
    expect(planned(app, { id })).toMatchObject({ why: [{ code: "no account number" }] });
    // The same paper is nobody's second receipt.
    const other = submit(app, claim(lines, mine));
    const again = { type: "supply paper" as const, line: 2, attachment: paper };
    expect(codes(command(app, "noor-halvorsrud", other.id, again))).toBe("duplicate");
    const before = dumpProjections(app.db);
    rebuild(app.db);
    expect(dumpProjections(app.db)).toEqual(before);
  });
});

describe("a run", () => {
  it("pays exactly what was ticked, for a day somebody chose, and refuses what has changed since they looked", () => {
    const app = booksApp();
    const [one, other] = [posted(app, "D-1"), posted(app, "D-2")];
    const looked = lookAtRun(app, clerk(app), "2026-03-17");
    expect(looked.ready.map((row) => row.ticked)).toEqual([false, false]);
    const items = looked.ready.filter((row) => row.document === one.id);
    writeAccount(
      app,
      "northrigg-cordage",
      [
        {
          type: "account changed",
          data: {
            changes: [{ field: "bankAccount", before: "x", after: "NO93 8601 1117 947" }],
            because: { code: "import applied" },
            document: null,
          },
        },
      ],
      { actor: "system" },
    );
    expect(codes(makeRun(app, clerk(app), { day: "2026-03-17", items }, newCommandId()))).toBe("changed");
    const again = lookAtRun(app, clerk(app), "2026-03-17").ready.filter((row) => row.document === one.id);
    expect(codes(makeRun(app, clerk(app), { day: "2026-03-09", items: again }, newCommandId()))).toBe("past");
    expect(
      codes(makeRun(app, person(app, "noor-halvorsrud"), { day: "2026-03-17", items: again }, newCommandId())),
    ).toBe("forbidden");
    const made = value(makeRun(app, clerk(app), { day: "2026-03-17", items: again }, newCommandId())) as {
      run: string;
    };
    expect(planned(app, one)).toMatchObject({ at: "in a run", run: made.run, day: "2026-03-17" });
    expect(planned(app, other)).toMatchObject({ at: "planned", day: "2026-03-20" });
    expect(codes(makeRun(app, clerk(app), { day: "2026-03-17", items: again }, newCommandId()))).toBe("already");
  });

  it("is undone until it is exported, with why, and everything in it is to be paid again", () => {
    const app = booksApp();
    payFrom(app);
    const invoice = posted(app, "E-1");
    const first = run(app);
    expect(codes(undoRun(app, clerk(app), { run: first, reason: " " }, newCommandId()))).toBe("comment required");
    value(undoRun(app, clerk(app), { run: first, reason: "For the day before" }, newCommandId()));
    expect(planned(app, invoice)).toMatchObject({ at: "planned" });
    expect(codes(exportRun(app, clerk(app), { run: first }, newCommandId()))).toBe("already");
    const second = run(app);
    value(exportRun(app, clerk(app), { run: second }, newCommandId()));
    expect(codes(undoRun(app, clerk(app), { run: second, reason: "Too late" }, newCommandId()))).toBe("exported");
    expect(runList(app).map((one) => [one.id, one.state])).toEqual([
      [second, "exported"],
      [first, "undone"],
    ]);
  });

  it("is exported once, as pain.001 with account numbers in full, and is paid on its own day: on document, record and books", async () => {
    const app = booksApp();
    const invoice = posted(app, "F-1");
    const made = run(app);
    expect(codes(exportRun(app, clerk(app), { run: made }, newCommandId()))).toBe("missing");
    payFrom(app);
    value(exportRun(app, clerk(app), { run: made }, newCommandId()));
    const after = readState(app.db, invoice.id)!;
    expect(after.paid).toMatchObject({ run: made, day: "2026-03-20", amount: { currency: "EUR" }, to: SUPPLIER });
    expect(paymentOf(app, after)).toMatchObject({ at: "exported" });
    app.clock.set("2026-03-20T08:00:00.000Z");
    expect(paymentOf(app, after)).toMatchObject({ at: "paid", day: "2026-03-20" });
    expect(app.db.prepare("SELECT run, paid FROM posting WHERE document = ?").get(invoice.id)).toEqual({
      run: made,
      paid: "2026-03-20",
    });
    const { content } = value(await fetchFile(app, clerk(app), made, "xml"));
    const parsed = new XMLParser({ parseTagValue: false }).parse(content as string) as any;
    const { Amt, CdtrAcct } = parsed.Document.CstmrCdtTrfInitn.PmtInf.CdtTrfTxInf;
    const account = String(readAccount(app.db, "northrigg-cordage")!.fields.bankAccount).replaceAll(" ", "");
    expect(CdtrAcct.Id.IBAN).toBe(account);
    expect(Math.round(Number(Amt.InstdAmt) * 100)).toBe(after.paid!.amount.minor);
    // Numbers in full stand in the file and nowhere in the log.
    const said = app.db
      .prepare("SELECT data FROM event WHERE type IN ('paid', 'payment run made', 'payment run exported')")
      .pluck()
      .all() as string[];
    expect(said.some((data) => data.includes(account))).toBe(false);
    expect(app.db.prepare("SELECT COUNT(*) FROM event WHERE type = 'payment file fetched'").pluck().get()).toBe(1);
    const before = dumpProjections(app.db);
    rebuild(app.db);
    expect(dumpProjections(app.db)).toEqual(before);
  });

  it("that somebody held or whose payee moved since is not exported", () => {
    const app = booksApp();
    payFrom(app);
    const invoice = posted(app, "G-1");
    const made = run(app);
    value(command(app, "tamsin-roque", invoice.id, { type: "place hold", reason: "Asked back", blocks: ["pay"] }));
    expect(codes(exportRun(app, clerk(app), { run: made }, newCommandId()))).toBe("held");
    expect(readState(app.db, invoice.id)!.paid).toBeUndefined();
    app.clock.set("2026-03-21T10:00:00.000Z");
    expect(codes(exportRun(app, clerk(app), { run: made }, newCommandId()))).toBe("past");
  });
});

describe("handing a run to the bank", () => {
  const usual = USUAL_DUTIES;
  const refusing = usual.map((rule) => ({ ...rule, mode: "refuse" as const }));

  it.each([
    ["is refused to whoever may not pay what is in it, though another made it", refusing, "segregation", []],
    ["is marked where the organisation only marks it", usual, "done", [["tamsin-roque", "pay", "enter"]]],
  ] as const)("%s", (_, duties, said, marked) => {
    const app = booksApp();
    payFrom(app);
    const invoice = posted(app, "H-1", { requester: "tamsin-roque" });
    const { run: made } = value(payTicked(app, person(app, "vicente-lourosa"), "2026-03-20")) as { run: string };
    value(setRules(app, person(app, "benedita-corvo"), { duties: [...duties] }, newCommandId()));
    const outcome = exportRun(app, clerk(app), { run: made }, newCommandId());
    expect(outcome.ok ? "done" : outcome.refusals[0]?.code).toBe(said);
    expect(app.db.prepare("SELECT exported_at IS NOT NULL FROM payment_run").pluck().all()).toEqual([
      said === "done" ? 1 : 0,
    ]);
    const duty = [...eventsBetween(app, { from: "2026-03-01", until: "2026-03-31" })]
      .filter((event) => event.type === "duties met")
      .map((event) => JSON.parse(event.data) as { document: string; person: string; duty: string; with: string });
    expect(
      duty.filter((one) => one.document === invoice.id && one.person === "tamsin-roque" && one.duty === "pay"),
    ).toMatchObject(marked.map(([who, pay, enter]) => ({ person: who, duty: pay, with: enter })));
  });
});

it("nobody keeps an account number that cannot be right", () => {
  const app = booksApp();
  const noor = person(app, "noor-halvorsrud");
  expect(codes(changeDetail(app, noor, noor.id, { field: "bankAccount", value: "DE88 3704 0044 0532 0130 00" }))).toBe(
    "invalid",
  );
  expect(codes(changeDetail(app, noor, noor.id, { field: "bankAccount", value: "DE89 3704 0044 0532 0130 00" }))).toBe(
    "done",
  );
});
