/** A throw-away installation with accounts and the demo's policies of every type in force, for tests of what comes in and what follows. */
import type { DocumentState } from "@/core/approval";
import type { Person } from "@/core/people";
import type { App } from "@/server/app";
import { makeRun } from "@/server/payments/runs";
import { lookAtRun } from "@/server/payments/views";
import { invoice } from "@/core/fixtures";
import type { AnyDocument, SupplierInvoice } from "@/core/documents";
import { commandDocument, enterDocument, type PersonCommand } from "@/server/documents/commands";
import { readState } from "@/server/documents/state";
import { readAccount } from "@/server/ledger/accounts";
import { newCommandId } from "@/server/log/log";
import { claimPolicy, creditPolicy, invoicePolicy, supplierPolicy } from "./further-policies";
import { reviewedInForce } from "./put-in-force";
import { openAccounts, person, testApp, value, type TestApp } from "./test-app";
import { fillingFor } from "./fill";

export function booksApp(): TestApp {
  const app = testApp();
  openAccounts(app);
  for (const policy of [invoicePolicy, claimPolicy, creditPolicy, supplierPolicy])
    reviewedInForce(app, newCommandId, { policy, basedOn: 0, note: "", from: "2026-03-10" });
  return app;
}

export const clerk = (app: TestApp) => person(app, "tamsin-roque");
/** Enters and submits a document as its requester, as the form does. */
export function submit(app: TestApp, document: AnyDocument): DocumentState {
  const requester = person(app, document.requester);
  const entered = value(enterDocument(app, requester, document, newCommandId()));
  return value(
    commandDocument(app, requester, entered.id, { type: "submit", document: entered.document }, newCommandId()),
  );
}
/** An invoice of the demo’s clerk, varied by `extra`. */
export const bill = (extra: Partial<SupplierInvoice> = {}): SupplierInvoice =>
  invoice({ requester: "vicente-lourosa", unit: "finance", date: "2026-03-09", ...extra });
export const command = (app: TestApp, by: string, id: string, what: PersonCommand) =>
  commandDocument(app, person(app, by), id, what, newCommandId());
/** Approves at the open level `by` sits on, with every check of it ticked and every field filled in. */
export const approve = (app: TestApp, by: string, id: string) => {
  const state = readState(app.db, id)!;
  const level = state.levels.find((one) => one.status === "open" && one.pool.includes(by))!;
  return value(
    command(app, by, id, {
      type: "approve",
      level: level.level,
      revision: state.revision,
      comment: "",
      ticked: [...(level.checklist ?? [])],
      ...fillingFor(app, state, level.level, by, () => 0.5),
    }),
  );
};

/** Makes a run of what is ticked when somebody looks at one. @param day the next usual one where none is given */
export function payTicked(app: App, payer: Person, day?: string) {
  const looked = lookAtRun(app, payer, day);
  return makeRun(app, payer, { day: looked.day, items: looked.ready.filter((one) => one.ticked) }, newCommandId());
}

/** Tries to pay all there is, left out or not. */
export function payAll(app: App, payer: Person) {
  const { day, ready, left } = lookAtRun(app, payer, undefined);
  return makeRun(app, payer, { day, items: [...ready, ...left] }, newCommandId());
}

export const eur = (minor: number) => ({ minor, currency: "EUR" });

/** The first of the demo’s customers, with what its account says. */
export const customer = (app: TestApp) =>
  readAccount(
    app.db,
    app.db.prepare("SELECT id FROM account WHERE kind = 'customer' ORDER BY id LIMIT 1").pluck().get() as string,
  )!;
