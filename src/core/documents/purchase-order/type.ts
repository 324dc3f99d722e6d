import { z } from "zod";
import { money, sum, sumMinor, MinorSchema, PercentSchema, type Money } from "../../money";
import { IdSchema } from "../../ids";
import { chargedTo, keysOf, picked, picksOfLines } from "../picks";
import { supplierTotal } from "../supplier-total";
import type { DocumentType, MissingItem, RefusedPart, Remark } from "../registry";
import type { MissingReason } from "../reasons";
import {
  amount,
  date,
  differences,
  entry,
  papers,
  parts,
  person,
  priced,
  text,
  type Change,
  type Shown,
} from "../shown";
import { orderStart } from "./starting";
import { orderStarts } from "./starting-kinds";
import { whyNotOpen, type EvaluationContext } from "../context";
import { QuantitySchema, basicFields, sampleBasics, taxByRate, times, withExactTotals, written } from "../parts";

export const OrderLineSchema = z.strictObject({
  description: written(200),
  category: picked("order-categories", "Key of a category of orders").default(""),
  ...chargedTo,
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

type Totals = { net: Money; tax: Money; gross: Money };

/** Of orders that were added up: a route asks what one comes to as a measure and as a fact. No document is ever changed in place. */
const added = new WeakMap<object, Totals>();

/** Net, tax and gross of an order. Tax is worked out per rate on the sum of its lines and rounded once each. */
export function orderTotals(order: Pick<PurchaseOrder, "lines" | "currency">): Totals {
  const known = added.get(order) ?? addedUp(order);
  added.set(order, known);
  return known;
}

function addedUp(order: Pick<PurchaseOrder, "lines" | "currency">): Totals {
  const { currency } = order;
  const parts = order.lines.map((line) => ({ net: lineNet(line), taxPercent: line.taxPercent }));
  const net = money(sumMinor(parts.map((part) => part.net)), currency);
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
  const need = (filled: boolean, path: string, why: MissingReason) => {
    if (!filled) items.push({ path, why });
  };
  need(order.title.trim() !== "", "title", { code: "no title" });
  need(order.supplier.trim() !== "", "supplier", { code: "nobody named", values: { who: "supplier" } });
  need(order.lines.length > 0, "lines", { code: "no lines" });
  order.lines.forEach((line, index) => {
    need(line.description.trim() !== "", `lines.${index}.description`, {
      code: "line not described",
      values: { line: index + 1 },
    });
    need(lineNet(line) > 0, `lines.${index}.unitPrice`, { code: "line comes to nothing", values: { line: index + 1 } });
  });
  return items;
}

function changes(before: PurchaseOrder, after: PurchaseOrder): Change[] {
  const { found, compare, compareLines } = differences();
  compare("Title", text(before.title), text(after.title));
  compare("Supplier", text(before.supplier), text(after.supplier));
  compare("Currency", text(before.currency), text(after.currency));
  compare("Promised date", date(before.promisedDate), date(after.promisedDate));
  compare("Receiver", person(before.receiver), person(after.receiver));
  compare("Note", text(before.note), text(after.note));
  compareLines(before.lines.map(lineOf(before)), after.lines.map(lineOf(after)));
  compare("Papers", papers(before.attachments), papers(after.attachments));
  compare("Net total", amount(orderTotals(before).net), amount(orderTotals(after).net));
  return found;
}

function lineOf({ currency }: PurchaseOrder): (line: OrderLine) => Shown {
  return (line) =>
    parts(
      text(line.description),
      priced(line.quantity, line.unitPrice, currency),
      entry("order-categories", line.category),
      { code: "tax", values: { percent: line.taxPercent } },
      entry("cost-centres", line.costCentre),
      entry("projects", line.project ?? ""),
    );
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
  byLine: true,
  account: "supplier",
  name: { one: "order", many: "orders", prefix: "PO" },
  heading: "Orders",
  about: "Something to be bought: lines, supplier, when it is promised.",
  needs: "A supplier, and lines with what they are, how many and at which price.",
  example: "Forty chairs at 85.00 each, for the new office.",
  starting: orderStart,
  startingFor: orderStarts,
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
    { key: "category", kind: "choice", label: "category", many: true, always: true, list: "order-categories" },
    { key: "costCentre", kind: "choice", label: "cost centre", many: true, list: "cost-centres" },
    { key: "project", kind: "choice", label: "project", many: true, list: "projects" },
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
    { key: "increase", kind: "amount", label: "increase over the approved order", around: true },
    { key: "supplierNotOpen", kind: "flag", label: "supplier account that is not open", around: true },
  ],
  facts(order, looking) {
    const totals = orderTotals(order);
    return {
      category: keysOf(order.lines, (line) => line.category),
      costCentre: keysOf(order.lines, (line) => line.costCentre),
      project: keysOf(order.lines, (line) => line.project),
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
      adds: true,
      label: "net total",
      of: (order) => {
        const { net } = orderTotals(order);
        return { amount: net, how: { code: "net of lines", values: { lines: order.lines.length, net } } };
      },
    },
    {
      key: "gross",
      adds: true,
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
      totals: { of: "net", by: "supplier" },
      of: (order, asked) => supplierTotal(orderTotals(order).net, order.supplier, asked),
    },
  ],
  missing,
  changes,
  lines: (order) => order.lines.map(lineOf(order)),
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
  picks: (order) => picksOfLines(order.lines, "order-categories"),
  taxed: (order) => order.lines,
  concerns: ({ supplier }) => ({ supplier: supplier ? [supplier] : [] }),
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
        category: known.category ?? "",
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
