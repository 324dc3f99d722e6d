// A sixth type of document is its folder and its line in two lists: entered, routed, held, approved, recorded, exported, worked out again and shown.
import type { ComponentProps } from "react";
import { renderToStaticMarkup } from "react-dom/server";
import { describe, expect, it, vi } from "vitest";
import { namesIn } from "@/core/audit-narrative";
import { typeWords, documentTypeKeys, type AnyDocument } from "@/core/documents";
import { STARTING_SET, startFrom } from "@/core/starting-set";
import { verifyEvidence } from "@/core/records";
import { sayHeld } from "@/core/words";
import { commandDocument, enterDocument } from "@/server/documents/commands";
import { exported } from "@/server/documents/export";
import { listDocuments, viewDocument } from "@/server/documents/queries";
import { recomputed } from "@/server/documents/recompute";
import { readState } from "@/server/documents/state";
import { evidenceOf } from "@/server/evidence/files";
import { newCommandId } from "@/server/log/log";
import { dumpProjections, rebuild } from "@/server/log/rebuild";
import { readReferenceData } from "@/server/reference-data";
import { SCREENS } from "@/ui/document-types";
import { reviewedInForce } from "../put-in-force";
import { person, testApp, value } from "../test-app";
import type { Contract } from "./contract";

vi.mock("@/core/documents/types", async (original) => {
  const { TYPES } = await original<{ TYPES: object }>();
  return { TYPES: { ...TYPES, contract: (await import("./contract")).contractType } };
});
vi.mock("@/ui/document-types", async (original) => {
  const { SCREENS: known } = await original<{ SCREENS: object }>();
  return { SCREENS: { ...known, contract: (await import("./screens")).contractScreens } };
});

const contract = (perYear: number, extra: Partial<Contract> = {}) =>
  ({
    documentType: "contract",
    title: "Berths for the winter",
    requester: "noor-halvorsrud",
    onBehalfOf: null,
    unit: "engineering",
    currency: "EUR",
    date: "2026-03-10",
    note: "",
    attachments: [],
    party: "Quay of the North",
    endsOn: "2029-03-31",
    lines: [{ description: "Two berths", years: 3, perYear }],
    ...extra,
  }) as unknown as AnyDocument;

function started() {
  const app = testApp();
  const start = STARTING_SET.find(({ documentType }) => documentType === "contract")!;
  const own = { id: "contracts", name: "Contracts", owner: "benedita-corvo", units: ["marevia"], currency: "EUR" };
  const policy = startFrom(start, own);
  policy.scope = { units: ["marevia"], requesters: { kind: "only", people: ["noor-halvorsrud"] } };
  reviewedInForce(app, newCommandId, { policy, basedOn: 0, note: "", from: "2026-03-10", letStand: "A new type" });
  const requester = person(app, "noor-halvorsrud");
  return { app, requester };
}

describe("a sixth type of document", () => {
  it("is designed for, with its own fields, measures and start", () => {
    expect(documentTypeKeys).toContain("contract");
    expect(typeWords("contract").heading).toBe("Contracts");
  });

  it("is entered, routed, held, approved level by level, recorded, exported and worked out again", async () => {
    const { app, requester } = started();
    expect(enterDocument(app, requester, contract(100, { lines: [] }), newCommandId(), true)).toMatchObject({
      ok: false,
      refusals: [{ message: "Enter at least one line", path: "lines" }],
    });
    const entered = value(enterDocument(app, requester, contract(2_500_000), newCommandId(), true, true));
    expect(entered).toMatchObject({ number: "CO-00001", status: "waiting", route: { band: { index: 1 } } });
    expect(entered.route!.measured!.compared.minor).toBe(7_500_000);
    const { directory } = readReferenceData(app);
    expect(entered.holds.map((hold) => sayHeld(hold, namesIn(directory, entered, null)))).toHaveLength(1);
    for (;;) {
      const now = readState(app.db, entered.id)!;
      const level = now.levels.find(({ status }) => status === "open");
      if (!level) break;
      const command = { type: "approve" as const, level: level.level, revision: now.revision, comment: "" };
      value(commandDocument(app, person(app, level.pool[0]!), entered.id, command, newCommandId(), true));
    }
    expect(readState(app.db, entered.id)).toMatchObject({ status: "approved" });
    const auditor = person(app, "tome-cardigos");
    const view = value(viewDocument(app, auditor, entered.id));
    expect(recomputed(app, view)!.differences).toEqual([]);
    expect(verifyEvidence(await evidenceOf(app, view))).toEqual([]);
    const csv = [...exported(app, auditor, { type: "contract" }, "csv")].join("");
    expect(csv).toContain("Quay of the North");
    expect(listDocuments(app, auditor, { text: "berths" }).rows.map(({ number }) => number)).toEqual(["CO-00001"]);
    const before = dumpProjections(app.db);
    rebuild(app.db);
    expect(dumpProjections(app.db)).toEqual(before);
  });

  it("is shown by its own screens", () => {
    const { Facts, Particulars } = SCREENS.contract!;
    const shown = (Part: typeof Facts) =>
      renderToStaticMarkup(<Part {...({ document: contract(100) } as unknown as ComponentProps<typeof Facts>)} />);
    expect(shown(Facts)).toContain("Quay of the North until 2029-03-31");
    expect(shown(Particulars)).toContain("3 × 1.00 EUR");
  });
});
