// Suppliers and customers that were approved before, by the hundred from a file: with the checks that any account has, marked so in the log, and with what customers owe.
import { describe, expect, it } from "vitest";
import { codes, person, value, type TestApp } from "../../../demo/test-app";
import { booksApp, customer, eur } from "../../../demo/test-books";
import { askForAccount } from "../ledger/account-commands";
import { accountByName, customerFacts, findAccounts } from "../ledger/accounts";
import { accountView } from "../ledger/views";
import { rebuild } from "../log/rebuild";
import { lastSeq, newCommandId } from "../log/log";
import { accountsFile, importAccounts, type AccountsFile } from "./accounts";

type Extra = Partial<Omit<AccountsFile, "kind" | "text">>;
const bring = (app: TestApp, kind: "supplier" | "customer", text: string, extra: Extra = {}, by = "benedita-corvo") =>
  importAccounts(app, person(app, by), {
    kind,
    text,
    approvedBy: "",
    approvedOn: "",
    takeGood: false,
    confirm: null,
    command: newCommandId(),
    ...extra,
  });
const SAID = { approvedBy: "The board", approvedOn: "2025-11-30" };
const SUPPLIERS = `name,tax number,address,e-mail,bank account,payment terms,limit,approved by,approved on
Tarn Ropes,XX1,1 Quay,office@tarn.example,XX36 1234 5678 90,30 days,"5,000.00",Old Ledger,2024-02-01
Bergan Paint,XX2,2 Quay,,,,,,
`;

describe("a file of accounts that were approved before", () => {
  it("is looked at first, and then brought in whole: open, marked with by whom and when, and the same when rebuilt", () => {
    const app = booksApp();
    const before = lastSeq(app.db);
    const looked = value(bring(app, "supplier", SUPPLIERS, SAID));
    expect(looked).toMatchObject({ counts: { accounts: 2, bad: 0 }, written: null });
    expect(looked.rows.map(({ name, approved }) => [name, approved])).toEqual([
      ["Tarn Ropes", "Old Ledger, 1 Feb 2024"],
      ["Bergan Paint", "The board, 30 Nov 2025"],
    ]);
    expect(lastSeq(app.db)).toBe(before);
    expect(codes(bring(app, "supplier", SUPPLIERS, { ...SAID, confirm: "another" }))).toBe("changed");
    value(bring(app, "supplier", SUPPLIERS, { ...SAID, confirm: looked.fingerprint }));
    const tarn = accountByName(app.db, "supplier", "tarn ropes")!;
    expect(tarn).toMatchObject({ status: "open", currency: "EUR", askedBy: "benedita-corvo" });
    expect(tarn.fields).toMatchObject({ limit: eur(500_000), bankAccount: "XX36 1234 5678 90" });
    const [marked] = accountView(app, tarn.id)!.changes;
    expect(marked).toMatchObject({
      person: "benedita-corvo",
      why: "imported from a file, as approved by Old Ledger on 1 Feb 2024, before there was Bandeira",
    });
    expect(marked!.changes).toContainEqual({ field: "taxNumber", before: null, after: "XX1" });
    const kept = accountView(app, tarn.id);
    rebuild(app.db);
    expect(accountView(app, tarn.id)).toEqual(kept);
    // Confirmed again under the same command, since its answer was lost: nothing is written twice, and it says so.
    const command = newCommandId();
    const more = SUPPLIERS.replace("Tarn Ropes", "Tarn Sails").replace("Bergan Paint", "Bergan Oils");
    const { fingerprint: confirm } = value(bring(app, "supplier", more, SAID));
    expect(value(bring(app, "supplier", more, { ...SAID, confirm, command })).written).toBe(2);
    const last = lastSeq(app.db);
    expect(value(bring(app, "supplier", more, { ...SAID, confirm, command })).written).toBe(2);
    expect(lastSeq(app.db)).toBe(last);
    // The same file again brings in nothing.
    expect(value(bring(app, "supplier", SUPPLIERS, SAID)).bad.map(({ message }) => message)).toEqual([
      "Supplier: there is an account of that name already; a change of it is asked for with a document",
      "Supplier: there is an account of that name already; a change of it is asked for with a document",
    ]);
  });

  it("says of each row what is wrong, and takes the good ones only when told to", () => {
    const app = booksApp();
    const text = `customer,e-mail,bank account,payment terms,credit limit,approved on,owes,due
Good,,,,"1,000",,,
Bad Mail,nobody,,,,,,
Bad Bank,,PT50 0000 0000 0000 0000 0000 0,,,,,
Bad Terms,,,whenever,,,,
Bad Limit,,,,-5,,,
good,,,,,,,
Late,,,,,2027-01-01,,
=cmd(),,,,,,,
,,,,,,,
`;
    const looked = value(bring(app, "customer", text, SAID));
    expect(looked.counts).toEqual({ accounts: 1, bad: 8 });
    const said = Object.fromEntries(looked.bad.map(({ line, message }) => [line, message]));
    expect(said[3]).toBe("E-mail: “nobody” is no e-mail address");
    expect(said[4]).toMatch(/^Bank account: /);
    expect(said[5]).toMatch(/^Payment terms: there is no .*“whenever”/);
    expect(said[6]).toMatch(/^Credit limit: is below zero/);
    expect(said[7]).toBe("Customer: stands in the file twice");
    expect(said[8]).toBe("Approved on: 2027-01-01 is later than today");
    expect(said[9]).toMatch(/^Customer: “=cmd\(\)” begins like a formula/);
    expect(said[10]).toBe("Customer: is empty");
    expect(codes(bring(app, "customer", text, { ...SAID, confirm: looked.fingerprint }))).toBe("bad rows");
    const done = value(bring(app, "customer", text, { ...SAID, confirm: looked.fingerprint, takeGood: true }));
    expect(done.written).toBe(1);
    const silent = value(bring(app, "customer", "name\nNobody’s\n"));
    expect(silent.bad.map(({ message }) => message)).toEqual(["Approved by: is empty", "Approved on: is empty"]);
  });

  it("has what customers owe, which their limit is measured with from then on", () => {
    const app = booksApp();
    const text = `customer,credit limit,owes,due\nOld Friends,"2,000.00","1,500.00",2026-02-28\n`;
    const { fingerprint, rows } = value(bring(app, "customer", text, SAID));
    expect(rows[0]!.owes).toBe("1,500.00 EUR, due 28 Feb 2026");
    value(bring(app, "customer", text, { ...SAID, confirm: fingerprint }));
    const account = accountByName(app.db, "customer", "Old Friends")!;
    expect(customerFacts(app, account)).toMatchObject({ receivables: eur(150_000), overdue: eur(150_000) });
  });

  it("has a further row for whatever else a customer owes, each with its number and day, and nothing else in it", () => {
    const app = booksApp();
    const text = `customer,group,credit limit,owes,due,invoice,approved by,approved on
Old Friends,Harbours,"9,000.00","1,500.00",2026-02-28,R-1,Old Ledger,2024-02-01
Old Friends,,,"2.000,50",31.3.2026,,,
old friends,Harbours,"9,000.00",70.00,2026-04-30,,,
Old Friends,Yards,,5.00,,,,
Old Friends,,,,,,,
`;
    const looked = value(bring(app, "customer", text, {}));
    expect(looked.rows.map(({ owes }) => owes)).toEqual([
      "1,500.00 EUR, due 28 Feb 2026; 2,000.50 EUR, due 31 Mar 2026; 70.00 EUR, due 30 Apr 2026",
    ]);
    expect(looked.bad.map(({ line, message }) => [line, message])).toEqual([
      [5, "Customer: stands in the file twice"],
      [6, "Customer: stands in the file twice"],
    ]);
    value(bring(app, "customer", text, { takeGood: true, confirm: looked.fingerprint }));
    const account = accountByName(app.db, "customer", "Old Friends")!;
    expect(customerFacts(app, account)).toMatchObject({ receivables: eur(357_050), overdue: eur(150_000) });
    expect(accountView(app, account.id)!.receivables.map(({ number, amount }) => [number, amount])).toEqual([
      ["R-1", "1,500.00 EUR"],
      ["Opening balance", "2,000.50 EUR"],
      ["Opening balance 2", "70.00 EUR"],
    ]);
  });

  it("is brought in by controllers and administrators alone, three hundred at once, and comes out as it went in", async () => {
    const app = booksApp();
    const text = `name,approved by,approved on\n${Array.from({ length: 300 }, (_, n) => `Firm ${n},Board,2025-01-0${(n % 9) + 1}`).join("\n")}\n`;
    for (const [who, may] of [
      ["vicente-lourosa", "forbidden"],
      ["noor-halvorsrud", "forbidden"],
      ["tome-cardigos", "forbidden"],
    ] as const)
      expect(codes(bring(app, "supplier", text, {}, who))).toBe(may);
    const { fingerprint } = value(bring(app, "supplier", text, {}, "joaquina-teles"));
    value(bring(app, "supplier", text, { confirm: fingerprint }, "joaquina-teles"));
    const all = findAccounts(app.db, { kind: "supplier", limit: 10_000 });
    expect(all.filter(({ name }) => name.startsWith("Firm "))).toHaveLength(300);
    const out = String(await accountsFile(app, person(app, "benedita-corvo"), "supplier", "csv"));
    expect(out.split("\r\n")).toHaveLength(all.length + 2);
    const again = value(bring(app, "supplier", out, SAID));
    expect(again.counts).toEqual({ accounts: 0, bad: all.length });
  });
});

describe("an account by hand", () => {
  it("is asked for without an invitation, and stays blocked until its particulars are approved", () => {
    const app = booksApp();
    const letters = () => app.db.prepare("SELECT COUNT(*) FROM letter").pluck().get() as number;
    const before = letters();
    const asked = { kind: "supplier" as const, name: "Hand Made", email: "", currency: "EUR", group: "" };
    expect(codes(askForAccount(app, person(app, "tamsin-roque"), asked, newCommandId()))).toBe("missing");
    const made = value(askForAccount(app, person(app, "tamsin-roque"), { ...asked, byHand: true }, newCommandId()));
    expect(made).toEqual({ id: "hand-made", link: null });
    expect(accountByName(app.db, "supplier", "Hand Made")).toMatchObject({ status: "asked for" });
    expect(letters()).toBe(before);
    expect(customer(app)).not.toBeNull();
  });
});
