// Which fields of an account are approved before they change is the organisation's to say; everything else counts at once and stands in the log. Every change is a
// list of old and new, whoever or whatever made it.
import { describe, expect, it } from "vitest";
import { codes, person, value, type TestApp } from "../../../demo/test-app";
import { booksApp, clerk, customer, eur } from "../../../demo/test-books";
import { importCustomers } from "../intake/customers";
import { rebuild } from "../log/rebuild";
import { newCommandId } from "../log/log";
import { changeAccount } from "./account-changes";
import { proposeChange, visibleChanges } from "./account-commands";
import { findAccounts, readAccount, readRules } from "./accounts";
import { enterSalesOrder, setRules } from "./books";
import { dutiesOf } from "./duties";
import { accountView } from "./views";
import { stoppedOrders } from "../credit/view";

const controls = (app: TestApp, controlled: object) =>
  value(setRules(app, person(app, "benedita-corvo"), { controlled }, newCommandId()));
const BANK_ALONE = { customer: ["limit", "bankAccount"], supplier: ["bankAccount"] };
const change = (app: TestApp, by: string, account: string, changes: Parameters<typeof changeAccount>[2]["changes"]) =>
  changeAccount(app, person(app, by), { account, changes }, newCommandId());
const supplier = (app: TestApp) => findAccounts(app.db, { kind: "supplier", limit: 1 })[0]!;
const logged = (app: TestApp, account: string) => accountView(app, account)!.changes;

describe("fields that nobody controls", () => {
  it("are none before somebody has said so", () => {
    const app = booksApp();
    const { id } = customer(app);
    expect(readRules(app).controlled.customer).toHaveLength(7);
    expect(codes(change(app, "vicente-lourosa", id, [{ field: "phone", after: "1" }]))).toBe("controlled");
    expect(logged(app, id)).toEqual([]);
  });

  it("change at once for accounts and for nobody else, and stand in the log as old and new, with who and why", () => {
    const app = booksApp();
    const { id, fields } = customer(app);
    controls(app, BANK_ALONE);
    expect(codes(change(app, "matias-serrado", id, [{ field: "phone", after: "1" }]))).toBe("forbidden");
    const changes = [
      { field: "phone", after: "+00 123" },
      { field: "insuredAmount", after: eur(5_000) },
    ];
    expect(value(change(app, "vicente-lourosa", id, changes))).toEqual({ changed: 2 });
    expect(readAccount(app.db, id)!.fields).toMatchObject({ phone: "+00 123", insuredAmount: eur(5_000) });
    expect(logged(app, id)).toEqual([
      {
        at: app.clock.now(),
        person: "vicente-lourosa",
        why: "by hand, without an approval, which these fields need none of",
        document: null,
        changes: [
          { field: "phone", before: fields.phone ?? null, after: "+00 123" },
          { field: "insuredAmount", before: fields.insuredAmount ?? null, after: eur(5_000) },
        ],
      },
    ]);
    const before = logged(app, id);
    rebuild(app.db);
    expect(logged(app, id)).toEqual(before);
  });

  it("are refused whole where one is controlled, is of another kind or can never be right", () => {
    const app = booksApp();
    const { id, fields } = customer(app);
    controls(app, { customer: ["limit"], supplier: ["limit"] });
    const tried = (field: string, after: string | { minor: number; currency: string }) =>
      codes(
        change(app, "vicente-lourosa", id, [
          { field: "phone", after: "9" },
          { field, after },
        ]),
      );
    expect(tried("limit", eur(1))).toBe("controlled");
    expect(tried("colour", "red")).toBe("unknown");
    expect(tried("insuredAmount", "much")).toBe("invalid");
    expect(tried("insuredAmount", { minor: 1, currency: "NOK" })).toBe("invalid");
    expect(tried("email", "nobody")).toBe("invalid");
    expect(tried("bankAccount", "PT50 0000 0000 0000 0000 0000 0")).toBe("invalid");
    expect(tried("paymentTerms", "whenever")).toBe("invalid");
    expect(readAccount(app.db, id)!.fields).toEqual(fields);
    const one = supplier(app);
    const other = findAccounts(app.db, { kind: "supplier", limit: 2 })[1]!;
    expect(codes(change(app, "vicente-lourosa", one.id, [{ field: "name", after: other.name }]))).toBe("already");
    expect(codes(change(app, "vicente-lourosa", one.id, [{ field: "name", after: " " }]))).toBe("missing");
    expect(value(change(app, "vicente-lourosa", one.id, [{ field: "name", after: "Another Name" }]))).toEqual({
      changed: 1,
    });
    expect(readAccount(app.db, one.id)!.name).toBe("Another Name");
  });

  it("do what an approved change would: a higher limit frees orders, and whoever changed a supplier has had a hand in its account", () => {
    const app = booksApp();
    const { id, fields } = customer(app);
    const limit = (fields.limit as { minor: number }).minor;
    value(enterSalesOrder(app, clerk(app), { customer: id, title: "Spring", minor: limit + 100 }, newCommandId()));
    expect(stoppedOrders(app, clerk(app))).toHaveLength(1);
    controls(app, { customer: [], supplier: [] });
    value(change(app, "vicente-lourosa", id, [{ field: "limit", after: eur(limit + 10_000) }]));
    expect(stoppedOrders(app, clerk(app))).toEqual([]);
    const { id: bought, name } = supplier(app);
    value(change(app, "vicente-lourosa", bought, [{ field: "bankAccount", after: "XX36 1234 5678 90" }]));
    expect(readAccount(app.db, bought)!.bankAt).toBe(app.clock.now());
    const state = {
      document: { documentType: "purchase-order", supplier: name, requester: "x" },
      levels: [],
      holds: [],
      number: "N",
    };
    expect(dutiesOf(app, state as unknown as Parameters<typeof dutiesOf>[1])).toContainEqual({
      duty: "account",
      person: "vicente-lourosa",
    });
    const hidden = visibleChanges(app, person(app, "noor-halvorsrud"), logged(app, bought)[0]!.changes);
    expect(hidden[0]!.after).toBe("•••• 7890");
  });

  it("go their own way out of one edit: the rest becomes a document", () => {
    const app = booksApp();
    const { id, fields } = customer(app);
    controls(app, BANK_ALONE);
    const edit = (by: string, phone: string, minor: number) =>
      value(
        proposeChange(
          app,
          person(app, by),
          {
            customers: [id],
            changes: [
              { field: "phone", after: phone },
              { field: "limit", after: eur(minor) },
            ],
            note: "",
            origin: "edit",
            submit: false,
          },
          newCommandId(),
        ),
      );
    const byClerk = edit("vicente-lourosa", "111", 1);
    expect(byClerk).toMatchObject({ changed: 1, numbers: [expect.any(String)] });
    expect(readAccount(app.db, id)!.fields).toEqual({ ...fields, phone: "111" });
    // Whoever may not change it so has all of it approved.
    expect(edit("matias-serrado", "222", 2)).toMatchObject({ changed: 0, numbers: [expect.any(String)] });
    expect(readAccount(app.db, id)!.fields.phone).toBe("111");
  });

  it("of an import are applied whatever it may do with the others", async () => {
    const app = booksApp();
    const { id, name, fields } = customer(app);
    controls(app, BANK_ALONE);
    const bring = (head: string, row: string, confirm: boolean) =>
      importCustomers(app, clerk(app), {
        text: `customer,${head}\n${name},${row}\n`,
        confirm,
        command: newCommandId(),
      });
    const looked = value(await bring("phone,limit", "777,1", false));
    expect(looked.differences.map(({ field, free }) => [field, free])).toEqual([
      ["limit", false],
      ["phone", true],
    ]);
    value(setRules(app, person(app, "benedita-corvo"), { customerImport: "refuse" }, newCommandId()));
    expect(codes(await bring("phone,limit", "777,1", true))).toBe("file");
    expect(value(await bring("phone", "777", true)).done).toEqual({ applied: 1, numbers: [] });
    expect(readAccount(app.db, id)!.fields).toEqual({ ...fields, phone: "777" });
    value(setRules(app, person(app, "benedita-corvo"), { customerImport: "propose" }, newCommandId()));
    expect(value(await bring("phone,limit", "778,1", true)).done).toMatchObject({
      applied: 1,
      numbers: [expect.any(String)],
    });
    expect(logged(app, id).map(({ changes }) => changes.map(({ field }) => field))).toEqual([["phone"], ["phone"]]);
    expect(logged(app, id)[0]!.why).toBe("by an import, without an approval, which these fields need none of");
  });
});
