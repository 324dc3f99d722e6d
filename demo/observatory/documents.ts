import type {
  AnyDocument,
  Attachment,
  ClaimLine,
  ExpenseClaim,
  OrderLine,
  PurchaseOrder,
  SupplierInvoice,
} from "@/core/documents";
import type { App } from "@/server/app";
import { shift } from "../accounts";
import { withTotals } from "../documents";
import type { Random } from "../random";
import { bring, receiptPicture } from "../receipt-picture";
import { SUPPLIERS } from "./accounts";
import { observatory } from "./organisation";

type Kind = { category: string; weight: number; median: number; spread: number; titles: string[]; instrument?: true };

/** Medians in whole pesos. */
const KINDS: Kind[] = [
  {
    category: "10",
    weight: 18,
    median: 1_600_000,
    spread: 1.2,
    titles: ["Filter set", "Mirror washing", "Collimator lens", "Baffle coating"],
    instrument: true,
  },
  {
    category: "20",
    weight: 14,
    median: 1_300_000,
    spread: 1,
    titles: ["Helium, refill", "Cold head service", "Vacuum gauges", "Compressor seals"],
    instrument: true,
  },
  {
    category: "30",
    weight: 28,
    median: 240_000,
    spread: 0.9,
    titles: ["Water, tank truck", "Bread and greens", "Lodge cleaning", "Generator service"],
  },
  {
    category: "40",
    weight: 16,
    median: 190_000,
    spread: 0.8,
    titles: ["Summit bus, week", "Crane, half a day", "Parcel from the port"],
  },
  {
    category: "50",
    weight: 17,
    median: 780_000,
    spread: 1.1,
    titles: ["Storage shelf", "Licences, pipeline", "Switches, dome", "Workstation"],
  },
  {
    category: "60",
    weight: 7,
    median: 3_200_000,
    spread: 0.5,
    titles: ["Fellowship, half a year", "Summer school places"],
  },
];
const GRANTS = ["G-101", "G-102", "G-103"];
const INSTRUMENTS = ["LLIUQ", "KULLA", "TREWA"];
const CENTRES = ["D", "S-1", "S-2", "E-1", "E-2", "M", "A"];
export const REQUESTERS = observatory.people.filter((one) => one.roles.includes("requester"));

/** Campaigns that are open on a day, by the list. */
const campaignOn = (date: string) => (date <= "2025-10-31" ? "2025-W" : "2026-S");

/** A random order of the observatory on a date; half of what science buys is paid by a grant. */
export function randomOrder(random: Random, date: string): PurchaseOrder {
  const kind = random.pick(KINDS.flatMap((one) => Array.from({ length: one.weight }, () => one)));
  const requester = random.pick(REQUESTERS);
  const total = Math.max(12_000, Math.round(random.logNormal(kind.median, kind.spread) / 10) * 10);
  const abroad = kind.instrument && random.chance(0.15);
  const net = abroad ? Math.round(total / 9.4) : total;
  const own: PurchaseOrder["own"] = {
    ...(kind.instrument && { own_instrument: random.pick(INSTRUMENTS), own_export_licence: random.chance(0.12) }),
    ...(random.chance(kind.category === "30" ? 0.05 : 0.5) && { own_grant: random.pick(GRANTS) }),
    ...(random.chance(0.2) && { own_campaign: campaignOn(date) }),
  };
  return {
    documentType: "purchase-order",
    title: random.pick(kind.titles),
    requester: requester.id,
    onBehalfOf: null,
    unit: requester.unit,
    supplier: random.pick(SUPPLIERS[kind.category]!),
    currency: abroad ? "USD" : "CLP",
    date,
    promisedDate: null,
    note: "",
    lines: linesOf(random, kind, net),
    attachments: [],
    own,
  };
}

/** Dollars have cents and pesos have none, so that a price is minor units of its document's currency either way. */
function linesOf(random: Random, kind: Kind, net: number): OrderLine[] {
  const first = random.chance(0.3) ? Math.floor(net * 0.6) : net;
  return [first, net - first]
    .filter((price) => price > 0)
    .map((unitPrice, index) => ({
      description: `${random.pick(kind.titles)}${index ? ", second part" : ""}`,
      category: kind.category,
      costCentre: random.pick(CENTRES),
      quantity: "1",
      unitPrice,
      taxPercent: kind.category === "40" || kind.category === "60" ? "0" : "19",
      own: { own_life: String(random.pick([1, 3, 5, 8, 12])) },
    }));
}

/** The invoice of an order, entered by a clerk: charged to the order's grant; one in fifteen is dearer than ordered. */
export function invoiceFor(random: Random, order: PurchaseOrder, number: string, date: string): SupplierInvoice {
  const dearer = random.chance(0.07) ? 1.08 : 1;
  const grant = order.own?.own_grant;
  const lines = order.lines.map((line, index) => {
    const unitPrice = Math.round(line.unitPrice * dearer);
    const { description, costCentre, quantity, taxPercent } = line;
    return { description, costCentre, quantity, unitPrice, net: unitPrice, taxPercent, orderLine: index + 1 };
  });
  return invoice(random, date, order.supplier, number, lines, grant);
}

/** An invoice nobody ordered: water, power, what is brought every week. */
export function looseInvoice(random: Random, date: string): SupplierInvoice {
  const net = Math.max(8_000, Math.round(random.logNormal(210_000, 0.9)));
  const line = unordered(random.pick(["Water", "Power, month", "Bread", "Gas"]), random.pick(CENTRES), net);
  const grant = random.chance(0.25) ? random.pick(GRANTS) : undefined;
  return invoice(random, date, random.pick(SUPPLIERS["30"]!), null, [line], grant);
}

/** An invoice of one line that nobody ordered, of some supplier. @param net whole pesos */
export function invoiceOf(random: Random, date: string, supplier: string, what: string, net: number): SupplierInvoice {
  return invoice(random, date, supplier, null, [unordered(what, "A", net)], undefined);
}

function unordered(description: string, costCentre: string, net: number) {
  return { description, costCentre, quantity: "1", unitPrice: net, net, taxPercent: "19", orderLine: null };
}

function invoice(
  random: Random,
  date: string,
  supplier: string,
  orderNumber: string | null,
  lines: SupplierInvoice["lines"],
  grant: unknown,
): SupplierInvoice {
  return withTotals({
    documentType: "supplier-invoice",
    title: "",
    requester: random.pick(["rosendo-painel", "lidia-fuentel"]),
    onBehalfOf: null,
    unit: "administration",
    currency: "CLP",
    date,
    note: "",
    attachments: [],
    invoiceNumber: `${random.pick(["F", "FE", "B"])}-${random.int(1_000, 99_999)}`,
    dueDate: shift(date, random.pick([15, 30, 60])),
    discountDate: null,
    discountPercent: null,
    bankAccount: "",
    supplier,
    orderNumber,
    lines,
    ...(typeof grant === "string" && { own: { own_grant: grant } }),
  });
}

const SPENT: Readonly<Record<string, { what: string[]; median: number }>> = {
  T: { what: ["Bus to the valley", "Flight to the capital", "Pick-up, fuel"], median: 48_000 },
  L: { what: ["Hotel, one night"], median: 82_000 },
  M: { what: ["Dinner, visitors", "Lunch on the road"], median: 19_000 },
  V: { what: ["Nights on the mountain"], median: 30_000 },
  X: { what: ["Batteries", "Field notebooks"], median: 14_000 },
};

export function randomClaim(app: App, random: Random, date: string): ExpenseClaim {
  const { id, unit } = random.pick(REQUESTERS);
  const attachments: Attachment[] = [];
  const attach = (index: number): string => {
    const paper = bring(app, id, `boleta-${index + 1}.png`, receiptPicture(random));
    if (!attachments.some((one) => one.hash === paper.hash)) attachments.push(paper);
    return paper.hash;
  };
  const lines = Array.from({ length: random.int(1, 4) }, (_, index): ClaimLine => {
    const category = random.pick(["T", "T", "L", "M", "V", "X"]);
    const { what, median } = SPENT[category]!;
    const drawn = Math.round(random.logNormal(median, 0.4) / 10) * 10;
    const minor = category === "V" ? Math.min(drawn, 38_000) : drawn;
    return {
      date: shift(date, -random.int(1, 9) - index * 10),
      category,
      description: random.pick(what),
      costCentre: random.pick(CENTRES),
      spent: { minor, currency: "CLP" },
      claimed: minor,
      taxPercent: "0",
      receipt: category === "V" || random.chance(0.01) ? null : attach(index),
    };
  });
  const grant = random.chance(0.35);
  const own: ExpenseClaim["own"] = {
    ...(grant && { own_grant: random.pick(GRANTS) }),
    ...(!grant && random.chance(0.4) && { own_campaign: campaignOn(date) }),
  };
  return {
    documentType: "expense-claim",
    title: random.pick(["Observing run", "Visit of the panel", "Spare parts from the port", "Workshop in the valley"]),
    requester: id,
    onBehalfOf: null,
    unit,
    currency: "CLP",
    date,
    note: "",
    payee: id,
    lines,
    attachments,
    own,
  };
}

type Institute = { id: string; limit: number };

/** A higher or lower limit for an institute. */
export function randomLimitChange(random: Random, date: string, { id, limit }: Institute): AnyDocument {
  const after = Math.round((limit * (random.chance(0.8) ? 1.2 + random.next() * 0.6 : 0.8)) / 500_000) * 500_000;
  return {
    documentType: "credit-limit-change",
    title: "",
    requester: "paz-melinao",
    onBehalfOf: null,
    unit: "administration",
    currency: "CLP",
    date,
    note: random.pick(["More nights in the coming semester.", "A second instrument.", ""]),
    attachments: [],
    customer: id,
    customerName: "",
    first: false,
    origin: "by hand",
    stoppedOrder: null,
    changes: [{ field: "limit", before: null, after: { minor: Math.max(500_000, after), currency: "CLP" } }],
    papers: [],
  };
}
