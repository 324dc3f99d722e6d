import { type Attachment, type OrderLine, type PurchaseOrder } from "@/core/documents";
import { formatAmount, money, typedMoney } from "@/core/money";
import type { Refusal } from "@/core/refusal";
import type { Picked } from "../people/person-picker";
import { refuse } from "@/core/words";

/** An order as it is typed: all text, so that nothing typed is lost while it is not yet right. */
export type TypedLine = {
  description: string;
  category: string;
  costCentre: string;
  project: string;
  quantity: string;
  price: string;
  taxPercent: string;
};
export type TypedOrder = {
  title: string;
  supplier: string;
  currency: string;
  promisedDate: string;
  receiver: Picked | null;
  onBehalfOf: Picked | null;
  changeOf: string;
  note: string;
  lines: TypedLine[];
  attachments: Attachment[];
};

/** @param taxPercent the rate that a line begins with */
export const emptyLine = (taxPercent = "0"): TypedLine => ({
  description: "",
  category: "",
  costCentre: "",
  project: "",
  quantity: "1",
  price: "",
  taxPercent,
});

export function emptyOrder(currency: string, taxPercent?: string): TypedOrder {
  return {
    title: "",
    supplier: "",
    currency,
    promisedDate: "",
    receiver: null,
    onBehalfOf: null,
    changeOf: "",
    note: "",
    lines: [emptyLine(taxPercent)],
    attachments: [],
  };
}

/** @param nameOf says the name of a person by id */
export function typedFrom(order: PurchaseOrder, nameOf: (id: string) => string = (id) => id): TypedOrder {
  return {
    title: order.title,
    supplier: order.supplier,
    currency: order.currency,
    promisedDate: order.promisedDate ?? "",
    receiver: order.receiver ? { id: order.receiver, name: nameOf(order.receiver) } : null,
    onBehalfOf: order.onBehalfOf ? { id: order.onBehalfOf, name: nameOf(order.onBehalfOf), unitId: order.unit } : null,
    changeOf: order.changeOf ?? "",
    note: order.note,
    attachments: order.attachments,
    lines: order.lines.map(({ unitPrice, project = "", ...line }) => ({
      ...line,
      project,
      price: formatAmount(money(unitPrice, order.currency)),
    })),
  };
}

/** How quantity and tax are written once a comma has become a point. */
export const QUANTITY = /^\d{1,9}(\.\d{1,4})?$/;
export const TAX = /^\d{1,2}(\.\d{1,2})?$/;

export type Who = { id: string; unit: string };

/** On whose behalf, and the unit that goes with it. */
export function behalfOf(picked: Picked | null | undefined, who: Who): { onBehalfOf: string | null; unit: string } {
  return picked ? { onBehalfOf: picked.id, unit: picked.unitId ?? who.unit } : { onBehalfOf: null, unit: who.unit };
}

/** Reads what was typed; every field that cannot be read comes back with its path and what to write. */
export function readOrder(typed: TypedOrder, who: Who, date: string): { order: PurchaseOrder; problems: Refusal[] } {
  const problems: Refusal[] = [];
  const lines = typed.lines.map((line, index): OrderLine => {
    const at = (key: string) => `lines.${index}.${key}`;
    const what = `Line ${index + 1}`;
    const price = line.price.trim() === "" ? null : typedMoney(line.price, typed.currency);
    if (price && !price.ok) problems.push(refuse("typed amount", { what, why: price.why }, at("price")));
    if (price?.ok && price.money.minor < 0) problems.push(refuse("typed amount below zero", { what }, at("price")));
    const quantity = line.quantity.trim().replace(",", ".");
    if (!QUANTITY.test(quantity)) problems.push(refuse("typed quantity", { what }, at("quantity")));
    const tax = line.taxPercent.trim().replace(",", ".") || "0";
    if (!TAX.test(tax)) problems.push(refuse("typed percentage", { what }, at("taxPercent")));
    return {
      description: line.description.trim(),
      category: line.category,
      costCentre: line.costCentre.trim(),
      ...(line.project.trim() && { project: line.project.trim() }),
      quantity,
      unitPrice: price?.ok ? Math.max(0, price.money.minor) : 0,
      taxPercent: tax,
    };
  });
  const order: PurchaseOrder = {
    documentType: "purchase-order",
    title: typed.title.trim(),
    requester: who.id,
    ...behalfOf(typed.onBehalfOf, who),
    supplier: typed.supplier.trim(),
    currency: typed.currency,
    date,
    promisedDate: typed.promisedDate || null,
    // What was kept in a browser before there was a receiver has none.
    ...(typed.receiver && { receiver: typed.receiver.id }),
    ...(typed.changeOf?.trim() && { changeOf: typed.changeOf.trim().toUpperCase() }),
    note: typed.note.trim(),
    lines,
    attachments: typed.attachments,
  };
  return { order, problems };
}
