/** A throw-away installation with the demo's people for tests of the server. */
import { usualRules, type PurchaseOrder } from "@/core/documents";
import { order } from "@/core/fixtures";
import type { Organisation, Person } from "@/core/people";
import type { Result } from "@/core/refusal";
import type { App } from "@/server/app";
import { handClock } from "@/server/clock";
import { openDatabase } from "@/server/db/open";
import { append, newCommandId } from "@/server/log/log";
import { project } from "@/server/log/projection";
import { lookerOf } from "@/server/listing";
import { readReferenceData } from "@/server/reference-data";
import { writeAccount } from "@/server/ledger/write";
import { customers, suppliers } from "./accounts";
import { marevia } from "./organisation";
import { seeded } from "./random";
import { orderPolicy } from "./policy";
import { mareviaRules } from "./rules";
import { reviewedInForce } from "./put-in-force";
import { temporaryFolder } from "./temporary";

type HandClock = ReturnType<typeof handClock>;
export type TestApp = App & { clock: HandClock; wall: HandClock; folder: string };

/** An installation that knows an organisation and nothing else. @param at where its clock stands, ISO date-time in UTC */
export function emptyApp(organisation: Organisation, at: string): TestApp {
  const folder = temporaryFolder();
  const db = openDatabase(folder);
  const clock = handClock(at);
  const app = { db, clock, wall: handClock("2026-11-23T09:00:00.000Z"), demo: true, folder };
  const event = { type: "organisation imported", data: { organisation } };
  project(db, append(db, "organisation", [event], { actor: "system", at, command: newCommandId() }));
  return app;
}

/** People, rates and the demo's order policy in force; the clock stands at the demo's start. */
export function testApp(): TestApp {
  const app = emptyApp(marevia, "2026-01-01T09:00:00.000Z");
  const { db, clock } = app;
  const cause = { actor: "system", at: clock.now(), command: newCommandId() };
  const rates = [{ from: "JPY", to: "EUR", date: "2026-03-09", rate: "0.0061", source: "test" }];
  project(
    db,
    append(db, "rates", [{ type: "rates published", data: { rates } }], { ...cause, command: newCommandId() }),
  );
  const rules = { ...usualRules("EUR"), ...mareviaRules };
  project(db, append(db, "rules", [{ type: "rules set", data: { rules } }], { ...cause, command: newCommandId() }));
  reviewedInForce(app, newCommandId, { policy: orderPolicy, basedOn: 0, note: "", from: "2026-01-01" });
  clock.set("2026-03-10T09:10:00.000Z");
  return app;
}

export function person(app: App, id: string): Person {
  return readReferenceData(app).directory.person(id)!;
}

/** Somebody who looks at a list, now. */
export const looker = (app: App, id: string) => lookerOf(app, person(app, id));

export function value<T>(result: Result<T>): T {
  if (!result.ok) throw new Error(result.refusals.map((refusal) => refusal.message).join("; "));
  return result.value;
}

export const codes = (result: Result<unknown>) =>
  result.ok ? "done" : result.refusals.map((refusal) => refusal.code).join();

/** An order of Noor Halvorsrud's over a net amount in minor units. */
export function testOrder(netMinor: number, extra: Partial<PurchaseOrder> = {}): PurchaseOrder {
  return order(netMinor, { requester: "noor-halvorsrud", unit: "engineering", ...extra });
}

/** Suppliers and customers of the demo, open, as the back office has them. */
export function openAccounts(app: App): void {
  const random = seeded(5);
  app.db
    .transaction(() => {
      for (const { id, event } of [...suppliers(random), ...customers(random)])
        writeAccount(app, id, [event], { actor: "system" });
    })
    .immediate();
}
