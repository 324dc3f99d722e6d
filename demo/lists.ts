import type { List } from "@/core/lists";

/** The lists of Marévia Lines. Keys are what its documents carry; a list that is not here is empty. */

const eur = (minor: number) => ({ minor, currency: "EUR" });

const ORDER_CATEGORIES: List["entries"] = [
  { key: "dry-dock", name: "Dry-dock work", tax: "exempt" },
  { key: "engine", name: "Engine parts and work", tax: "normal" },
  { key: "fuel", name: "Fuel", tax: "normal" },
  { key: "deck", name: "Deck and safety gear", tax: "normal" },
  { key: "catering", name: "Catering supplies", tax: "intermediate" },
  { key: "it", name: "Software and hardware", tax: "normal" },
  { key: "office", name: "Office and printing", tax: "normal" },
  { key: "services", name: "Services", tax: "normal" },
];

const CLAIM_CATEGORIES: List["entries"] = [
  { key: "travel", name: "Travel", receiptFrom: eur(1_000) },
  { key: "lodging", name: "Lodging", receiptFrom: eur(1_000), ceiling: eur(16_000) },
  { key: "meals", name: "Meals", receiptFrom: eur(1_000), ceiling: eur(4_500), inAllowance: true },
  { key: "allowance", name: "Daily allowance", allowance: eur(6_200) },
  { key: "entertainment", name: "Entertainment", receiptFrom: eur(1_000), ceiling: eur(20_000) },
  { key: "training", name: "Training", receiptFrom: eur(1_000) },
  { key: "other", name: "Other", receiptFrom: eur(1_000) },
];

const OWNERS: Readonly<Record<string, string>> = {
  "CC-10": "goncalo-abrantes",
  "CC-20": "abel-tronqueira",
  "CC-21": "rui-tavares",
  "CC-22": "leocadia-brum",
  "CC-30": "ines-valadim",
  "CC-31": "amadeu-lobato",
  "CC-32": "mafalda-ilheu",
  "CC-33": "orlando-vasques",
  "CC-40": "dario-penalva",
  "CC-50": "graca-montalvo",
  "CC-60": "teodora-lins",
  "CC-61": "ivo-sampaio",
};

const AREAS: Readonly<Record<string, string>> = {
  1: "Direction",
  2: "Fleet",
  3: "Terminals",
  4: "Freight",
  5: "Passengers",
  6: "Corporate",
};

const costCentres: List["entries"] = Array.from({ length: 53 }, (_, index) => {
  const key = `CC-${10 + index}`;
  const name = `${AREAS[key[3]!]} ${key.slice(3)}`;
  return { key, name, ...(OWNERS[key] && { owner: OWNERS[key] }) };
});

const days = (count: number): List["entries"][number] => ({
  key: `${count} days`,
  name: `${count} days net`,
  days: count,
});

const named = (...names: string[]): List["entries"] => names.map((name) => ({ key: name, name }));

/** As they have been since the beginning. */
export const mareviaLists: List[] = (
  [
    { id: "order-categories", name: "", entries: ORDER_CATEGORIES },
    { id: "claim-categories", name: "", entries: CLAIM_CATEGORIES },
    { id: "cost-centres", name: "", entries: costCentres },
    {
      id: "projects",
      name: "",
      entries: [
        {
          key: "D-26",
          name: "Spring docking 2026",
          owner: "rui-tavares",
          firstDay: "2025-11-01",
          lastDay: "2026-06-30",
        },
        {
          key: "T-25",
          name: "Ticket machines",
          owner: "graca-montalvo",
          firstDay: "2025-03-01",
          lastDay: "2026-12-31",
        },
        { key: "Q-24", name: "Quay lights", owner: "ines-valadim", firstDay: "2024-10-01", lastDay: "2025-09-30" },
      ],
    },
    {
      id: "tax-rates",
      name: "",
      entries: [
        { key: "normal", name: "Normal", percent: "23", country: "PT", usual: true },
        { key: "intermediate", name: "Intermediate", percent: "13", country: "PT" },
        { key: "reduced", name: "Reduced", percent: "6", country: "PT" },
        { key: "exempt", name: "Exempt", percent: "0", country: "PT" },
      ],
    },
    { id: "payment-terms", name: "", entries: [14, 21, 30, 40, 45, 60, 75, 99].map(days) },
    {
      id: "papers",
      name: "",
      entries: [
        ...["Annual accounts", "Credit report", "Signed terms"].map((name) => ({
          key: name,
          name,
          firstLimit: true as const,
        })),
        { key: "Bank letter", name: "Bank letter", newSupplier: true },
        ...named("Quotation", "Tax certificate"),
      ],
    },
    { id: "currencies", name: "", entries: named("EUR", "GBP", "NOK", "USD", "CHF", "JPY", "KWD") },
    {
      id: "hold-reasons",
      name: "",
      entries: named("Goods not as ordered", "Price in dispute", "Asked of the supplier"),
    },
    {
      id: "release-reasons",
      name: "",
      entries: named("Confirmed by the receiver", "Agreed with the supplier", "Entered twice by us"),
    },
    { id: "decline-reasons", name: "", entries: named("Not in the budget", "Not needed", "Bought elsewhere") },
    { id: "send-back-reasons", name: "", entries: named("Wrong cost centre", "Attachment missing", "Amount unclear") },
  ] satisfies List[]
).map((list) => ({
  ...list,
  entries: list.entries.toSorted((a, b) => a.key.localeCompare(b.key, "en", { numeric: true })),
}));
