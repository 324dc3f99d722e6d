/** A small observatory for tests that ask whether anything of the demo's own organisation hides in the program: another country, pesos without minor digits, a zone whose clocks change at midnight. */
import type { PurchaseOrder } from "@/core/documents";
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
