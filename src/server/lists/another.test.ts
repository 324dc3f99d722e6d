// Another organisation than that of the demo: another country, a currency without minor digits, a zone whose clocks change at midnight, and keys that are not names.
// Whatever of the first hides in the program comes out here.
import { beforeEach, describe, expect, it } from "vitest";
import {
  documentType,
  usualRules,
  type CreditLimitChange,
  type ExpenseClaim,
  type PurchaseOrder,
} from "@/core/documents";
import { OrganisationSchema } from "@/core/people";
import type { PolicyInput } from "@/core/policy";
import { sayRemark } from "@/core/words";
import { reviewedInForce } from "../../../demo/put-in-force";
import { bring } from "../../../demo/receipt-picture";
import { emptyApp, looker, person, value, type TestApp } from "../../../demo/test-app";
import { approve, submit } from "../../../demo/test-books";
import { ours, python } from "../../../demo/test-evidence";
import { enterAccount, mirrorOrder, somebody } from "../../../demo/test-observatory";
import { namesFor } from "../documents/names";
import { orderForInvoice } from "../documents/look";
import { viewDocument } from "../documents/queries";
import { recomputed } from "../documents/recompute";
import { evidenceOf, zipped } from "../evidence/files";
import { importCustomers } from "../intake/customers";
import { readText } from "../intake/import";
import { readRules } from "../ledger/accounts";
import { accountView } from "../ledger/views";
import { listed } from "../listing";
import { newCommandId } from "../log/log";
import { readReferenceData } from "../reference-data";

const clp = (minor: number) => ({ minor, currency: "CLP" });
const observatory = OrganisationSchema.parse({
  name: "Observatorio Cerro Bajo",
  currency: "CLP",
  timeZone: "America/Santiago",
  units: [
    { id: "council", name: "Council", parent: null, head: "consejo" },
    { id: "direction", name: "Direction", parent: "council", head: "ximena" },
    { id: "science", name: "Science", parent: "direction", head: "lautaro" },
  ],
  people: [
    { ...somebody("consejo", "council", null), roles: ["approver"] },
    somebody("ximena", "direction", "consejo", "approver"),
    somebody("lautaro", "science", "ximena", "approver"),
    somebody("millaray", "science", "lautaro", "approver"),
    somebody("nehuen", "science", "lautaro"),
    somebody("rayen", "direction", "ximena", "controller"),
    somebody("antu", "direction", "ximena", "reviewer"),
    somebody("kuyen", "direction", "ximena", "clerk"),
    somebody("suyai", "direction", "ximena", "administrator"),
    somebody("auditora", "direction", "ximena", "auditor"),
  ],
  lists: [
    {
      id: "order-categories",
      entries: [
        { key: "10", name: "Optics" },
        { key: "20", name: "Cryogenics" },
      ],
    },
    { id: "claim-categories", entries: [{ key: "V", name: "Viático", ceiling: clp(45_000), receiptFrom: clp(5_000) }] },
    { id: "cost-centres", entries: [{ key: "SCI", name: "Science nights" }] },
    { id: "projects", entries: [{ key: "G-7", name: "Infrared grant", owner: "millaray", lastDay: "2026-12-31" }] },
    { id: "tax-rates", entries: [{ key: "iva", name: "IVA", percent: "19", country: "CL", usual: true }] },
    { id: "payment-terms", entries: [{ key: "N30", name: "Net thirty", days: 30 }] },
    { id: "papers", entries: [{ key: "CL", name: "Carta de la beca", firstLimit: true }] },
    { id: "currencies", entries: [{ key: "CLP", name: "Peso" }] },
  ],
});

const one = (documentType_: string, measure: string, more: object): PolicyInput =>
  ({
    id: documentType_,
    name: `All ${documentType_}`,
    documentType: documentType_,
    scope: { units: ["direction"] },
    currency: "CLP",
    measure: { kind: measure },
    sections: [
      {
        id: "all",
        name: "All",
        when: "otherwise",
        thresholds: [{ amount: 100_000, exact: "below" }],
        bands: [{ approval: "none" }, { approval: "required" }],
        levels: [
          {
            id: "manager",
            name: "Manager",
            stage: 1,
            marks: ["none", "approves"],
            approvers: { kind: "manager", up: 1 },
          },
        ],
      },
    ],
    ...more,
  }) as PolicyInput;

/** Optics are decided by whoever owns the grant, everything else by the manager. */
const orders = one("purchase-order", "net", {
  sections: [
    {
      id: "optics",
      name: "Optics",
      when: { kind: "choice", field: "category", is: "one of", values: ["10"] },
      thresholds: [],
      bands: [{ approval: "required" }],
      levels: [
        {
          id: "owner",
          name: "Owner of the grant",
          stage: 1,
          marks: ["approves"],
          approvers: { kind: "owner", of: "projects" },
        },
      ],
    },
    ...one("purchase-order", "net", {}).sections,
  ],
});

const order = (more: Partial<PurchaseOrder["lines"][number]> = {}): PurchaseOrder =>
  mirrorOrder({ category: "10", costCentre: "SCI", project: "G-7", taxPercent: "19", ...more });

let app: TestApp;
beforeEach(() => {
  app = emptyApp(observatory, "2026-09-05T12:00:00.000Z");
  for (const policy of [
    orders,
    one("expense-claim", "gross", {}),
    one("credit-limit-change", "exposure", { afterApproval: [{ kind: "apply changes" }] }),
  ])
    reviewedInForce(
      app,
      newCommandId,
      { policy, basedOn: 0, note: "First", from: "2026-09-05", letStand: "Small house" },
      ["rayen", "antu"],
    );
  enterAccount(app, "vidrios", "supplier", "Vidrios del Sur", { paymentTerms: "N30", email: "a@vidrios.example" });
  enterAccount(app, "instituto", "customer", "Instituto Austral", { limit: clp(100_000), paymentTerms: "N30" });
  enterAccount(app, "planetario", "customer", "Planetario Norte", {}, "asked for");
  // The clocks of Chile go forward at midnight between 5 and 6 September 2026: that day begins at one o'clock.
  app.clock.set("2026-09-06T15:00:00.000Z");
});

describe("another organisation", () => {
  it("begins with rules in its own currency, and none of anybody’s amounts", () => {
    expect(readRules(app)).toEqual(usualRules("CLP"));
    expect(JSON.stringify(readRules(app))).not.toContain("EUR");
  });

  it("decides an order by its own category and the owner of its grant, with records both verifiers accept", async () => {
    const state = submit(app, order());
    expect(state.levels.map(({ level, pool }) => [level, pool])).toEqual([["owner", ["millaray"]]]);
    expect(state.route!.measured!.compared).toEqual(clp(500_000));
    approve(app, "millaray", state.id);
    const view = value(viewDocument(app, person(app, "auditora"), state.id));
    expect(view.state.status).toBe("approved");
    expect(recomputed(app, view)?.differences).toEqual([]);
    const zip = zipped(await evidenceOf(app, view));
    expect([ours(zip), python(zip)]).toEqual([[], []]);
  });

  it("asks its manager for another category, and nobody for a small one", () => {
    expect(submit(app, order({ category: "20" })).levels.map(({ pool }) => pool)).toEqual([["lautaro"]]);
    expect(submit(app, order({ category: "20", unitPrice: 50_000 })).status).toBe("approved");
  });

  it.each([
    [{ category: "deck" }, "Line 1: there is no category of orders “deck”"],
    [{ category: "" }, "Line 1: choose the category of orders"],
    [{ costCentre: "sci" }, "Line 1: there is no cost centre “sci”"],
    [{ project: "G-8" }, "Line 1: there is no project “G-8”"],
    [{ taxPercent: "23" }, "Line 1: there is no tax rate “23 %”"],
  ])("refuses %j", (more, said) => {
    expect(() => submit(app, order(more))).toThrow(said);
  });

  it("refuses a currency that it does not keep", () => {
    expect(() => submit(app, { ...order(), currency: "EUR" })).toThrow("There is no currency “EUR”");
  });

  it("looks at a claim by its own ceiling and receipts, in pesos", () => {
    const line = {
      date: "2026-09-01",
      category: "V",
      description: "Night",
      costCentre: "",
      taxPercent: "0",
      receipt: null,
    };
    const claim: ExpenseClaim = {
      documentType: "expense-claim",
      title: "Shift",
      requester: "nehuen",
      onBehalfOf: null,
      unit: "science",
      currency: "CLP",
      date: "2026-09-06",
      note: "",
      attachments: [],
      payee: "nehuen",
      lines: [
        { ...line, spent: clp(5_000), claimed: 5_000 },
        { ...line, spent: clp(60_000), claimed: 60_000 },
      ],
    };
    const state = submit(app, claim);
    const world = readReferenceData(app);
    const looking = { around: state.around!, toCurrency: (amount: { minor: number; currency: string }) => amount };
    const remarks = documentType("expense-claim").remarks(state.document, looking);
    expect(remarks.map((remark) => sayRemark(remark, namesFor(world, state)))).toEqual([
      "Line 2, Night: receipt missing",
      "Line 2, Night: 15,000 CLP over the ceiling of 45,000 CLP for Viático",
    ]);
  });

  it("counts the days of its own terms, whatever they are called", () => {
    const { number } = submit(app, order({ category: "20", unitPrice: 50_000 }));
    expect(orderForInvoice(app, person(app, "kuyen"), number, "2026-09-06")!.dueDate).toBe("2026-10-06");
    expect(listed("suppliers", looker(app, "kuyen"), {}).rows).toMatchObject([
      { name: "Vidrios del Sur", terms: "Net thirty" },
    ]);
    expect(accountView(app, "vidrios")!.account.fields.paymentTerms).toBe("N30");
  });

  it("reads its customers’ terms by name, and keeps the key", async () => {
    const text = "customer,payment terms,credit limit\nInstituto Austral,net THIRTY,150000\n";
    const found = value(
      await importCustomers(app, person(app, "kuyen"), { text, confirm: false, command: newCommandId() }),
    );
    expect(found.differences.map(({ field, before, after }) => [field, before, after])).toEqual([
      ["limit", "100,000 CLP", "150,000 CLP"],
    ]);
  });

  it("asks for its own papers of a first limit, by their kind", () => {
    const attachments = [bring(app, "kuyen", "carta.png", Buffer.from(PNG, "base64"))];
    const change: CreditLimitChange = {
      documentType: "credit-limit-change",
      title: "",
      requester: "kuyen",
      onBehalfOf: null,
      unit: "direction",
      currency: "CLP",
      date: "2026-09-06",
      note: "",
      attachments,
      customer: "planetario",
      customerName: "Planetario Norte",
      first: true,
      origin: "by hand",
      stoppedOrder: null,
      changes: [{ field: "limit", before: null, after: clp(200_000) }],
      papers: [],
    };
    const type = documentType("credit-limit-change");
    const missing = (document: CreditLimitChange) => {
      const state = submit(app, document);
      const looking = { around: state.around!, toCurrency: (amount: { minor: number; currency: string }) => amount };
      return type
        .remarks(state.document, looking)
        .filter(({ about }) => about === "papers missing")
        .map((remark) => sayRemark(remark, namesFor(readReferenceData(app), state)));
    };
    expect(missing(change)).toEqual(["Carta de la beca is not attached"]);
    expect(missing({ ...change, papers: [{ name: "CL", hash: attachments[0]!.hash }] })).toEqual([]);
  });

  it("reads a table of orders by the names of its lists, with whole pesos and not a cent", () => {
    const { organisation } = readReferenceData(app).directory;
    const taker = { requester: "kuyen", unit: "direction", today: "2026-09-06", lists: organisation.lists };
    const head = "supplier,title,currency,date,description,price,category,cost centre,project,tax";
    const rows = "Vidrios del Sur,Cell,CLP,2026-09-06,Cell,250000,optics,SCIENCE NIGHTS,infrared grant,19";
    const read = value(readText(`${head}\n${rows}\n`, taker, "f"));
    expect(read.bad).toEqual([]);
    expect(read.documents[0]!.document).toMatchObject({
      lines: [{ category: "10", costCentre: "SCI", project: "G-7", unitPrice: 250_000 }],
    });
    const cents = value(readText(`${head}\n${rows.replace("250000", "250000.50")}\n`, taker, "f"));
    expect(cents.bad.map(({ column }) => column)).toEqual(["price"]);
  });
});

const PNG = "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==";
