import {
  times,
  type AnyDocument,
  type Attachment,
  type ClaimLine,
  type ExpenseClaim,
  type PurchaseOrder,
  type SupplierInvoice,
} from "@/core/documents";
import { REQUESTERS } from "./orders";
import { shift } from "./accounts";
import type { App } from "@/server/app";
import { bring, receiptPicture } from "./receipt-picture";
import type { Random } from "./random";

const CLERKS = ["vicente-lourosa", "tamsin-roque"];

/** An invoice for an order, entered by a clerk; one in fourteen is dearer than ordered, one in sixty does not add up. */
export function invoiceFor(random: Random, order: PurchaseOrder, number: string, date: string): SupplierInvoice {
  const dearer = random.chance(0.07) ? 1.04 + random.next() * 0.08 : 1;
  const lines = order.lines.map((line, index) => {
    const unitPrice = Math.round(line.unitPrice * dearer);
    return {
      description: line.description,
      costCentre: line.costCentre,
      quantity: line.quantity,
      unitPrice,
      net: times(line.quantity, unitPrice),
      taxPercent: line.taxPercent,
      orderLine: index + 1,
    };
  });
  return withTotals({
    ...invoiceBase(random, date),
    supplier: order.supplier,
    currency: order.currency,
    orderNumber: number,
    lines,
  });
}

/** What is charged without an order, by the trade at the end of a supplier's name. */
const UNORDERED: Readonly<Record<string, string>> = {
  Laundry: "Laundry, fortnight",
  Pilots: "Pilotage",
  Towage: "Towage",
  Waste: "Waste disposal",
  Cranes: "Crane hire",
  Electrics: "Call-out, quay lights",
  Locks: "Locks changed",
  Freezers: "Freezer service",
  Uniforms: "Uniforms, cleaned",
};

/** Suppliers who charge without orders: fees, services, rent. */
export function unorderedFrom(names: readonly string[]): string[] {
  return names.filter((name) => UNORDERED[name.split(" ").at(-1)!]);
}

/** An invoice nobody ordered. @param suppliers as `unorderedFrom` gives them */
export function looseInvoice(random: Random, date: string, suppliers: readonly string[]): SupplierInvoice {
  const net = Math.max(2_000, Math.round(random.logNormal(61_000, 1.1)));
  const supplier = random.pick(suppliers);
  const what = UNORDERED[supplier.split(" ").at(-1)!] ?? "Services";
  const line = {
    description: what,
    costCentre: `CC-${random.int(10, 48)}`,
    quantity: "1",
    unitPrice: net,
    net,
    taxPercent: "23",
    orderLine: null,
  };
  return withTotals({
    ...invoiceBase(random, date),
    supplier,
    orderNumber: null,
    lines: [line],
  });
}

function invoiceBase(random: Random, date: string) {
  return {
    documentType: "supplier-invoice" as const,
    title: "",
    requester: random.pick(CLERKS),
    onBehalfOf: null,
    unit: "finance",
    currency: "EUR",
    date,
    note: "",
    attachments: [],
    invoiceNumber: `${random.pick(["INV", "F", "R", "FT"])}-${date.slice(0, 4)}-${String(random.int(1, 99_999)).padStart(5, "0")}`,
    dueDate: shift(date, random.pick([14, 30, 30, 45])),
    discountDate: null,
    discountPercent: null,
    bankAccount: "",
    ...(random.chance(0.1) && { discountDate: shift(date, 8), discountPercent: "2" }),
  };
}

/** The totals a paper of these lines would state. */
export function withTotals(invoice: Omit<SupplierInvoice, "stated">): SupplierInvoice {
  const bases = new Map<string, number>();
  for (const { net, taxPercent } of invoice.lines) bases.set(taxPercent, (bases.get(taxPercent) ?? 0) + net);
  const taxes = [...bases].map(([percent, base]) => ({ percent, base, tax: times(base, percent, "0.01") }));
  const net = invoice.lines.reduce((sum, line) => sum + line.net, 0);
  const tax = taxes.reduce((sum, one) => sum + one.tax, 0);
  const gross = net + tax;
  return {
    ...invoice,
    stated: { lineTotal: net, allowances: 0, charges: 0, net, taxes, tax, gross, prepaid: 0, rounding: 0, due: gross },
  };
}

const SPENT: Record<string, { what: string[]; median: number }> = {
  travel: { what: ["Ferry and train", "Taxi to the yard", "Flight, return", "Car, 240 km"], median: 6_400 },
  lodging: { what: ["Hotel, one night", "Hotel at the yard"], median: 9_800 },
  meals: { what: ["Lunch", "Dinner with the surveyor", "Breakfast"], median: 2_300 },
  allowance: { what: ["Daily allowance"], median: 5_800 },
  entertainment: { what: ["Dinner with a freight customer"], median: 14_000 },
  training: { what: ["Radio course", "Fire course"], median: 31_000 },
  other: { what: ["Printing", "Safety shoes"], median: 3_900 },
};

/** A claim of one to five lines; receipts of most of them. */
export function randomClaim(app: App, random: Random, date: string): ExpenseClaim {
  const { id, unit } = random.pick(REQUESTERS);
  const count = random.int(1, 5);
  const attachments: Attachment[] = [];
  const attach = (index: number): string => {
    const paper = bring(app, id, `receipt-${index + 1}.png`, receiptPicture(random));
    if (!attachments.some((one) => one.hash === paper.hash)) attachments.push(paper);
    return paper.hash;
  };
  const lines = Array.from({ length: count }, (_, index): ClaimLine => {
    const category = random.pick([
      "travel",
      "travel",
      "lodging",
      "meals",
      "meals",
      "allowance",
      "training",
      "other",
      "entertainment",
    ] as const);
    const { what, median } = SPENT[category]!;
    const minor = Math.min(Math.round(random.logNormal(median, 0.4)), category === "allowance" ? 6_200 : 90_000);
    return {
      date: shift(date, -random.int(1, 9) - index * 10),
      category,
      description: random.pick(what),
      costCentre: `CC-${random.int(10, 48)}`,
      spent: { minor, currency: "EUR" },
      claimed: minor,
      taxPercent: category === "meals" ? "13" : "0",
      receipt: category === "allowance" || random.chance(0.005) ? null : attach(index),
    };
  });
  return {
    documentType: "expense-claim",
    title: random.pick([
      "Class survey, travel",
      "Course in the capital",
      "Visit to the yard",
      "Audit of the terminals",
    ]),
    requester: id,
    onBehalfOf: null,
    unit,
    currency: "EUR",
    date,
    note: "",
    payee: id,
    lines,
    attachments,
  };
}

/** A change of some customer's limit or terms, proposed by freight sales. */
export function randomLimitChange(random: Random, date: string, customer: string, limit: number): AnyDocument {
  const raise = random.chance(0.8);
  const after = Math.round((limit * (raise ? 1.15 + random.next() * 0.5 : 0.8)) / 50_000) * 50_000;
  return {
    documentType: "credit-limit-change",
    title: "",
    requester: random.pick(["matias-serrado", "celeste-barroca"]),
    onBehalfOf: null,
    unit: "freight",
    currency: "EUR",
    date,
    note: random.pick(["Season ahead.", "New depot on the island.", "Pays on the day since two years.", ""]),
    attachments: [],
    customer,
    customerName: "",
    first: false,
    origin: "by hand",
    stoppedOrder: null,
    changes: [
      { field: "limit", before: null, after: { minor: Math.max(50_000, after), currency: "EUR" } },
      ...(random.chance(0.3)
        ? [{ field: "paymentTerms" as const, before: null, after: random.pick(["21 days", "40 days"]) }]
        : []),
    ],
    papers: [],
  };
}
