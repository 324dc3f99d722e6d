// Accounts of customers and suppliers: changed only by what was approved, and opened when it is.
import { describe, expect, it } from "vitest";
import type { SupplierAccount } from "@/core/documents";
import { signsFor } from "@/core/drawn";
import { limitChange } from "@/core/fixtures";
import { codes, person, value, type TestApp } from "../../../demo/test-app";
import { bankLetter } from "../../../demo/receipt-picture";
import { scrawl } from "../../../demo/sign";
import { approve, bill, booksApp, clerk, command, customer, eur, submit } from "../../../demo/test-books";
import { readDrawn } from "../access/drawn";
import { enterDocument } from "../documents/commands";
import { readState } from "../documents/state";
import { stoppedOrders } from "../credit/view";
import { lastSeq, newCommandId } from "../log/log";
import { askForAccount, fillIn, proposeChange } from "./account-commands";
import { inviteAgain, invitedParty } from "./invitations";
import { customerFacts, readAccount } from "./accounts";
import { enterSalesOrder } from "./books";
import { runInsideSteps } from "./work";

describe("a credit limit", () => {
  it("is not set by what was approved from another one, which has changed since; the step says so", () => {
    const app = booksApp();
    const { id, fields } = customer(app);
    const limit = (fields.limit as { minor: number }).minor;
    const asked = (after: number) => {
      const more = { requester: "matias-serrado", unit: "freight", customer: id };
      const state = submit(app, limitChange([{ field: "limit", before: eur(0), after: eur(after) }], more));
      return state.id;
    };
    const [raise, fall] = [asked(limit + 100_000), asked(limit - 100_000)];
    runInsideSteps(app);
    expect(customer(app).fields.limit).toEqual(eur(limit - 100_000));
    while (readState(app.db, raise)!.status === "waiting")
      approve(app, readState(app.db, raise)!.levels.find((one) => one.status === "open")!.pool[0]!, raise);
    runInsideSteps(app);
    expect([readState(app.db, fall)!.status, customer(app).fields.limit]).toEqual(["approved", eur(limit - 100_000)]);
    expect(readState(app.db, raise)!.steps!.find((one) => one.kind === "apply changes")).toMatchObject({
      status: "failed",
      result: { code: "changed meanwhile", values: { field: "limit" } },
    });
  });

  it("begins with a stopped order only where there is one of that customer", () => {
    const app = booksApp();
    const { id } = customer(app);
    const more = { requester: "matias-serrado", unit: "freight", customer: id, origin: "stopped order" as const };
    const entered = (stoppedOrder: string | null) =>
      enterDocument(
        app,
        person(app, "matias-serrado"),
        limitChange([{ field: "limit", before: eur(0), after: eur(5) }], { ...more, stoppedOrder }),
        newCommandId(),
      );
    expect(codes(entered("SO-0001"))).toBe("unknown");
    expect(value(entered(null)).document).toMatchObject({ origin: "by hand" });
    const sold = (minor: number) =>
      enterSalesOrder(app, clerk(app), { customer: id, title: "x", minor }, newCommandId());
    value(sold(1));
    expect(codes(entered("SO-0001"))).toBe("unknown");
    value(sold(10_000_000_000));
    expect(value(entered("SO-0002")).document).toMatchObject({ origin: "stopped order", stoppedOrder: "SO-0002" });
  });

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
    expect(stoppedOrders(app, clerk(app)).map((one) => one.name)).toEqual([name]);
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
    expect(stoppedOrders(app, clerk(app))).toEqual([]);
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
    bankAccount: "XX36 1234 5678 90",
    email: "office@tunvik.example",
    signedBy: "Ida Berg",
    drawn: scrawl("Ida Berg"),
    papers: [],
  };
  /** The same with the paper that a new supplier needs. */
  const whole = (app: TestApp, token: string) => ({ ...filled, papers: [bankLetter(app, token)] });
  const ask = (app: TestApp) =>
    value(askForAccount(app, person(app, "albertina-fragoso"), asked, newCommandId())) as { id: string; link: string };

  it("is blocked until it is filled in through its link, approved and applied; then an invoice that was held for it goes on", () => {
    const app = booksApp();
    const held = submit(app, bill({ supplier: "Tunvik Sails" }));
    expect(held.holds.map((hold) => hold.code)).toContain("Supplier not approved");
    const { id, link } = ask(app);
    const token = link.split("/").at(-1)!;
    expect(value(invitedParty(app, token, null))).toMatchObject({ name: "Tunvik Sails", host: "Marévia Lines" });
    // The form is the party's: nobody who is signed in here opens it or signs it, whoever asked for the account least of all.
    const insider = person(app, "albertina-fragoso");
    expect(codes(invitedParty(app, token, insider))).toBe("forbidden");
    expect(codes(fillIn(app, token, insider, filled, newCommandId()))).toBe("forbidden");
    // The secret stands in no event and no letter.
    expect(app.db.prepare("SELECT COUNT(*) FROM event WHERE data LIKE ?").pluck().get(`%${token}%`)).toBe(0);
    expect(app.db.prepare("SELECT COUNT(*) FROM letter WHERE body LIKE ?").pluck().get(`%${token}%`)).toBe(0);
    // A paper that is here already is not attached by naming its hash.
    const named = { hash: "a".repeat(64), name: "Other's", type: "application/pdf", size: 1 };
    expect(
      codes(
        fillIn(app, token, null, { ...filled, papers: [{ name: "Bank letter", attachment: named }] }, newCommandId()),
      ),
    ).toBe("attachment");
    const complete = whole(app, token);
    const left = (part: object) => {
      const result = fillIn(app, token, null, { ...complete, ...part }, newCommandId());
      return result.ok ? "sent" : result.refusals[0]!.message;
    };
    expect(left({ bankAccount: " " })).toBe("Enter the bank account");
    expect(left({ papers: [] })).toBe("Attach the bank letter");
    expect(left({ drawn: undefined })).toBe("Draw your signature in the field as well");
    expect(left({ drawn: [[[1, 1]]] })).toBe("Draw your signature in the field");
    const { number } = value(fillIn(app, token, null, complete, newCommandId()));
    expect([codes(invitedParty(app, token, null)), codes(fillIn(app, token, null, complete, newCommandId()))]).toEqual([
      "used",
      "used",
    ]);
    const document = number.toLowerCase();
    for (const who of ["leonel-viegas", "rosalind-amado"]) approve(app, who, document);
    expect(readAccount(app.db, id)!.status).toBe("asked for");
    runInsideSteps(app);
    expect(readAccount(app.db, id)).toMatchObject({
      status: "open",
      bankAt: null,
      fields: { bankAccount: "XX36 1234 5678 90" },
    });
    const hold = readState(app.db, held.id)!.holds.find((one) => one.code === "Supplier not approved")!;
    expect(hold.released).toMatchObject({ how: "cause gone" });
  });

  it("says that the party signed it only while it is what they signed", () => {
    const app = booksApp();
    const { id, link } = ask(app);
    const left = { ...whole(app, link.split("/").at(-1)!), email: "" };
    const { number } = value(fillIn(app, link.split("/").at(-1)!, null, left, newCommandId()));
    const document = readState(app.db, number.toLowerCase())!.document as SupplierAccount;
    expect(document.filledInBy).toBe("Ida Berg");
    // By hand as well, with its date, bound to what was filled in.
    const { name, on, hash, drawn } = document.partySignature!;
    expect([name, on]).toEqual(["Ida Berg", "2026-03-10"]);
    expect(signsFor(readDrawn(app, drawn!)!.toString(), hash)).toBe(true);
    const edited = (sent: SupplierAccount) => {
      const { revision } = readState(app.db, number.toLowerCase())!;
      const result = command(app, "albertina-fragoso", number.toLowerCase(), {
        type: "revise",
        revision,
        document: sent,
      });
      const { filledInBy, partySignature } = value(result).document as SupplierAccount;
      expect(partySignature).toEqual(filledInBy ? document.partySignature : undefined);
      return filledInBy;
    };
    expect(edited({ ...document, note: "Please soon" })).toBe("Ida Berg");
    const other = document.changes.map((one) =>
      one.field === "bankAccount" ? { ...one, after: "XX02 6666 6666 66" } : one,
    );
    expect(edited({ ...document, changes: other })).toBe("");
    // What they left empty is not ours to fill in their name.
    const mine = { field: "email" as const, before: null, after: "me@elsewhere.example" };
    expect(edited({ ...document, changes: [...document.changes, mine] })).toBe("");
    expect(edited(document)).toBe("Ida Berg");
    // Nobody says it of a form that nobody signed.
    const forged = { ...document, supplier: "northrigg-cordage", filledInBy: "Ida Berg" };
    const entered = enterDocument(app, person(app, "albertina-fragoso"), forged, newCommandId());
    expect(value(entered).document).toMatchObject({ filledInBy: "" });
    expect(readAccount(app.db, id)!.signed!.signedBy).toBe("Ida Berg");
  });

  it("a link works until its day, not after; a new one takes its place", () => {
    const app = booksApp();
    const { id, link } = ask(app);
    const token = link.split("/").at(-1)!;
    expect(codes(inviteAgain(app, person(app, "noor-halvorsrud"), id))).toBe("forbidden");
    const again = value(inviteAgain(app, person(app, "albertina-fragoso"), id))
      .link!.split("/")
      .at(-1)!;
    expect([codes(invitedParty(app, token, null)), value(invitedParty(app, again, null)).name]).toEqual([
      "used",
      "Tunvik Sails",
    ]);
    app.clock.set("2026-03-25T09:10:00.000Z");
    expect(codes(invitedParty(app, again, null))).toBe("used");
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
      changes: [{ field: "bankAccount" as const, before: null, after: "XX55 9999 9999 99" }],
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
