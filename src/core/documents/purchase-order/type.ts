import { z } from "zod";
import { formatMoney, money, sum, MinorSchema, type Money } from "../../money";
import { IdSchema } from "../../ids";
import { supplierTotal } from "../supplier-total";
import type { Change, DocumentType, MissingItem, RefusedPart, Remark } from "../registry";
import { orderStart } from "./starting";
import { whyNotOpen, type EvaluationContext } from "../context";
import {
  PercentSchema,
  QuantitySchema,
  basicFields,
  compareLines,
  differences,
  namesOf,
  sampleBasics,
  taxByRate,
  times,
  withExactTotals,
  written,
} from "../parts";

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

export const OrderLineSchema = z.strictObject({
  description: written(200),
  category: z.enum(Object.keys(ORDER_CATEGORIES) as [keyof typeof ORDER_CATEGORIES]),
  costCentre: z.string().max(40).default(""),
  quantity: QuantitySchema,
  unitPrice: MinorSchema.min(0).meta({ description: "Net price of one, in minor units of the order's currency" }),
  taxPercent: PercentSchema.default("0"),
});
export type OrderLine = z.infer<typeof OrderLineSchema>;

export const PurchaseOrderSchema = z
  .strictObject({
    documentType: z.literal("purchase-order"),
    ...basicFields,
    supplier: written(120),
    promisedDate: z.iso.date().nullable().default(null),
    receiver: IdSchema.optional().meta({ description: "Who takes delivery and can say that it came" }),
    changeOf: z
      .string()
      .max(20)
      .optional()
      .meta({ description: "Number of the approved order that this one changes; its lines replace that order's" }),
    lines: z.array(OrderLineSchema).max(200),
  })
  .superRefine(withExactTotals(orderTotals));
export type PurchaseOrder = z.infer<typeof PurchaseOrderSchema>;

/** Net amount of a line in minor units: quantity times price, rounded half away from zero. */
export function lineNet(line: Pick<OrderLine, "quantity" | "unitPrice">): number {
  return times(line.quantity, line.unitPrice);
}

/** Net, tax and gross of an order. Tax is worked out per rate on the sum of its lines and rounded once each. */
export function orderTotals(order: Pick<PurchaseOrder, "lines" | "currency">): {
  net: Money;
  tax: Money;
  gross: Money;
} {
  const { currency } = order;
  const parts = order.lines.map((line) => ({ net: lineNet(line), taxPercent: line.taxPercent }));
  const net = sum(
    parts.map((part) => money(part.net, currency)),
    currency,
  );
  const tax = sum(
    taxByRate(parts, currency).map((one) => one.tax),
    currency,
  );
  return { net, tax, gross: sum([net, tax], currency) };
}

/** What a change order adds to what is committed already, in its own currency; null where that, or the supplier, is another or unknown. */
export function increaseOf(order: PurchaseOrder, { around }: EvaluationContext): Money | null {
  const before = around.order?.committed.net;
  if (!order.changeOf || !before || before.currency !== order.currency) return null;
  // What is ordered elsewhere adds nothing to it, and is as new as it is large.
  if (around.order?.supplier !== order.supplier) return null;
  return money(orderTotals(order).net.minor - before.minor, order.currency);
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
  const { found, compare } = differences();
  compare("Title", before.title, after.title);
  compare("Supplier", before.supplier, after.supplier);
  compare("Currency", before.currency, after.currency);
  compare("Promised date", before.promisedDate ?? "", after.promisedDate ?? "");
  compare("Receiver", before.receiver ?? "", after.receiver ?? "");
  compare("Note", before.note, after.note);
  compareLines(compare, before.lines.map(sayLineOf(before)), after.lines.map(sayLineOf(after)));
  compare("Papers", namesOf(before.attachments), namesOf(after.attachments));
  compare("Net total", formatMoney(orderTotals(before).net), formatMoney(orderTotals(after).net));
  return found;
}

function sayLineOf(order: PurchaseOrder): (line: OrderLine) => string {
  return (line) => {
    const price = formatMoney(money(line.unitPrice, order.currency));
    return `${line.description}, ${line.quantity} × ${price}, ${ORDER_CATEGORIES[line.category]}, tax ${line.taxPercent}%${line.costCentre ? `, ${line.costCentre}` : ""}`;
  };
}

function remarks(order: PurchaseOrder, looking: EvaluationContext): Remark[] {
  const found: Remark[] = [];
  const { supplier, order: changed } = looking.around;
  if (!supplier && looking.around.rules)
    found.push({
      about: "supplier not open",
      grave: true,
      why: { code: "no account", values: { party: order.supplier } },
    });
  if (supplier && supplier.status !== "open")
    found.push({
      about: "supplier not open",
      grave: true,
      why: whyNotOpen(supplier),
    });
  if (supplier?.noEmail)
    found.push({
      about: "no e-mail",
      grave: false,
      why: { code: "no e-mail", values: { party: supplier.name } },
    });
  if (order.changeOf && !changed)
    found.push({
      about: "no order",
      grave: true,
      why: { code: "no order to change", values: { order: order.changeOf } },
    });
  if (changed && changed.currency !== order.currency)
    found.push({
      about: "currency",
      grave: true,
      why: {
        code: "change in another currency",
        values: { order: changed.number, its: changed.currency, own: order.currency },
      },
    });
  return found;
}

export const purchaseOrderType: DocumentType<PurchaseOrder> = {
  key: "purchase-order",
  name: { one: "order", many: "orders", prefix: "PO" },
  heading: "Orders",
  about: "Something to be bought: lines, supplier, when it is promised.",
  starting: orderStart,
  steps: ["send to supplier", "post"],
  refers: ({ changeOf }) => changeOf ?? null,
  around: ({ supplier, changeOf }) => ({
    rules: true,
    account: { kind: "supplier", name: supplier },
    recent: true,
    ...(changeOf && { order: { number: changeOf, replaces: true } }),
  }),
  lookedUp: () => ({}),
  outside: ({ supplier }) => ({ account: { kind: "supplier", name: supplier }, called: "our order", reference: "" }),
  posting: () => ({ kind: "order sent" }),
  paidTo: () => null,
  changesAccount: () => null,
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
    { key: "changeOrder", kind: "flag", label: "change of an approved order" },
    { key: "increase", kind: "amount", label: "increase over the approved order" },
    { key: "supplierNotOpen", kind: "flag", label: "supplier account that is not open" },
  ],
  facts(order, looking) {
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
      changeOrder: Boolean(order.changeOf),
      increase: increaseOf(order, looking),
      supplierNotOpen: looking.around.supplier?.status !== "open",
    };
  },
  measures: [
    {
      key: "net",
      label: "net total",
      of: (order) => {
        const { net } = orderTotals(order);
        return { amount: net, how: { code: "net of lines", values: { lines: order.lines.length, net } } };
      },
    },
    {
      key: "gross",
      label: "gross total",
      of: (order) => {
        const { net, tax, gross } = orderTotals(order);
        return { amount: gross, how: { code: "net and tax", values: { net, tax, gross } } };
      },
    },
    {
      key: "largestLine",
      label: "largest line",
      of: (order) => {
        const largest = Math.max(0, ...order.lines.map(lineNet));
        const line = order.lines.findIndex((one) => lineNet(one) === largest) + 1;
        const amount = money(largest, order.currency);
        return { amount, how: { code: "largest line", values: { line, amount, net: true } } };
      },
    },
    {
      key: "supplierTotal",
      label: "total with the same supplier",
      of: (order, asked) => supplierTotal(orderTotals(order).net, order.supplier, asked),
    },
  ],
  missing,
  changes,
  lines: (order) => order.lines.map(sayLineOf(order)),
  party: (order) => order.supplier,
  amountKeys: ["unitPrice", "quantity"],
  parts: (order) =>
    order.lines.map((line, index) => ({
      key: `line ${index + 1}`,
      label: line.description || `Line ${index + 1}`,
      amount: money(lineNet(line), order.currency),
      content: line,
    })),
  without: (order, refused) => ({ ...order, lines: linesWithout(order.lines, refused) }),
  remarks,
  concerns: (order) => ({
    costCentre: [...new Set(order.lines.map((line) => line.costCentre).filter(Boolean))],
    supplier: order.supplier ? [order.supplier] : [],
  }),
  peopleFields: { receiver: "receiver" },
  named: ({ receiver }): Record<string, string> => (receiver ? { receiver } : {}),
  interested: () => [],
  shows: "net",
  sample: (known) => ({
    documentType: "purchase-order",
    ...sampleBasics(known),
    supplier: known.party ?? "",
    promisedDate: null,
    lines: [
      {
        description: "Trial",
        category:
          known.category && known.category in ORDER_CATEGORIES ? (known.category as OrderLine["category"]) : "deck",
        costCentre: "",
        quantity: "1",
        unitPrice: known.minor,
        taxPercent: "0",
      },
    ],
  }),
  headline: (order) => ({ title: order.title, party: order.supplier, ...orderTotals(order) }),
};

/** Lines are ordered whole or not at all; a part of one is asked for by sending the order back. */
function linesWithout(lines: readonly OrderLine[], refused: readonly RefusedPart[]): OrderLine[] {
  return lines.filter((_, index) => !refused.some((one) => one.part === `line ${index + 1}`));
}
