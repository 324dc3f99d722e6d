/** A throw-away installation with accounts and the demo's policies of every type in force, for tests of what comes in and what follows. */
import { newCommandId } from "@/server/log/log";
import { claimPolicy, creditPolicy, invoicePolicy, supplierPolicy } from "./further-policies";
import { reviewedInForce } from "./put-in-force";
import { openAccounts, testApp, type TestApp } from "./test-app";

export function booksApp(): TestApp {
  const app = testApp();
  openAccounts(app);
  for (const policy of [invoicePolicy, claimPolicy, creditPolicy, supplierPolicy])
    reviewedInForce(app, newCommandId, { policy, basedOn: 0, note: "", from: "2026-03-10" });
  return app;
}
