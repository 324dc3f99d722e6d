import type { List } from "@/core/lists";
import type { OwnField } from "@/core/own-fields";

/** What the observatory chooses from, and the fields it gives its documents. Amounts are whole pesos: the currency has no minor digits. */

const clp = (minor: number) => ({ minor, currency: "CLP" });
const named = (...names: string[]): List["entries"] => names.map((name) => ({ key: name, name }));

const lists: Record<string, List["entries"]> = {
  "order-categories": [
    { key: "10", name: "Optics", tax: "iva" },
    { key: "20", name: "Cryogenics", tax: "iva" },
    { key: "30", name: "Site services", tax: "iva" },
    { key: "40", name: "Transport", tax: "exempt" },
    { key: "50", name: "Computing", tax: "iva" },
    { key: "60", name: "Fellowships", tax: "exempt" },
  ],
  "claim-categories": [
    { key: "T", name: "Transport", receiptFrom: clp(10_000) },
    { key: "L", name: "Lodging", receiptFrom: clp(10_000), ceiling: clp(140_000) },
    { key: "M", name: "Meals", receiptFrom: clp(10_000), ceiling: clp(45_000), inAllowance: true },
    { key: "V", name: "Allowance on the mountain", allowance: clp(38_000) },
    { key: "X", name: "Other", receiptFrom: clp(10_000) },
  ],
  "cost-centres": [
    { key: "D", name: "Direction", owner: "isidora-llanca", unit: "direction" },
    { key: "S-1", name: "Night operations", owner: "tadeo-villagran", unit: "science" },
    { key: "S-2", name: "Data archive", owner: "tadeo-villagran", unit: "science" },
    { key: "E-1", name: "Instruments", owner: "rocio-barahona", unit: "engineering" },
    { key: "E-2", name: "Telescope and dome", owner: "rocio-barahona", unit: "engineering" },
    { key: "M", name: "Mountain", owner: "eleuterio-maulen", unit: "site-services" },
    { key: "A", name: "Administration", owner: "valentina-orrago", unit: "administration" },
  ],
  projects: [
    {
      key: "DOME-26",
      name: "New dome shutters",
      owner: "rocio-barahona",
      firstDay: "2025-06-01",
      lastDay: "2026-12-31",
    },
    { key: "ROAD", name: "Summit road", owner: "eleuterio-maulen", firstDay: "2025-03-01", lastDay: "2026-04-30" },
  ],
  "tax-rates": [
    { key: "exempt", name: "Exempt", percent: "0", country: "CL" },
    { key: "iva", name: "Value added tax", percent: "19", country: "CL", usual: true },
  ],
  "payment-terms": [15, 30, 60].map((days) => ({ key: `N${days}`, name: `${days} days from the invoice`, days })),
  papers: [
    { key: "grant-letter", name: "Grant letter", firstLimit: true },
    { key: "import-permit", name: "Import permit" },
    { key: "quotation", name: "Quotation" },
    { key: "registration", name: "Tax registration", newSupplier: true },
  ],
  currencies: named("CLP", "EUR", "USD"),
  "hold-reasons": named("Damaged in transport", "Permit not yet seen"),
  "release-reasons": named("Permit seen", "Settled with the supplier"),
  "decline-reasons": named("Not covered by the grant", "Another instrument has one"),
  "send-back-reasons": named("Grant missing", "Quotation missing"),
  accounts: [
    { key: "1310", name: "Equipment" },
    { key: "5110", name: "Services for the site" },
    { key: "5120", name: "Small parts and tools" },
    { key: "5130", name: "Computing and data" },
    { key: "5140", name: "Transport and customs" },
  ],
  grants: [
    { key: "G-101", name: "Infrared survey", owner: "nahuel-iriarte", firstDay: "2024-07-01", lastDay: "2027-06-30" },
    { key: "G-102", name: "Exoplanet transits", owner: "sofya-petrak", firstDay: "2025-01-01", lastDay: "2026-12-31" },
    { key: "G-103", name: "Adaptive optics", owner: "aruna-velkar", firstDay: "2025-01-01", lastDay: "2028-12-31" },
    { key: "G-090", name: "Radio follow-up", owner: "tadeo-villagran", firstDay: "2023-01-01", lastDay: "2025-12-31" },
  ],
  instruments: [
    { key: "LLIUQ", name: "Wide camera", owner: "piet-lantinga" },
    { key: "KULLA", name: "Infrared spectrograph", owner: "consuelo-raipan" },
    { key: "TREWA", name: "Guide sensors", owner: "piet-lantinga" },
    { key: "NONE", name: "No instrument" },
  ],
  campaigns: [
    { key: "2025-W", name: "Winter 2025", owner: "sofya-petrak", firstDay: "2025-05-01", lastDay: "2025-10-31" },
    { key: "2026-S", name: "Summer 2026", owner: "nahuel-iriarte", firstDay: "2025-11-01", lastDay: "2026-04-30" },
  ],
};

const NAMES: Readonly<Record<string, string>> = {
  accounts: "Accounts",
  grants: "Grants",
  instruments: "Instruments",
  campaigns: "Campaigns",
};

export const observatoryLists: List[] = Object.entries(lists).map(([id, entries]) => ({
  id,
  name: NAMES[id] ?? "",
  entries,
}));

const ORDERS = "purchase-order";
const CLAIMS = "expense-claim";
const field = (
  key: string,
  name: string,
  rest: Omit<OwnField, "key" | "name" | "place" | "required"> & Partial<OwnField>,
) => ({
  key: `own_${key}`,
  name,
  place: 0,
  required: "no" as const,
  ...rest,
});

/** What the observatory decides by and no program could know. */
export const observatoryFields: OwnField[] = [
  field("grant", "grant", {
    kind: "choice",
    part: "document",
    list: "grants",
    on: [ORDERS, "supplier-invoice", CLAIMS],
    help: "Which grant pays; empty where the observatory does.",
  }),
  field("instrument", "instrument", {
    kind: "choice",
    part: "document",
    list: "instruments",
    on: [ORDERS],
    required: "when",
    // Optics and cryogenics are bought for some instrument.
    when: { kind: "choice", field: "category", is: "one of", values: ["10", "20"] },
  }),
  field("export_licence", "export licence needed", { kind: "flag", part: "document", on: [ORDERS] }),
  field("life", "expected life in years", {
    kind: "number",
    part: "line",
    on: [ORDERS],
    least: "0",
    most: "60",
    required: "when",
    when: { kind: "amount", field: "net", is: "over", amount: clp(5_000_000) },
  }),
  field("campaign", "campaign", { kind: "choice", part: "document", list: "campaigns", on: [ORDERS, CLAIMS] }),
  field("institute", "institute", { kind: "text", part: "account", on: ["customer"], most: "120" }),
  field("agreement", "agreement number", {
    kind: "text",
    part: "account",
    on: ["customer"],
    pattern: "AG-[0-9]{4}-[0-9]{3}",
    patternSays: "written like AG-2026-001",
    help: "Under which agreement it uses the telescopes; empty where there is none.",
  }),
  field("guarantee", "guarantee", {
    kind: "amount",
    part: "account",
    on: ["customer"],
    help: "What it has deposited for nights that it has booked.",
    seenBy: ["clerk", "controller"],
  }),
  field("health", "health note", {
    kind: "text",
    part: "document",
    on: [CLAIMS],
    most: "300",
    help: "If something of it was for your health on the mountain, say what.",
    seenBy: ["clerk"],
  }),
  field("account", "account", {
    kind: "choice",
    part: "line",
    by: "approvers",
    list: "accounts",
    on: ["supplier-invoice"],
    help: "On which account the line is booked.",
  }),
  field("capitalised", "to be capitalised", {
    kind: "flag",
    part: "document",
    by: "approvers",
    on: ["supplier-invoice"],
    help: "Whether it goes into the register of assets and is written off over the years.",
  }),
  field("asset_number", "asset number", {
    kind: "text",
    part: "document",
    by: "approvers",
    on: ["supplier-invoice"],
    least: "3",
    most: "12",
  }),
].map((one, place) => ({ ...one, place }));
