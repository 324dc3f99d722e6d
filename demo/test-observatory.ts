/** A small observatory for tests that ask whether anything of the demo's own organisation hides in the program: another country, pesos without minor digits, a zone whose clocks change at midnight. */
import type { PurchaseOrder } from "@/core/documents";
import { OrganisationSchema } from "@/core/people";
import type { PolicyInput } from "@/core/policy";
import { writeAccount } from "@/server/ledger/write";
import type { TestApp } from "./test-app";

/** Somebody of it, called as their id. */
export const somebody = (id: string, unit: string, manager: string | null, ...roles: string[]) => ({
  id,
  name: id.replace(/^./, (letter) => letter.toUpperCase()),
  email: `${id}@cerro.example`,
  title: "staff",
  unit,
  manager,
  roles: roles.includes("auditor") ? roles : ["requester", ...roles],
});

/** Its people: a council above one unit, with everybody whom a policy, an account and an audit need. */
export const cerroBajo = OrganisationSchema.parse({
  name: "Observatorio Cerro Bajo",
  currency: "CLP",
  timeZone: "America/Santiago",
  units: [
    { id: "council", name: "Council", parent: null, head: "consejo" },
    { id: "science", name: "Science", parent: "council", head: "lautaro" },
  ],
  people: [
    somebody("consejo", "council", null, "approver"),
    somebody("lautaro", "science", "consejo", "approver"),
    somebody("millaray", "science", "lautaro", "approver"),
    somebody("nehuen", "science", "lautaro"),
    somebody("rayen", "science", "lautaro", "controller"),
    somebody("kuyen", "science", "lautaro", "clerk"),
    somebody("antu", "science", "lautaro", "reviewer"),
    somebody("suyai", "science", "lautaro", "administrator"),
    somebody("auditora", "science", "lautaro", "auditor"),
  ],
});

/** A policy of it for the documents of one unit, of one section; no finding of it is fatal. */
export const oneSection = (documentType: string, measure: string, levels: object[], more: object = {}): PolicyInput =>
  ({
    id: documentType,
    name: documentType,
    documentType,
    scope: { units: ["science"] },
    currency: "CLP",
    measure: { kind: measure },
    sections: [
      { id: "all", name: "All", when: "otherwise", thresholds: [], bands: [{ approval: "required" }], levels },
    ],
    ...more,
  }) as unknown as PolicyInput;

type Line = PurchaseOrder["lines"][number];

/** Two mirror cells at 250,000 pesos each. */
export const mirrorOrder = (line: Partial<Line> = {}, more: Partial<PurchaseOrder> = {}): PurchaseOrder => ({
  documentType: "purchase-order",
  title: "Mirror cell",
  requester: "nehuen",
  onBehalfOf: null,
  unit: "science",
  supplier: "Vidrios del Sur",
  currency: "CLP",
  date: "2026-09-06",
  promisedDate: null,
  note: "",
  attachments: [],
  lines: [
    { description: "Cell", category: "", costCentre: "", quantity: "2", unitPrice: 250_000, taxPercent: "0", ...line },
  ],
  ...more,
});

/** Enters an account as it was before the observatory began with Bandeira. */
export function enterAccount(
  app: TestApp,
  id: string,
  kind: "supplier" | "customer",
  name: string,
  fields: object,
  status: "open" | "asked for" = "open",
): void {
  const data = { id, kind, name, status, currency: "CLP", group: "", fields: fields as never, askedBy: "kuyen" };
  writeAccount(app, id, [{ type: "account entered", data }], { actor: "system" });
}
