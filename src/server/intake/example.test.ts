// The examples that pages of imports show are files that these imports take.
import { describe, expect, it } from "vitest";
import { observatory } from "../../../demo/observatory/organisation";
import { emptyApp, openAccounts, person, testApp, value } from "../../../demo/test-app";
import { marevia } from "../../../demo/organisation";
import type { IntakeKind } from "@/core/intake";
import { newCommandId } from "../log/log";
import { readReferenceData } from "../reference-data";
import { lookAtCustomers } from "./customers";
import { exampleCustomers, exampleTables } from "./example";
import { readText } from "./import";

describe("examples of files", () => {
  it.each([
    ["the first organisation", marevia],
    ["the second", observatory],
  ])("of orders and invoices are read whole, as one document, by %s", (_, organisation) => {
    const app = emptyApp(organisation, "2026-03-10T09:10:00.000Z");
    const { directory } = readReferenceData(app);
    const { id: requester, unit } = directory.organisation.people[0]!;
    const { lists, fields } = directory.organisation;
    const taker = { requester, unit, today: "2026-03-10", lists, fields };
    const examples = exampleTables(directory.organisation, taker.today);
    for (const kind of ["supplier-invoice", "purchase-order"] satisfies IntakeKind[]) {
      const read = value(readText(examples[kind].csv, taker, "0".repeat(64)));
      expect([kind, read.bad, read.documents.length]).toEqual([kind, [], 1]);
      expect(read.kind).toBe(kind);
      expect(read.documents[0]!.lines).toEqual([2, 3]);
    }
  });

  it("of customers are looked at without a fault and differ in what they say", () => {
    const app = testApp();
    openAccounts(app);
    const { csv, rows } = exampleCustomers(app);
    const found = value(
      lookAtCustomers(app, { text: csv, confirm: false, command: newCommandId() }, person(app, "benedita-corvo")),
    );
    expect(found.bad).toEqual([]);
    expect(found.differences.map(({ name, field }) => [name, field])).toEqual([
      [rows[0]![0], "limit"],
      [rows[1]![0], "phone"],
    ]);
  });
});
