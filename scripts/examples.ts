/** Writes the example files of the command line to demo/examples from the demo's own data: `npm run examples`. */
import fs from "node:fs";
import path from "node:path";
import type { PurchaseOrder } from "@/core/documents";
import { order, twoStep } from "@/core/fixtures";
import type { PolicyInput } from "@/core/policy";
import { yearBefore } from "../demo/observatory/year-before";
import { marevia } from "../demo/organisation";
import { orderPolicy } from "../demo/policy";

const folder = path.join(import.meta.dirname, "../demo/examples");

const policy: PolicyInput = {
  ...twoStep,
  id: "two-step-orders",
  name: "Two-step orders",
  scope: { units: ["marevia"] },
};
const rope: PurchaseOrder = order(250_001, {
  title: "Mooring ropes",
  requester: "noor-halvorsrud",
  unit: "engineering",
});
const yen: PurchaseOrder = {
  ...rope,
  title: "Radar spare part",
  currency: "JPY",
  lines: [{ ...rope.lines[0]!, description: "Magnetron", unitPrice: 420_000 }],
};
const rates = [
  { from: "JPY", to: "EUR", date: "2026-03-09", rate: "0.0061", source: "Example" },
  { from: "KWD", to: "EUR", date: "2026-03-09", rate: "3.01", source: "Example" },
];

fs.mkdirSync(folder, { recursive: true });
const files = {
  "policy.json": orderPolicy,
  "two-step-policy.json": policy,
  "people.json": marevia,
  "order.json": rope,
  "order-in-yen.json": yen,
  "rates.json": rates,
};
fs.writeFileSync(path.join(folder, "observatory-orders-2024.csv"), yearBefore());
for (const [name, value] of Object.entries(files))
  fs.writeFileSync(path.join(folder, name), `${JSON.stringify(value, null, 2)}\n`);
