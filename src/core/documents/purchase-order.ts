import { Decimal } from "decimal.js";
import { z } from "zod";
import { formatMoney, money, sum, CurrencySchema, MinorSchema, type Money } from "../money";
import { IdSchema } from "../ids";
import type { Change, DocumentType, MissingItem } from "./registry";

/** Categories of a line, by the key that conditions name. */
export const ORDER_CATEGORIES = {
  "dry-dock": "Dry-dock work",
  engine: "Engine parts and work",
  fuel: "Fuel",
  deck: "Deck and safety gear",
  catering: "Catering supplies",
  it: "Software and hardware",
  office: "Office and printing",
  services: "Services",
} as const;

const Quantity = z
  .string()
  .regex(/^\d{1,9}(\.\d{1,4})?$/, "must be a number such as 3 or 2.5, with at most four decimals")
  .meta({ description: "Decimal number written as text" });

export const OrderLineSchema = z.strictObject({
  description: z.string().max(200),
  category: z.enum(Object.keys(ORDER_CATEGORIES) as [keyof typeof ORDER_CATEGORIES]),
  costCentre: z.string().max(40).default(""),
  quantity: Quantity,
  unitPrice: MinorSchema.min(0).meta({ description: "Net price of one, in minor units of the order's currency" }),
  taxPercent: z
    .string()
    .regex(/^\d{1,2}(\.\d{1,2})?$/, "must be a percentage such as 23 or 6.5")
    .default("0"),
});
export type OrderLine = z.infer<typeof OrderLineSchema>;

export const AttachmentSchema = z.strictObject({
  hash: z.string().regex(/^[0-9a-f]{64}$/),
  name: z.string().min(1).max(200),
  type: z.string(),
  size: z.int().positive(),
});
export type Attachment = z.infer<typeof AttachmentSchema>;

export const PurchaseOrderSchema = z.strictObject({
  documentType: z.literal("purchase-order"),
  title: z.string().max(120),
  requester: IdSchema,
  onBehalfOf: IdSchema.nullable().default(null),
  unit: IdSchema,
  supplier: z.string().max(120),
  currency: CurrencySchema,
  date: z.iso.date(),
  promisedDate: z.iso.date().nullable().default(null),
  receiver: IdSchema.optional().meta({ description: "Who takes delivery and can say that it came" }),
  editedBy: IdSchema.optional().meta({ description: "Who edited it last, where that was not the requester" }),
  note: z.string().max(2000).default(""),
  lines: z.array(OrderLineSchema).max(200),
  attachments: z.array(AttachmentSchema).max(20).default([]),
});
export type PurchaseOrder = z.infer<typeof PurchaseOrderSchema>;

const Exact = Decimal.clone({ precision: 40, rounding: Decimal.ROUND_HALF_UP });

/** Net amount of a line in minor units: quantity times price, rounded half away from zero. */
export function lineNet(line: OrderLine): number {
  return new Exact(line.quantity).mul(line.unitPrice).toDecimalPlaces(0).toNumber();
}

/** Net, tax and gross of an order. Tax is worked out per rate on the sum of its lines and rounded once each. */
export function orderTotals(order: Pick<PurchaseOrder, "lines" | "currency">): {
  net: Money;
  tax: Money;
  gross: Money;
} {
  const byRate = new Map<string, number[]>();
  for (const line of order.lines) {
    const rate = new Exact(line.taxPercent).toString();
    byRate.set(rate, [...(byRate.get(rate) ?? []), lineNet(line)]);
  }
  const inOrderCurrency = (minor: number) => money(minor, order.currency);
  const net = sum(
    order.lines.map((line) => inOrderCurrency(lineNet(line))),
    order.currency,
  );
  const tax = sum(
    [...byRate].map(([rate, nets]) => {
      const base = sum(nets.map(inOrderCurrency), order.currency).minor;
      return inOrderCurrency(new Exact(base).mul(rate).div(100).toDecimalPlaces(0).toNumber());
    }),
    order.currency,
  );
  return { net, tax, gross: sum([net, tax], order.currency) };
}

function missing(order: PurchaseOrder): MissingItem[] {
  const items: MissingItem[] = [];
  const need = (filled: boolean, path: string, message: string) => {
    if (!filled) items.push({ path, message });
  };
  need(order.title.trim() !== "", "title", "Say in a few words what is ordered");
  need(order.supplier.trim() !== "", "supplier", "Name the supplier");
  need(order.lines.length > 0, "lines", "Enter at least one line");
  order.lines.forEach((line, index) => {
    need(line.description.trim() !== "", `lines.${index}.description`, `Line ${index + 1}: say what it is`);
    need(lineNet(line) > 0, `lines.${index}.unitPrice`, `Line ${index + 1}: enter a quantity and a price above zero`);
  });
  return items;
}

function changes(before: PurchaseOrder, after: PurchaseOrder): Change[] {
  const found: Change[] = [];
  const compare = (label: string, old: string, now: string) => {
    if (old !== now) found.push({ label, before: old || "none", after: now || "none" });
  };
  compare("Title", before.title, after.title);
  compare("Supplier", before.supplier, after.supplier);
  compare("Currency", before.currency, after.currency);
  compare("Promised date", before.promisedDate ?? "", after.promisedDate ?? "");
  compare("Receiver", before.receiver ?? "", after.receiver ?? "");
  compare("Note", before.note, after.note);
  const lines = Math.max(before.lines.length, after.lines.length);
  for (let index = 0; index < lines; index += 1)
    compare(`Line ${index + 1}`, sayLine(before, index), sayLine(after, index));
  const papers = (order: PurchaseOrder) => order.attachments.map((paper) => paper.name).join(", ");
  compare("Papers", papers(before), papers(after));
  compare("Net total", formatMoney(orderTotals(before).net), formatMoney(orderTotals(after).net));
  return found;
}

function sayLine(order: PurchaseOrder, index: number): string {
  const line = order.lines[index];
  if (!line) return "";
  const price = formatMoney(money(line.unitPrice, order.currency));
  return `${line.description}, ${line.quantity} × ${price}, ${ORDER_CATEGORIES[line.category]}, tax ${line.taxPercent}%${line.costCentre ? `, ${line.costCentre}` : ""}`;
}

export const purchaseOrderType: DocumentType<PurchaseOrder> = {
  key: "purchase-order",
  name: { one: "order", many: "orders", prefix: "PO" },
  schema: PurchaseOrderSchema,
  fields: [
    { key: "category", kind: "choice", label: "category", many: true, always: true, choices: ORDER_CATEGORIES },
    { key: "costCentre", kind: "text", label: "cost centre", many: true },
    { key: "supplier", kind: "text", label: "supplier", always: true },
    { key: "title", kind: "text", label: "title", always: true },
    { key: "currency", kind: "choice", label: "currency", always: true },
    { key: "unit", kind: "choice", label: "unit", always: true },
    { key: "requester", kind: "choice", label: "requester", always: true },
    { key: "net", kind: "amount", label: "net total", always: true },
    { key: "gross", kind: "amount", label: "gross total", always: true },
    { key: "promisedDate", kind: "date", label: "promised date" },
    { key: "hasAttachment", kind: "flag", label: "attachment" },
  ],
  facts(order) {
    const totals = orderTotals(order);
    return {
      category: [...new Set(order.lines.map((line) => line.category))],
      costCentre: [...new Set(order.lines.map((line) => line.costCentre).filter(Boolean))],
      supplier: order.supplier,
      title: order.title,
      currency: order.currency,
      unit: order.unit,
      requester: order.requester,
      net: totals.net,
      gross: totals.gross,
      promisedDate: order.promisedDate,
      hasAttachment: order.attachments.length > 0,
    };
  },
  measures: [
    {
      key: "net",
      label: "net total",
      of: (order) => {
        const { net } = orderTotals(order);
        return { amount: net, arithmetic: `${sayLines(order)}, net ${formatMoney(net)}` };
      },
    },
    {
      key: "gross",
      label: "gross total",
      of: (order) => {
        const { net, tax, gross } = orderTotals(order);
        return {
          amount: gross,
          arithmetic: `net ${formatMoney(net)} + tax ${formatMoney(tax)} = ${formatMoney(gross)}`,
        };
      },
    },
    {
      key: "largestLine",
      label: "largest line",
      of: (order) => {
        const largest = Math.max(0, ...order.lines.map(lineNet));
        const line = order.lines.find((one) => lineNet(one) === largest);
        const amount = money(largest, order.currency);
        return { amount, arithmetic: `${line?.description || "the largest line"}, ${formatMoney(amount)} net` };
      },
    },
  ],
  missing,
  changes,
  concerns: (order) => ({
    costCentre: [...new Set(order.lines.map((line) => line.costCentre).filter(Boolean))],
    supplier: order.supplier ? [order.supplier] : [],
  }),
  peopleFields: { receiver: "receiver" },
  named: ({ receiver }): Record<string, string> => (receiver ? { receiver } : {}),
  headline: (order) => ({ title: order.title, party: order.supplier, ...orderTotals(order) }),
};

function sayLines(order: PurchaseOrder): string {
  return order.lines.length === 1 ? "1 line" : `${order.lines.length} lines`;
}
