/** Writes the example files of the command line to demo/examples from the demo's own data: `npm run examples`. */
import fs from "node:fs";
import path from "node:path";
import type { PurchaseOrder } from "@/core/documents";
import type { PolicyInput } from "@/core/policy";
import { marevia } from "../demo/organisation";
import { orderPolicy } from "../demo/policy";

const folder = path.join(import.meta.dirname, "../demo/examples");

/** Up to 2,500 nobody, over it the manager, over 10,000 the head of the unit above as well; each exact amount stays below. */
const twoStep: PolicyInput = {
  id: "two-step-orders",
  name: "Two-step orders",
  documentType: "purchase-order",
  scope: { units: ["marevia"] },
  currency: "EUR",
  measure: { kind: "net" },
  sections: [
    {
      id: "everything",
      name: "Everything",
      when: "otherwise",
      thresholds: [
        { amount: 250_000, exact: "below" },
        { amount: 1_000_000, exact: "below" },
      ],
      bands: [{ approval: "none" }, { approval: "required" }, { approval: "required" }],
      levels: [
        {
          id: "line-manager",
          name: "Line manager",
          stage: 1,
          marks: ["none", "approves", "approves"],
          approvers: { kind: "manager", up: 1 },
        },
        {
          id: "unit-above",
          name: "Head of the unit above",
          stage: 2,
          marks: ["none", "none", "approves"],
          approvers: { kind: "headOfUnit", up: 1 },
        },
      ],
    },
  ],
};

const order: PurchaseOrder = {
  documentType: "purchase-order",
  title: "Mooring ropes",
  requester: "noor-halvorsrud",
  onBehalfOf: null,
  unit: "engineering",
  supplier: "Northrigg Cordage",
  currency: "EUR",
  date: "2026-03-10",
  promisedDate: null,
  note: "",
  lines: [
    {
      description: "Rope, 220 m",
      category: "deck",
      costCentre: "CC-21",
      quantity: "1",
      unitPrice: 250_001,
      taxPercent: "23",
    },
  ],
  attachments: [],
};

const yen = {
  ...order,
  title: "Radar spare part",
  currency: "JPY",
  lines: [{ ...order.lines[0]!, description: "Magnetron", unitPrice: 420_000 }],
};
const rates = [
  { from: "JPY", to: "EUR", date: "2026-03-09", rate: "0.0061", source: "Example" },
  { from: "KWD", to: "EUR", date: "2026-03-09", rate: "3.01", source: "Example" },
];

fs.mkdirSync(folder, { recursive: true });
const files = {
  "policy.json": orderPolicy,
  "two-step-policy.json": twoStep,
  "people.json": marevia,
  "order.json": order,
  "order-in-yen.json": yen,
  "rates.json": rates,
};
for (const [name, value] of Object.entries(files))
  fs.writeFileSync(path.join(folder, name), `${JSON.stringify(value, null, 2)}\n`);
